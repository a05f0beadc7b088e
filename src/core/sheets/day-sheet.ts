import type { Block } from '../coverage/blocks';
import { type Judgement, coverageBetween } from '../consequences/judge';
import { fixedBreaks } from '../plan/resolved-shift';
import type { Day } from '../time/day';
import {
  counted,
  formatAxisTime,
  formatDay,
  formatHours,
  formatLongDay,
  formatTimeSpan,
  type HourFormat,
} from '../time/format';
import { DAY, type Span } from '../time/span';
import { type DaySheetLine, dayLines, hoursOf } from './day-lines';
import { type SheetGround, holidaysOf } from './week-sheet';

/** Somebody's shift on the sheet of a day, on an axis in minutes of that day. */
export interface DayRow {
  readonly key: string;
  readonly name: string;
  /** `22:00–6:00 Bar, since Mon 22`. */
  readonly when: string;
  readonly role: string | null;
  /** As much of it as lies on the sheet. */
  readonly bar: Span;
  readonly breaks: readonly Span[];
  readonly draft: boolean;
  /** Label, station, note, duties and breaks, in words. */
  readonly said: string;
  readonly tasks: readonly string[];
}

/** One day for the wall: who is on, in the order of their start, over the hours of the day, and with how many. */
export interface DaySheet {
  readonly title: string;
  readonly holidays: string;
  readonly site: string;
  readonly note: string | null;
  /** How many of the shifts on it are drafts, and of how many. */
  readonly drafts: number;
  readonly of: number;
  readonly hours: Span;
  /** The hours, as they stand over the bars. */
  readonly marks: readonly { readonly minute: number; readonly name: string }[];
  readonly rows: readonly DayRow[];
  /** People on / people needed, by role and hour; no rows where nobody is either. */
  readonly coverage: {
    readonly heads: readonly string[];
    readonly rows: readonly {
      readonly name: string;
      readonly cells: readonly { readonly text: string; readonly isShort: boolean }[];
    }[];
  };
  /** `2 shifts from this day, 7½ h paid.` */
  readonly sum: string;
}

/** The sheet of a date of the plan. */
export function daySheet(
  { judgement, published, hourFormat }: SheetGround,
  date: Day,
  note: string | null,
): DaySheet {
  const { plan } = judgement;
  const lines = dayLines(judgement, new Map(published.map((shift) => [shift.id, shift])), date);
  const own = lines.filter((line) => line.shift.date === date);
  const hours = lines.length === 0 ? { from: 0, to: 0 } : hoursOf(lines);
  const roles = new Map(plan.roles.map(({ id, name }) => [id, name]));
  const marks = Array.from({ length: (hours.to - hours.from) / 60 }, (_, i) => hours.from + i * 60);
  return {
    title: formatLongDay(date),
    holidays: holidaysOf(plan, date),
    site: plan.site.name,
    note,
    drafts: lines.filter((line) => line.draft).length,
    of: lines.length,
    hours,
    marks: marks.map((minute) => ({ minute, name: formatAxisTime(minute, hourFormat) })),
    rows: lines.map((line) => rowOf(line, hours, date, roles, hourFormat)),
    coverage: coverageOf(judgement, date - plan.from, hours, hourFormat),
    sum: `${counted(own.length, 'shift')} from this day, ${formatHours(
      own.reduce((sum, { shift }) => sum + (shift.person ? shift.paid : 0), 0),
    )} paid.`,
  };
}

function rowOf(
  { key, name, shift, from, to, draft }: DaySheetLine,
  hours: Span,
  date: Day,
  roles: ReadonlyMap<string, string>,
  hourFormat: HourFormat,
): DayRow {
  const { planShift } = shift;
  const detail = planShift?.detail ?? null;
  const span = (of: Span) => formatTimeSpan(of.from, of.to, hourFormat);
  const breaks = fixedBreaks(shift)
    .map((pause) => ({ from: pause.from - date * DAY, to: pause.to - date * DAY }))
    .filter((pause) => pause.to > hours.from);
  const since = shift.date < date ? `, since ${formatDay(shift.date)}` : '';
  return {
    key,
    name,
    when: `${span({ from, to })} ${roles.get(shift.role ?? '') ?? ''}${since}`,
    role: shift.role,
    bar: { from: Math.max(from, hours.from), to },
    breaks,
    draft,
    said: [
      planShift?.label,
      detail?.station,
      planShift?.note,
      ...(detail?.duties ?? []).map((duty) => `${duty.name} ${span(duty)}`),
      ...breaks.map((pause) => `break ${span(pause)}`),
    ]
      .filter(Boolean)
      .join(' · '),
    tasks: detail?.tasks ?? [],
  };
}

function coverageOf(
  judgement: Judgement,
  day: number,
  hours: Span,
  hourFormat: HourFormat,
): DaySheet['coverage'] {
  const byHour = judgement.plan.roles.map(({ name }, row) => ({
    name,
    hours: shortestOfHours(coverageBetween(judgement, row, day, hours)),
  }));
  const shown = byHour.filter(({ hours: all }) =>
    [...all.values()].some(({ staffed, needed }) => staffed > 0 || needed > 0),
  );
  const heads = [...(shown[0]?.hours.keys() ?? [])];
  return {
    heads: heads.map((hour) => formatAxisTime(hour, hourFormat)),
    rows: shown.map(({ name, hours: all }) => ({
      name,
      cells: heads.map((hour) => {
        const { staffed, needed, gap } = all.get(hour)!;
        return { text: staffed === 0 && needed === 0 ? '' : `${staffed}/${needed}`, isShort: gap > 0 };
      }),
    })),
  };
}

/** Of each hour's blocks the one that is shortest of people, else the first. */
function shortestOfHours(blocks: readonly Block[]): Map<number, Block> {
  const hours = new Map<number, Block>();
  for (const block of blocks) {
    const hour = Math.floor(block.from / 60) * 60;
    const now = hours.get(hour);
    if (!now || block.gap > now.gap) hours.set(hour, block);
  }
  return hours;
}
