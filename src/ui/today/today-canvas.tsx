import { useVirtualizer } from '@tanstack/react-virtual';
import clsx from 'clsx';
import { useMemo, useRef } from 'react';
import { formatAxisTime, formatShortSpan, formatTime } from '@/core/time/format';
import { reallyOn, skylineOfDay } from '@/core/today/presence';
import type { ZoneClock } from '@/core/time/zone';
import type { TodayPage } from '@/server/today/payload';
import { HEAD_WIDTH } from '../canvas/row';
import { scrollerOf } from '../canvas/scroller';
import { SkylineDay, SkylineTextures } from '../canvas/skyline';
import { type DayScale, dayScale } from './day-scale';
import type { ShownPerson } from './shown-person';
import { standingText } from '@/core/today/standing-text';

/** Heights in pixels: of a row, of a bar in it, of the skyline, and of the hours over the rows. */
const [ROW, BAR, SKYLINE, HEADS] = [50, 34, 130, 28];

interface Props {
  readonly page: TodayPage;
  readonly people: readonly ShownPerson[];
  readonly all: readonly ShownPerson[];
  readonly clock: ZoneClock;
  readonly now: number;
  readonly width: number;
  readonly chosen: string | null;
  readonly onChoose: (person: string) => void;
}

/** The day of a site in true time: what is planned in outline, what was clocked as a line in it, and the present over all. */
export function TodayCanvas({ page, people, all, clock, now, width, chosen, onChoose }: Props) {
  const midnight = clock.elapsed(page.date * 1440);
  const inner = Math.max(320, width - HEAD_WIDTH - 12);
  const scale = useMemo(() => dayScale(all, now, midnight, inner, clock), [all, now, midnight, inner, clock]);
  const time = (minute: number) => formatTime(clock.wall(minute), page.hourFormat);
  const list = useRef<HTMLUListElement>(null);
  const virtual = useVirtualizer({
    count: people.length,
    getScrollElement: () => scrollerOf(list.current),
    estimateSize: () => ROW,
    getItemKey: (index) => people[index].person,
    scrollMargin: HEADS,
    initialRect: { width: 1280, height: 800 },
    overscan: 8,
  });
  return (
    <div className="relative" style={{ width: HEAD_WIDTH + inner }}>
      <SkylineTextures />
      <div className="border-rule bg-paper sticky top-0 z-10 h-7 border-b" aria-hidden>
        {scale.ticks.map((at) => (
          <span
            key={at}
            className="text-muted absolute top-1.5 -translate-x-1/2 text-xs"
            style={{ left: HEAD_WIDTH + scale.x(at) }}
          >
            {formatAxisTime(clock.wall(at), page.hourFormat)}
          </span>
        ))}
        <span
          className="bg-gap text-sheet absolute top-1 -translate-x-1/2 rounded-[3px] px-1.5 text-xs leading-5 font-semibold"
          style={{ left: HEAD_WIDTH + scale.x(now) }}
        >
          {time(now)}
        </span>
      </div>
      <ul
        ref={list}
        aria-label="People of the day"
        className="relative"
        style={{ height: virtual.getTotalSize() }}
      >
        {virtual.getVirtualItems().map(({ index, start }) => {
          const person = people[index];
          return (
            <li
              key={person.person}
              aria-setsize={people.length}
              aria-posinset={index + 1}
              className="absolute inset-x-0"
              style={{ top: start - HEADS }}
            >
              <Row
                {...{ page, person, scale, clock, now }}
                isChosen={chosen === person.person}
                onChoose={() => onChoose(person.person)}
              />
            </li>
          );
        })}
      </ul>
      <Skyline {...{ page, all, scale, clock, now, inner }} />
      <span
        aria-hidden
        className="bg-gap pointer-events-none absolute top-7 bottom-0 z-[5] w-[1.5px]"
        style={{ left: HEAD_WIDTH + scale.x(now) }}
      />
    </div>
  );
}

function Row({
  page,
  person,
  scale,
  clock,
  now,
  isChosen,
  onChoose,
}: {
  readonly page: TodayPage;
  readonly person: ShownPerson;
  readonly scale: DayScale;
  readonly clock: ZoneClock;
  readonly now: number;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
}) {
  const { standing, planned, entries, of } = person;
  const said = standingText(standing, clock, page.hourFormat);
  const isShort = standing.presence === 'missing' || standing.presence === 'late';
  const roleOf = (id: string | null) => page.roles.find((role) => role.id === id) ?? null;
  const ink = roleOf(planned[0]?.role ?? null)?.ink ?? 'slate';
  const top = (ROW - BAR) / 2;
  return (
    <button
      type="button"
      aria-pressed={isChosen}
      onClick={onChoose}
      className={clsx(
        'border-fine relative block w-full cursor-pointer border-b text-left',
        isChosen && 'bg-rule/40',
      )}
      style={{ height: ROW }}
    >
      <span className="absolute top-2 left-4 block truncate" style={{ width: HEAD_WIDTH - 24 }}>
        <span className="block truncate leading-[18px] font-semibold">{of.name}</span>
        <span className={clsx('block text-sm leading-4', isShort ? 'text-gap font-semibold' : 'text-muted')}>
          {said}
        </span>
      </span>
      <span className="absolute inset-y-0 right-0" style={{ left: HEAD_WIDTH }} aria-hidden>
        {scale.ticks.map((at) => (
          <span key={at} className="bg-fine absolute inset-y-0 w-px" style={{ left: scale.x(at) }} />
        ))}
        {planned.map((span) => {
          const role = roleOf(span.role);
          const left = scale.x(span.start);
          const width = Math.max(scale.x(span.end) - left, 6);
          const [from, to] = [clock.wall(span.start), clock.wall(span.end)];
          return (
            <span
              key={span.start}
              className="bar !cursor-pointer !items-start !pt-1"
              data-ink={role?.ink ?? 'slate'}
              style={{ left, width, top, height: BAR, background: 'var(--color-base-100)' }}
            >
              <span className="truncate">{formatShortSpan(from, to, page.hourFormat)}</span>
              {width > 120 && <span className="truncate font-medium">{role?.name}</span>}
            </span>
          );
        })}
        {reallyOn(entries, now).map(({ from, to }) => (
          <span
            key={from}
            data-ink={ink}
            className="absolute z-[2] h-[9px]"
            style={{ ...stretch(scale, from, to), top: top + 20, background: 'var(--role)' }}
          />
        ))}
        {isShort && (
          <svg
            className="absolute z-[2]"
            height={9}
            style={{
              ...stretch(scale, standing.at, Math.min(now, standing.at + standing.minutes)),
              top: top + 20,
            }}
          >
            <rect width="100%" height="9" fill="url(#gap-texture)" stroke="var(--color-error)" />
          </svg>
        )}
      </span>
    </button>
  );
}

function stretch({ x }: DayScale, from: number, to: number) {
  return { left: x(from), width: Math.max(x(to) - x(from), 2) };
}

function Skyline({
  page,
  all,
  scale,
  clock,
  now,
  inner,
}: Pick<Props, 'page' | 'all' | 'clock' | 'now'> & { readonly scale: DayScale; readonly inner: number }) {
  const counts = useMemo(
    () => skylineOfDay(all, scale.from, scale.to, page.blockMinutes, now),
    [all, scale.from, scale.to, page.blockMinutes, now],
  );
  const blocks = counts.map(({ from, to, planned, on }) => ({
    from: from - scale.from,
    to: to - scale.from,
    staffed: on,
    needed: planned,
    gap: from + page.blockMinutes <= now ? Math.max(0, planned - on) : 0,
    surplus: 0,
    gaps: [],
  }));
  const most = Math.max(1, ...blocks.map(({ staffed, needed }) => Math.max(staffed, needed)));
  const length = scale.to - scale.from;
  const its = { firstDay: 0, days: 1, from: 0, to: length, dayWidth: inner, perMinute: (inner - 2) / length };
  return (
    <section
      aria-label="Skyline"
      className="border-rule bg-paper sticky bottom-0 z-[4] border-t low:static"
      style={{ height: SKYLINE }}
    >
      <div className="px-4 pt-2" style={{ width: HEAD_WIDTH }}>
        <h2 className="font-serif text-lg leading-6 font-semibold">Skyline</h2>
        <p className="text-muted text-sm leading-4">planned as a line, who is really on filled</p>
      </div>
      <div className="absolute inset-y-0" style={{ left: HEAD_WIDTH, width: inner }}>
        <SkylineDay
          blocks={blocks}
          scale={its}
          day={0}
          height={SKYLINE}
          most={most}
          marks={[]}
          place={null}
        />
      </div>
      <table className="sr-only">
        <caption>People planned and on</caption>
        <tbody>
          {blocks.map(({ from, staffed, needed }) => (
            <tr key={from}>
              <th scope="row">{formatTime(clock.wall(scale.from + from), page.hourFormat)}</th>
              <td>{needed} planned</td>
              <td>{staffed} on</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
