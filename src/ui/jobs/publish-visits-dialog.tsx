import type { Visit } from '@/core/jobs/types';
import { type VisitNews, newsCounts } from '@/core/jobs/visit-news';
import { counted, formatDay, formatDays, formatTime } from '@/core/time/format';
import type { JobsPage } from '@/server/jobs/payload';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { Dialog } from '../kit/dialog';
import { Refused } from '../kit/states';
import type { CrewDays } from './use-crew-days';

/** What crews are told of the days that are shown, before they are. */
export function PublishVisitsDialog({
  page,
  days,
  onClose,
}: {
  readonly page: JobsPage;
  readonly days: CrewDays;
  readonly onClose: () => void;
}) {
  const { news, stamp } = page.untold;
  const { plan, words, work, field } = days;
  const { run, busy, problem } = useCommand();
  const [from, to] = [plan.from, plan.from + plan.days];
  const nameOf = (id: string) => work.crews.find((crew) => crew.id === id)?.name ?? words.person(id);
  const jobOf = ({ job }: Visit) => (field.index.jobs.has(job) ? words.job(job) : 'A job that is gone');
  const when = ({ date, from: at }: Visit) => `${formatDay(date)} ${formatTime(at, page.hourFormat)}`;
  const rows = [...newsCounts(news).keys()];
  return (
    <Dialog title={`Publish ${formatDays(from, plan.days)}`} className="w-[600px]" onClose={onClose}>
      <p>Crews see these visits on their phones from now on, and are told of them as they wish to be.</p>
      {rows.map((id) => (
        <section key={id} className="mt-3">
          <h3 className="font-semibold">{nameOf(id)}</h3>
          <ul className="text-sm">
            {news.flatMap((one) => {
              const line = lineFor(one, id, { jobOf, when });
              return line === null ? [] : [<li key={(one.after ?? one.before)!.id}>{line}</li>];
            })}
          </ul>
        </section>
      ))}
      <Refused problem={problem} className="mt-3" />
      <div className="mt-4">
        <Button
          kind="primary"
          busy={busy}
          disabled={news.length === 0}
          onClick={() =>
            void run(
              'visits.publish',
              { site: page.site, from, to, stamp },
              `Published ${counted(news.length, 'visit')}`,
            ).then((done) => done && onClose())
          }
        >
          Publish {counted(news.length, 'visit')}
        </Button>
      </div>
    </Dialog>
  );
}

interface Words {
  readonly jobOf: (visit: Visit) => string;
  readonly when: (visit: Visit) => string;
}

/** What a crew, or somebody without one, is told by a piece of news; null: nothing. */
function lineFor({ before, after }: VisitNews, id: string, { jobOf, when }: Words): string | null {
  const isOf = (visit: Visit | null) => visit !== null && (visit.crew ?? visit.person) === id;
  if (isOf(before) && isOf(after)) {
    const isMoved = before!.date !== after!.date || before!.from !== after!.from;
    return isMoved
      ? `${jobOf(after!)}: ${when(after!)} instead of ${when(before!)}`
      : `${jobOf(after!)}, ${when(after!)}: changed`;
  }
  if (isOf(after)) return `${jobOf(after!)}: new, ${when(after!)}`;
  return isOf(before) ? `${jobOf(before!)}: not ${when(before!)} any more` : null;
}
