import { memo } from 'react';
import type { PlanShift } from '@/core/checks/shared/check';
import type { PersonState } from '@/core/consequences/judge';
import { breakMinutes } from '@/core/plan/resolved-shift';
import type { RowId } from '@/core/grid/cell';
import type { Shift } from '@/core/plan/types';
import type { DayWishes } from '@/server/plan/payload';
import type { PlanRequest } from '@/server/requests/payload';
import { publicationOf } from '@/core/publish/publication';
import { bareHours, formatDay, formatTimeSpan, formatHours, type HourFormat } from '@/core/time/format';
import { Bar, MARK_WIDTH } from './bar';
import type { RoleStyle } from './bar-label';
import { type Scale, xOf } from './scale';
import { Underlay } from './underlay';
import { WishMark, wishText } from './wish-mark';

export const ROW_HEIGHT = 34;
/** The same where the window is low. */
export const LOW_ROW_HEIGHT = 24;
/** Height of the line that names a group of rows. */
export const HEADING_HEIGHT = 24;
/** Width of what stands left of the canvas: names and hours. */
export const HEAD_WIDTH = 188;

interface Props {
  readonly row: RowId;
  /** Where the row stands in the order shown. */
  readonly position: number;
  readonly top: number;
  readonly height: number;
  readonly state: PersonState;
  readonly scale: Scale;
  readonly roleStyles: ReadonlyMap<string, RoleStyle>;
  readonly published: ReadonlyMap<string, Shift>;
  /** What its person wishes for, by day; left out: nothing. */
  readonly wishes?: DayWishes;
  /** What is asked for about shifts, by their ids. */
  readonly asked: ReadonlyMap<string, readonly PlanRequest[]>;
  /** Ids of shifts that are only proposed. */
  readonly proposed: ReadonlySet<string>;
  readonly hourFormat: HourFormat;
  /** Day of the active cell in this row, -1 for none. */
  readonly active: number;
  /** The selected days in this row, both -1 for none. */
  readonly firstSelected: number;
  readonly lastSelected: number;
  readonly dragged: string | null;
  /** Shifts that a rule has picked, in any row. */
  readonly matched: ReadonlySet<string> | null;
}

/** One person's week on the canvas, or the open shifts. Drawn again only when something of it changed. */
export const Row = memo(function Row(props: Props) {
  const { row, top, state, scale, active } = props;
  const troubles = troublesOf(state);
  return (
    <div
      role="row"
      aria-rowindex={props.position + 2}
      data-row={row}
      className="canvas-row"
      style={{ top, height: props.height }}
    >
      <RowHead state={state} roleStyles={props.roleStyles} isLow={props.height < ROW_HEIGHT} />
      {Array.from({ length: scale.days }, (_, i) => {
        const day = scale.firstDay + i;
        const shifts = state.view.shifts.filter((shift) => shift.date === state.view.context.plan.from + day);
        return (
          <div
            key={day}
            id={cellId(row, day)}
            role="gridcell"
            aria-colindex={day + 2}
            aria-selected={day >= props.firstSelected && day <= props.lastSelected}
            aria-label={describe(state, shifts, day, props)}
            data-active={active === day || undefined}
            className="canvas-cell"
            style={{
              left: HEAD_WIDTH + i * scale.dayWidth,
              width: scale.dayWidth,
              ...blockGrid(state, scale),
            }}
          >
            <CellBody {...props} day={day} shifts={shifts} troubles={troubles} />
          </div>
        );
      })}
    </div>
  );
});

/** Lines at every block of the day, where one day has the whole width. */
function blockGrid({ view }: PersonState, scale: Scale): React.CSSProperties {
  if (scale.days > 1) return {};
  const width = view.context.site.blockMinutes * scale.perMinute;
  return {
    backgroundImage: 'linear-gradient(to right, var(--fine) 1px, transparent 1px)',
    backgroundSize: `${width}px 100%`,
    backgroundPositionX: 1,
  };
}

function CellBody({
  height,
  state,
  scale,
  day,
  shifts,
  troubles,
  roleStyles,
  published,
  hourFormat,
  dragged,
  matched,
  wishes,
  asked,
  proposed,
}: Props & {
  day: number;
  shifts: readonly PlanShift[];
  troubles: ReadonlyMap<string, 'stop' | 'warn'>;
}) {
  // Inside a cell x counts from the cell's own edge.
  const local: Scale = { ...scale, firstDay: day };
  const lanes = lanesIn(shifts, scale);
  const lane = laneOf(state.view.person === null, lanes.count, scale.days, height);
  return (
    <>
      <Underlay view={state.view} scale={local} day={day} shifts={shifts} />
      {wishes && (
        <WishMark wish={wishes[state.view.context.plan.from + day]} shifts={shifts} scale={local} day={day} />
      )}
      {shifts.map((shift, i) => {
        const before = published.get(shift.id);
        const publication = publicationOf(shift.planShift!, before);
        const roleStyle = (shift.role && roleStyles.get(shift.role)) || null;
        return (
          <span key={shift.id}>
            {before && publication === 'changed' && <Was shift={before} scale={local} day={day} />}
            <Bar
              shift={shift}
              scale={local}
              day={day}
              roleStyle={roleStyle}
              hourFormat={hourFormat}
              pencil={publication !== 'published'}
              trouble={troubles.get(shift.id) ?? null}
              isAsked={asked.has(shift.id)}
              isProposed={proposed.has(shift.id)}
              top={lane.top + lanes.of[i] * (lane.height + lane.space)}
              height={lane.height}
              dragged={dragged === shift.id}
              matched={matched?.has(shift.id) ?? false}
              title={titleOf(shift, roleStyle, hourFormat, asked)}
            />
          </span>
        );
      })}
    </>
  );
}

const BAR_TOP = 6;
const BAR_HEIGHT = 22;
const TALL = 28;
const LANE_SPACE = 2;

/**
 * Where the lanes of a day lie, in pixels. A person's bars share the height of the row: one alone has room for a
 * second line. Those of open shifts make their row higher.
 */
function laneOf(
  isOpen: boolean,
  lanes: number,
  days: number,
  row: number,
): { readonly top: number; readonly height: number; readonly space: number } {
  if (isOpen) return { top: BAR_TOP, height: days === 1 ? TALL : BAR_HEIGHT, space: LANE_SPACE };
  const alone = Math.min(TALL, row - 3);
  if (lanes < 2) return { top: (row - alone) / 2, height: alone, space: 0 };
  return { top: 1, height: (row - 2) / lanes - 1, space: 1 };
}

/** The lanes of a day's shifts; where a day is too narrow for true lengths, each has one for itself. */
function lanesIn(
  shifts: readonly { from: number; to: number }[],
  { dayWidth }: Pick<Scale, 'dayWidth'>,
): ReturnType<typeof lanesOf> {
  if (dayWidth >= MARK_WIDTH) return lanesOf(shifts);
  return { of: shifts.map((_, i) => i), count: shifts.length };
}

/** The lane of each shift, so that none covers another. They are sorted by start. */
export function lanesOf(shifts: readonly { from: number; to: number }[]): { of: number[]; count: number } {
  const ends: number[] = [];
  const of = shifts.map((shift) => {
    let lane = ends.findIndex((end) => end <= shift.from);
    if (lane < 0) lane = ends.length;
    ends[lane] = shift.to;
    return lane;
  });
  return { of, count: ends.length };
}

/** The height of the row of open shifts, which stand above one another where they overlap. */
export function openRowHeight(state: PersonState, days = 7): number {
  const { shifts, context } = state.view;
  let most = 1;
  for (let day = 0; day < context.plan.days; day++) {
    const today = shifts.filter((shift) => shift.date === context.plan.from + day);
    // Over weeks a day may be too narrow for true lengths: then each shift has a lane for itself.
    most = Math.max(most, days > 7 ? today.length : lanesOf(today).count);
  }
  const { height, space } = laneOf(true, most, days, ROW_HEIGHT);
  return BAR_TOP * 2 + most * (height + space) - space;
}

/** Where a shift stood when it was published, for those who look. */
function Was({ shift, scale, day }: { shift: Shift; scale: Scale; day: number }) {
  const left = xOf(scale, day, shift.from);
  return <div className="was" style={{ left, width: xOf(scale, day, shift.to) - left }} />;
}

/** How many letters of usual width stand beside the hours: of a name, and of the smaller roles. */
const NAME_ROOM = 14;
const ROLES_ROOM = 17;

/** A text is cut only where it may be too long: each that is cut costs the browser a clip of its own. */
function cutTo(room: number, text: string): string {
  const wide = text.match(/[^a-z ,.'ilt-]/g)?.length ?? 0;
  return text.length + wide * 0.4 > room ? 'truncate' : 'whitespace-nowrap';
}

function RowHead({
  state,
  roleStyles,
  isLow,
}: {
  readonly state: PersonState;
  readonly roleStyles: ReadonlyMap<string, RoleStyle>;
  /** Without room for a second line. */
  readonly isLow: boolean;
}) {
  const { person, shifts } = state.view;
  if (!person) {
    const minutes = shifts.reduce((sum, shift) => sum + shift.paid, 0);
    return (
      <div role="rowheader" className="absolute top-0 left-0 flex h-[34px] flex-col justify-center pl-4">
        <span className="text-sm leading-4 font-semibold">Open shifts</span>
        <span className="text-muted text-xs leading-3">
          {shifts.length === 0 ? 'none to fill' : `${shifts.length} to fill, ${formatHours(minutes)}`}
        </span>
      </div>
    );
  }
  // Over several weeks the contract counts as often.
  const weeks = state.view.context.weeks.length;
  const contract = person.contractMinutes === null ? null : person.contractMinutes * weeks;
  const over = contract !== null && state.paid > contract;
  const share = contract ? Math.min(state.paid / contract, 1) : 0;
  const roles = person.roles.map((held) => roleStyles.get(held.role)?.name ?? held.role).join(', ');
  return (
    <div
      role="rowheader"
      className="absolute inset-y-0 left-0 flex items-center gap-1.5 pr-2.5 pl-4"
      style={{ width: HEAD_WIDTH }}
      title={`${person.name}, ${roles}`}
    >
      <span className="min-w-0 flex-1">
        <span className={`block text-sm leading-4 font-semibold ${cutTo(NAME_ROOM, person.name)}`}>
          {person.name}
        </span>
        {!isLow && (
          <span className={`text-muted block text-xs leading-3 ${cutTo(ROLES_ROOM, roles)}`}>{roles}</span>
        )}
      </span>
      <span
        className={`w-[54px] shrink-0 text-right text-xs leading-4 ${over ? 'text-brass font-semibold' : ''}`}
      >
        {bareHours(state.paid)}
        {contract !== null && <span className="text-muted"> / {bareHours(contract)}</span>}
        {contract !== null && !isLow && (
          <span className="bg-fine mt-[3px] block h-[3px]" aria-hidden>
            <span
              className={`block h-full ${over ? 'bg-brass' : 'bg-sea'}`}
              style={{ width: `${share * 100}%` }}
            />
          </span>
        )}
      </span>
    </div>
  );
}

/** The id of a cell's element. */
export function cellId(row: RowId, day: number): string {
  return `cell-${row}-${day}`;
}

const STATE = { draft: 'draft', changed: 'changed since published', published: 'published' } as const;

function troublesOf(state: PersonState): Map<string, 'stop' | 'warn'> {
  const troubles = new Map<string, 'stop' | 'warn'>();
  for (const snag of state.snags) {
    if (snag.severity === 'note' || snag.code === 'unfilled') continue;
    for (const id of snag.shifts) if (troubles.get(id) !== 'stop') troubles.set(id, snag.severity);
  }
  return troubles;
}

function titleOf(
  shift: PlanShift,
  roleStyle: RoleStyle | null,
  hourFormat: HourFormat,
  asked: Props['asked'],
): string {
  const { from, to, label, note, detail } = shift.planShift!;
  const minutes = breakMinutes(shift);
  const pause = minutes > 0 ? `, ${minutes} min break` : '';
  const duties = (detail?.duties ?? []).map(
    (duty) => `${duty.name} ${formatTimeSpan(duty.from, duty.to, hourFormat)}`,
  );
  const wanted = (asked.get(shift.id) ?? []).map(({ text }) => `Asked for: ${text}`);
  const extra = [label, detail?.station, note, ...duties, ...wanted].filter(Boolean).join('. ');
  return `${formatTimeSpan(from, to, hourFormat)} ${roleStyle?.name ?? ''}${pause}${extra ? `. ${extra}` : ''}`;
}

function describe(
  state: PersonState,
  shifts: readonly PlanShift[],
  day: number,
  { roleStyles, hourFormat, published, wishes, asked, proposed }: Props,
): string {
  const { person, context } = state.view;
  const date = context.plan.from + day;
  const parts = shifts.map((shift) => {
    const state = proposed.has(shift.id)
      ? 'proposed'
      : STATE[publicationOf(shift.planShift!, published.get(shift.id))];
    const style = (shift.role && roleStyles.get(shift.role)) || null;
    return `${titleOf(shift, style, hourFormat, asked)}, ${state}`;
  });
  if (person) {
    const dayStart = date * 1440;
    if (person.leave.some((l) => l.state === 'approved' && l.from < dayStart + 1440 && l.to > dayStart))
      parts.push('on leave');
    if (state.view.availability(date).allowed.length === 0) parts.push('not available');
  }
  const wish = wishes?.[date];
  if (wish) parts.push(wishText(wish));
  const what = parts.length > 0 ? parts.join('; ') : 'no shift';
  return `${person?.name ?? 'Open shifts'}, ${formatDay(date)}: ${what}`;
}
