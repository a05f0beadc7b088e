import { composeChanges } from '@/core/publish/compose';
import { type PublishChange, newsByPerson } from '@/core/publish/publish-changes';
import type { PublishPayload } from '@/server/publish/payload';
import { Button } from '../kit/button';
import { formatWhen } from '../layout/when';
import { ChangesTable } from './changes-table';

/** What lies between two states of some days, and how the two are named. */
export interface Comparison {
  readonly title: string;
  readonly changes: readonly PublishChange[];
}

/** The states that a publication can be compared with: the one it made anew, the next one's, and the draft. */
export function Comparisons({
  page,
  at,
  onCompare,
}: {
  readonly page: PublishPayload;
  /** Which of the history, the last of which comes first. */
  readonly at: number;
  readonly onCompare: (comparison: Comparison) => void;
}) {
  const { history, changes } = page;
  const since = history.slice(0, at).map((line) => line.changes);
  const it = nameOf(page, at);
  const choices = [
    { label: 'What it changed', title: `What was ${it}`, steps: [history[at].changes] },
    ...(at > 0
      ? [
          {
            label: 'Compare with the next',
            title: `From what was ${it} to what was ${nameOf(page, at - 1)}`,
            steps: [history[at - 1].changes],
          },
        ]
      : []),
    {
      label: 'Compare with the draft',
      title: `From what was ${it} to the draft as it is now`,
      steps: [...since.reverse(), changes],
    },
  ];
  return (
    <p className="mt-1 flex flex-wrap gap-x-3 pl-3">
      {choices.map(({ label, title, steps }) => (
        <Button key={label} kind="link" onClick={() => onCompare({ title, changes: composeChanges(steps) })}>
          {label}
        </Button>
      ))}
    </p>
  );
}

/** `published Tue 24 Nov, 10:12`. */
function nameOf({ history }: PublishPayload, at: number): string {
  const { kind, at: moment } = history[at];
  return `${kind === 'publish' ? 'published' : 'withdrawn'} ${formatWhen(moment)}`;
}

/** What lies between two states of these days, day by day and person by person. */
export function Compared({
  comparison: { title, changes },
  page,
  onClose,
}: {
  readonly comparison: Comparison;
  readonly page: PublishPayload;
  readonly onClose: () => void;
}) {
  const news = newsByPerson(changes);
  const dates = [...news.values()].flat().map(({ before, after }) => (after ?? before!).date);
  const weeks = [...new Set(dates.map((date) => page.from + Math.floor((date - page.from) / 7) * 7))];
  return (
    <>
      <div className="flex flex-wrap items-baseline gap-x-4 px-4 pt-4">
        <h2 className="font-serif text-lg font-semibold">{title}</h2>
        <Button kind="link" onClick={onClose}>
          Back to what is to be published
        </Button>
      </div>
      {changes.length === 0 && <p className="text-muted px-4 py-8">The two are the same.</p>}
      {weeks
        .sort((a, b) => a - b)
        .map((first) => (
          <ChangesTable
            key={first}
            first={first}
            news={news}
            names={{ ...page, reach: null }}
            differing={NOTHING}
            chosen={null}
            onChoose={() => undefined}
          />
        ))}
    </>
  );
}

const NOTHING: ReadonlySet<string> = new Set();
