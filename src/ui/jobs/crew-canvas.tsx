import { useDraggable, useDroppable } from '@dnd-kit/core';
import clsx from 'clsx';
import { useRef, useState } from 'react';
import type { Snag } from '@/core/checks/shared/snag';
import { crewHoursOn, crewSizeOn } from '@/core/jobs/crew-hours';
import type { ResolvedVisit } from '@/core/jobs/resolved-visit';
import type { Crew } from '@/core/jobs/types';
import type { Day } from '@/core/time/day';
import {
  bareHours,
  counted,
  formatAxisTime,
  formatDay,
  formatHours,
  formatTimeSpan,
} from '@/core/time/format';
import type { Span } from '@/core/time/span';
import type { JobsPage } from '@/server/jobs/payload';
import { crewDayOf } from './crew-day';
import { type FieldScale, lanesOn, minuteX } from './field-scale';
import type { CrewDays } from './use-crew-days';

/** Sizes in pixels: of the heads of rows, of what stands over the bars of a day, of a bar and of the space below it. */
export const HEAD = 150;
const [TOP, BAR, GAP] = [34, 34, 5];

interface Props {
  readonly page: JobsPage;
  readonly days: CrewDays;
  readonly scale: FieldScale;
  /** The visit that is shown beside; null: none. */
  readonly chosen: string | null;
  /** The job that is being placed; null: none. */
  readonly placing: string | null;
  readonly onChoose: (visit: string) => void;
  readonly onPlace: (crew: string, date: Day) => void;
  readonly onCell: (crew: string, date: Day) => void;
}

/** The days of crews in true time: their hours as paper, their visits as bars, and on top of each day what is used of it. */
export function CrewCanvas(props: Props) {
  const { page, days, scale, placing, onPlace, onCell } = props;
  const { crews } = days.work;
  const { dates } = scale;
  const [at, setAt] = useState<readonly [number, number]>([0, 0]);
  const grid = useRef<HTMLDivElement>(null);
  const go = (row: number, column: number) => {
    const next = [clamp(row, crews.length), clamp(column, dates.length)] as const;
    setAt(next);
    grid.current?.querySelector<HTMLElement>(`[data-cell="${next[0]} ${next[1]}"]`)?.focus();
  };
  const onKey = (event: React.KeyboardEvent) => {
    if (!(event.target as HTMLElement).dataset.cell) return;
    const step = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] }[event.key];
    if (step) go(at[0] + step[0], at[1] + step[1]);
    else if (event.key === 'Enter' && placing) onPlace(crews[at[0]].id, dates[at[1]]);
    else return;
    event.preventDefault();
  };
  return (
    <div ref={grid} role="grid" aria-label="Crew days" onKeyDown={onKey}>
      <div role="row" className="border-rule flex border-b">
        <span role="columnheader" className="shrink-0" style={{ width: HEAD }}>
          <span className="sr-only">Crew</span>
        </span>
        {dates.map((date) => (
          <div
            key={date}
            role="columnheader"
            className="border-rule relative h-11 border-l px-1.5 pt-1"
            style={{ width: scale.dayWidth }}
          >
            <span className={clsx('text-sm font-semibold', date === page.today && 'border-ink border-b-2')}>
              {formatDay(date)}
            </span>
            <Ticks {...{ scale, page }} />
          </div>
        ))}
      </div>
      {crews.map((crew, row) => (
        <Row
          key={crew.id}
          {...{ ...props, crew, row, at, dates }}
          onFocusCell={(column) => {
            setAt([row, column]);
            onCell(crew.id, dates[column]);
          }}
        />
      ))}
    </div>
  );
}

function clamp(at: number, count: number): number {
  return Math.min(Math.max(at, 0), count - 1);
}

function Ticks({ scale, page }: { readonly scale: FieldScale; readonly page: JobsPage }) {
  const step = scale.dayWidth > 260 ? 120 : scale.dayWidth > 90 ? 240 : 720;
  const ticks: number[] = [];
  for (let at = Math.ceil(scale.from / step) * step; at < scale.to; at += step)
    if (at > scale.from) ticks.push(at);
  return (
    <span aria-hidden>
      {ticks.map((at) => (
        <span
          key={at}
          className="text-muted absolute bottom-0.5 -translate-x-1/2 text-xs"
          style={{ left: minuteX(scale, at) }}
        >
          {formatAxisTime(at, page.hourFormat)}
        </span>
      ))}
    </span>
  );
}

function Row({
  crew,
  row,
  at,
  dates,
  onFocusCell,
  ...props
}: Props & {
  readonly crew: Crew;
  readonly row: number;
  readonly at: readonly [number, number];
  readonly dates: readonly Day[];
  readonly onFocusCell: (column: number) => void;
}) {
  const { days, scale } = props;
  const state = days.field.crews.get(crew.id)!;
  const lanes = dates.map((date) => lanesOn(state.visits, date, days.context.clock));
  const most = Math.max(1, ...lanes.flatMap((list) => list.map(({ lane }) => lane + 1)));
  const height = TOP + most * (BAR + GAP) + GAP;
  const people = crewSizeOn(crew, scale.dates[0]);
  return (
    <div role="row" className="border-rule flex border-b" style={{ height }}>
      <div role="rowheader" className="shrink-0 px-4 pt-2" style={{ width: HEAD }}>
        <span className="block truncate font-semibold">{crew.name}</span>
        <span className="text-muted block text-sm">{counted(people, 'person', 'people')}</span>
      </div>
      {dates.map((date, column) => (
        <Cell
          key={date}
          {...{ ...props, crew, date, height }}
          bars={lanes[column]}
          snags={state.snags}
          name={`${row} ${column}`}
          isActive={at[0] === row && at[1] === column}
          onFocus={() => onFocusCell(column)}
        />
      ))}
    </div>
  );
}

function Cell({
  page,
  days,
  scale,
  crew,
  date,
  bars,
  snags,
  name,
  isActive,
  chosen,
  onChoose,
  onFocus,
}: Props & {
  readonly crew: Crew;
  readonly date: Day;
  readonly bars: ReturnType<typeof lanesOn>;
  readonly snags: readonly Snag[];
  readonly name: string;
  readonly isActive: boolean;
  readonly onFocus: () => void;
}) {
  const { setNodeRef, isOver } = useDroppable({ id: `${crew.id} ${date}`, data: { crew: crew.id, date } });
  const { used, minutes, isOverfull } = crewDayOf(days, crew.id, date);
  const lost = crew.dates.find((one) => one.date === date && one.hours.length === 0);
  const hours = crewHoursOn(crew, date);
  const x = (minute: number) => minuteX(scale, minute);
  const text = lost
    ? `${lost.reason}, lost`
    : minutes > 0
      ? `${bareHours(used)} of ${bareHours(minutes)} h`
      : used > 0
        ? `${bareHours(used)} h`
        : '';
  return (
    <div
      ref={setNodeRef}
      role="gridcell"
      tabIndex={isActive ? 0 : -1}
      data-cell={name}
      aria-label={`${crew.name}, ${formatDay(date)}, ${text || 'does not work'}`}
      onFocus={(event) => event.target === event.currentTarget && onFocus()}
      className={clsx(
        'border-rule relative border-l outline-offset-[-2px] focus-visible:outline-2 focus-visible:outline-ink',
        lost && 'hatched',
        isOver && 'bg-rule/40',
      )}
      style={{ width: scale.dayWidth }}
    >
      <span
        className={clsx(
          'absolute inset-x-1.5 top-1 truncate text-xs',
          isOverfull ? 'text-gap font-semibold' : 'text-muted',
        )}
      >
        {text}
      </span>
      {minutes > 0 && (
        <span aria-hidden className="bg-fine absolute inset-x-1.5 top-[21px] h-[3px]">
          <span
            className={clsx('block h-full', isOverfull ? 'bg-gap' : 'bg-primary')}
            style={{ width: `${Math.min(100, (used / minutes) * 100)}%` }}
          />
        </span>
      )}
      {hours.map((span) => (
        <span
          key={span.from}
          aria-hidden
          className="bg-sheet absolute bottom-1"
          style={{ left: x(span.from), width: x(span.to) - x(span.from), top: TOP - 4 }}
        />
      ))}
      {bars.map(({ visit, part, lane }) => (
        <Bar
          key={`${visit.visit.id} ${part.from}`}
          {...{ page, days, visit, part, lane }}
          left={x(part.from)}
          width={Math.max(x(part.to) - x(part.from), 8)}
          ink={page.inks[crew.id] ?? 'slate'}
          snag={snags.find((one) => one.visits?.includes(visit.visit.id)) ?? null}
          isUntold={days.untold.has(visit.visit.id)}
          isChosen={chosen === visit.visit.id}
          isFirst={visit.pieces[0].from === days.context.clock.elapsed(date * 1440 + part.from)}
          onChoose={() => onChoose(visit.visit.id)}
        />
      ))}
    </div>
  );
}

function Bar({
  page,
  days,
  visit,
  part,
  lane,
  left,
  width,
  ink,
  snag,
  isChosen,
  isUntold,
  isFirst,
  onChoose,
}: {
  readonly page: JobsPage;
  readonly days: CrewDays;
  readonly visit: ResolvedVisit;
  readonly part: Span;
  readonly lane: number;
  readonly left: number;
  readonly width: number;
  readonly ink: string;
  readonly snag: Snag | null;
  readonly isChosen: boolean;
  /** Its crew was not told of it as it is. */
  readonly isUntold: boolean;
  readonly isFirst: boolean;
  readonly onChoose: () => void;
}) {
  const { job, minutes, personMinutes } = visit;
  const name = days.words.job(job.id);
  const lengths = `${formatHours(minutes)} · ${bareHours(personMinutes)} person-hours`;
  const full = `${name}, ${job.title}, ${formatTimeSpan(part.from, part.to, page.hourFormat)}, ${lengths}${visit.visit.isFixed ? ', an appointment' : ''}${isUntold ? ', not published' : ''}`;
  const { setNodeRef, listeners, isDragging } = useDraggable({
    id: `${visit.visit.id} ${part.from}`,
    disabled: !page.canChange || visit.visit.isFixed,
    data: { visit: visit.visit.id },
  });
  return (
    <button
      ref={setNodeRef}
      type="button"
      {...listeners}
      onClick={onChoose}
      aria-pressed={isChosen}
      aria-label={full}
      title={full}
      data-ink={ink}
      className={clsx(
        'bar !flex-col !items-start !justify-center !gap-[3px] overflow-hidden text-left',
        isChosen && 'outline-ink outline-2',
        isDragging && 'opacity-40',
        isUntold && '!border-dashed',
        snag && width >= 70 && '!pl-2.5',
      )}
      style={{ left, width, top: TOP + lane * (BAR + GAP), height: BAR }}
    >
      {width >= 22 && (
        <span className="max-w-full truncate">
          {isFirst || width < 90 ? '' : '… '}
          {name}
          {visit.visit.isFixed ? ' ⋅ fixed' : ''}
        </span>
      )}
      {width >= 70 && <span className="max-w-full truncate font-normal">{lengths}</span>}
      {snag && (
        <span
          aria-hidden
          className={clsx(
            'border-gap absolute bottom-0 left-0 size-[7px] border',
            snag.severity === 'stop' ? 'bg-gap' : 'border-brass bg-sheet',
          )}
        />
      )}
    </button>
  );
}
