'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { asSentence } from '@/core/sentence';
import { type PublishChange, changesWithin, newsByPerson, stampOf } from '@/core/publish/publish-changes';
import { formatDate } from '@/core/time/day';
import { counted, formatDays } from '@/core/time/format';
import type { PublishPayload } from '@/server/publish/payload';
import { useCommand } from '../commands/use-command';
import { useLivePage } from '../live/use-live-page';
import { AppLayout, type ShellFrame } from '../layout/app-layout';
import { Button, buttonClass } from '../kit/button';
import { Segmented } from '../kit/inputs/segmented';
import { Select } from '../kit/inputs/select';
import { TextArea } from '../kit/inputs/text-input';
import { SplitPanel } from '../kit/page';
import { useRowsShown } from '../plan/state/rows-shown';
import { ChangesTable } from './changes-table';
import { Compared, type Comparison } from './comparisons';
import { DaySpan } from './day-span';
import { History } from './history';
import { Asked } from './asked';
import { Stops } from './stops';

interface Props {
  readonly header: ShellFrame;
  readonly page: PublishPayload;
}

type Extent = 'all' | 'days' | 'shown' | 'people';

/** What staff would be told, row by row, before they are: what is new, different or gone, and what is still wrong. */
export function PublishScreen({ header, page }: Props) {
  const { site, from, to } = page;
  const router = useRouter();
  const { run, busy, problem } = useCommand();
  const [extent, setExtent] = useState<Extent>('all');
  const [span, setSpan] = useState({ from, to });
  const [chosen, choose] = useState<ReadonlySet<string | null>>(new Set());
  const [message, setMessage] = useState('');
  const [known, setKnown] = useState<ReadonlySet<string>>(new Set());
  const [looked, look] = useState(page.changes);
  const [comparison, compare] = useState<Comparison | null>(null);
  const inView = useRowsShown(site.id);
  useLivePage(site.id, page.asOf);
  const days = extent === 'days' ? span : { from, to };
  const people = extent === 'people' ? chosen : extent === 'shown' ? inView : null;
  const scope = { ...days, people };
  const changes = useMemo(
    () => changesWithin(page.changes, scope),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the scope is made of these
    [page.changes, extent, span, people],
  );
  const differing = useMemo(() => differingIn(looked, page.changes), [looked, page.changes]);
  const stops = page.stops.filter(({ date }) => date >= days.from && date < days.to);
  const open = stops.filter(({ key }) => !known.has(key)).length;
  const shown = useMemo(
    () => newsByPerson(extent === 'people' ? page.changes : changes),
    [extent, page, changes],
  );
  const told = [...newsByPerson(changes).keys()].filter((person) => person !== null).length;
  const back = `/plan/${encodeURIComponent(site.id)}/${formatDate(from)}`;
  const publish = async () => {
    const input = {
      site: site.id,
      ...days,
      people: people && [...people],
      message,
      stamp: stampOf(changes),
      acknowledged: [...known],
    };
    const done = await run('plan.publish', input, `Published ${counted(changes.length, 'change')}`);
    if (done) router.push(back);
    // Somebody edited meanwhile: what differs is shown, and looked at again.
    else router.refresh();
  };
  // With nothing to tell, what was told before is what one looks for.
  const isDone = page.changes.length === 0;
  const weeks = (to - from) / 7;
  return (
    <AppLayout
      header={header}
      site={site.id}
      area="plan"
      strip={
        <div className="border-rule bg-sheet flex min-h-[50px] shrink-0 flex-wrap items-center gap-x-5 gap-y-1 border-b px-4 py-1">
          <h1 className="font-serif text-lg font-semibold">Publish {formatDays(from, to - from)}</h1>
          <span>
            {changes.length === 0
              ? 'Staff know all of it.'
              : `${counted(changes.length, 'change')} for ${counted(told, 'person', 'people')}`}
          </span>
          <span className="ml-auto flex gap-2">
            <Link className={buttonClass('plain')} href={back} prefetch={false}>
              Back to the week
            </Link>
            <Button
              kind="primary"
              disabled={busy || changes.length === 0 || open > 0 || differing.size > 0}
              onClick={() => void publish()}
            >
              {busy ? 'Publishing …' : `Publish ${counted(changes.length, 'change')}`}
            </Button>
          </span>
        </div>
      }
    >
      <SplitPanel
        label="What goes with it"
        className="w-[320px]"
        isFlush
        side={
          <>
            <Extents
              weeks={weeks}
              back={back}
              extent={extent}
              inView={inView?.size ?? null}
              onExtent={setExtent}
            />
            {extent === 'days' && (
              <DaySpan
                first={from}
                end={to}
                labels={['First day', 'Last day']}
                span={span}
                onSpan={setSpan}
              />
            )}
            {problem && differing.size === 0 && (
              <p className="text-gap mt-3 font-semibold">{asSentence(problem.message)}</p>
            )}
            {!isDone && (
              <>
                <Stops stops={stops} known={known} onKnown={setKnown} />
                <Asked requests={page.requests} changes={changes} site={site.id} />
                <h2 className="mt-5 font-serif text-lg font-semibold">With it</h2>
                <p className="text-muted text-sm">{waysText(changes, page.reach)}</p>
                <TextArea
                  className="mt-1"
                  label="A message that goes with it"
                  rows={3}
                  maxLength={2000}
                  value={message}
                  placeholder="Regatta on Saturday: the terrace opens at 8."
                  onChange={setMessage}
                />
              </>
            )}
            {!isDone && <History page={page} onCompare={compare} />}
          </>
        }
      >
        <main aria-label="What staff would be told" className="phone:px-4">
          {differing.size > 0 && (
            <p role="alert" className="border-brass m-4 border-l-4 pl-3">
              The plan was changed since you looked: {counted(differing.size, 'change')}{' '}
              {differing.size === 1 ? 'differs' : 'differ'}, marked below.{' '}
              <Button kind="link" onClick={() => look(page.changes)}>
                I have looked at them
              </Button>
            </p>
          )}
          {comparison ? (
            <Compared comparison={comparison} page={page} onClose={() => compare(null)} />
          ) : (
            <>
              {shown.size === 0 && (
                <p className="text-muted px-4 py-8">
                  Nothing here is new to staff{page.published === 0 ? ', and nothing of it is published' : ''}
                  .
                </p>
              )}
              {isDone && (
                <div className="max-w-[640px] px-4 pb-8">
                  <History page={page} onCompare={compare} />
                </div>
              )}
              {Array.from({ length: weeks }, (_, i) => (
                <ChangesTable
                  key={i}
                  first={from + i * 7}
                  news={shown}
                  names={page}
                  differing={differing}
                  chosen={extent === 'people' ? chosen : null}
                  onChoose={(person, isChosen) => {
                    const next = new Set(chosen);
                    if (isChosen) next.add(person);
                    else next.delete(person);
                    choose(next);
                  }}
                />
              ))}
            </>
          )}
        </main>
      </SplitPanel>
    </AppLayout>
  );
}

/** The shifts whose change is another than it was, has come, or has gone. */
function differingIn(looked: readonly PublishChange[], now: readonly PublishChange[]): ReadonlySet<string> {
  if (looked === now) return NONE;
  const stamps = (changes: readonly PublishChange[]) =>
    new Map(changes.map((change) => [(change.after ?? change.before!).id, stampOf([change])]));
  const [before, after] = [stamps(looked), stamps(now)];
  return new Set([...before.keys(), ...after.keys()].filter((id) => before.get(id) !== after.get(id)));
}

const NONE: ReadonlySet<string> = new Set();

function Extents({
  weeks,
  back,
  extent,
  inView,
  onExtent,
}: {
  readonly weeks: number;
  readonly back: string;
  readonly extent: Extent;
  /** How many rows a filter left in the plan; null: there was none. */
  readonly inView: number | null;
  readonly onExtent: (extent: Extent) => void;
}) {
  const router = useRouter();
  return (
    <>
      <h2 className="font-serif text-lg font-semibold">How much of it</h2>
      <div className="mt-1 flex flex-wrap gap-2">
        <Select
          label="Weeks"
          value={weeks}
          onChange={(next) => router.push(`${back}/publish?weeks=${next}`)}
          options={[1, 2, 3, 4].map((n) => [n, counted(n, 'week')] as const)}
        />
        <Segmented
          label="How much is published"
          isLoose={inView !== null}
          value={extent}
          onChange={onExtent}
          options={[
            { value: 'all', name: 'All' },
            { value: 'days', name: 'Some days' },
            ...(inView === null
              ? []
              : [{ value: 'shown' as const, name: `The ${counted(inView, 'row')} shown` }]),
            { value: 'people', name: 'Some rows' },
          ]}
        />
      </div>
    </>
  );
}

/** How many are told, and by which ways: `17 see it on their page; 15 get an e-mail, 1 a text message.` */
function waysText(changes: readonly PublishChange[], reach: PublishPayload['reach']): string {
  const people = [...newsByPerson(changes).keys()].filter((person) => person !== null);
  const by = (way: 'mail' | 'text') => people.filter((person) => reach[person]?.includes(way)).length;
  const ways = [
    ...(by('mail') > 0 ? [`${by('mail')} ${by('mail') === 1 ? 'gets' : 'get'} an e-mail`] : []),
    ...(by('text') > 0 ? [`${by('text')} a text message`] : []),
  ];
  const see = `${people.length} ${people.length === 1 ? 'sees it on the own page' : 'see it on their own page'}`;
  return ways.length > 0 ? `${see}; ${ways.join(', ')}.` : `${see}.`;
}
