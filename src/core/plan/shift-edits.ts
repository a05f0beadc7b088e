import { DAY, type Span } from '../time/span';
import { type ShiftPatch } from './change';
import { type Result, fail } from './problem';
import { type Break, NO_DETAIL, type Shift, type ShiftDetail } from './types';

/** All breaks of a shift set by hand, the first first; empty where the site's rule decides. */
export function breaksOf(shift: Pick<Shift, 'break' | 'detail'>): readonly Break[] {
  return shift.break ? [shift.break, ...(shift.detail?.moreBreaks ?? [])] : [];
}

/** The detail of a shift with some of it changed; null where nothing would be said by it. */
export function detailWith(shift: Pick<Shift, 'detail'>, part: Partial<ShiftDetail>): ShiftDetail | null {
  const detail = { ...NO_DETAIL, ...shift.detail, ...part };
  return JSON.stringify(detail) === EMPTY ? null : detail;
}

const EMPTY = JSON.stringify(NO_DETAIL);

/** A span moved inside another, its length kept where that fits, else cut to it. */
export function fitInside(span: Span, outer: Span): Span {
  const length = Math.min(span.to - span.from, outer.to - outer.from);
  const from = Math.min(Math.max(span.from, outer.from), outer.to - length);
  return { from, to: from + length };
}

/** Where the fixed breaks of a shift go when its times change: where they were, as far from the start, to no fixed time. */
export type BreakPlace = 'stays' | 'along' | 'loose';

/**
 * What changes when a shift gets other times. Where its length stays, fixed breaks and duties move along, else they
 * stay where they were; `place` says it otherwise of the breaks. A break left outside is kept in length only, and a
 * duty left outside is moved inside.
 */
export function withTimes(shift: Shift, { from, to }: Span, place?: BreakPlace): ShiftPatch {
  const along = to - from === shift.to - shift.from ? from - shift.from : 0;
  const outer = { from, to };
  const by = place === undefined ? along : place === 'along' ? from - shift.from : 0;
  const pause = (one: Break): Break => {
    if (one.at === null) return one;
    const at = one.at + by;
    const isInside = at >= from && at + one.minutes <= to;
    return { ...one, at: place !== 'loose' && isInside ? at : null };
  };
  const patch: { -readonly [K in keyof ShiftPatch]: ShiftPatch[K] } = { from, to };
  if (shift.break && shift.break.at !== null) patch.break = pause(shift.break);
  const { detail } = shift;
  if (detail && (detail.moreBreaks.length > 0 || detail.duties.length > 0))
    patch.detail = {
      ...detail,
      moreBreaks: detail.moreBreaks.map(pause),
      duties: detail.duties.map((duty) => ({
        ...duty,
        ...fitInside({ from: duty.from + along, to: duty.to + along }, outer),
      })),
    };
  return patch;
}

/** A shift moved by minutes, over midnight too. */
export function movedBy(shift: Shift, minutes: number): ShiftPatch {
  const start = shift.from + minutes;
  const days = Math.floor(start / DAY);
  const from = start - days * DAY;
  return {
    ...withTimes(shift, { from, to: from + shift.to - shift.from }),
    ...(days === 0 ? {} : { date: shift.date + days }),
  };
}

/**
 * Two shifts from one, cut at a minute counted like its own times. Breaks and duties go to the part that holds
 * them, one over the cut is cut too; a break known in length only stays with the longer part. What is said of
 * the shift is said of both, the check-list stays with the first. Refuses a cut outside the shift.
 */
export function split(shift: Shift, at: number, newId: string): Result<{ first: ShiftPatch; second: Shift }> {
  if (!(at > shift.from && at < shift.to))
    return fail('time', 'a shift is split between its start and its end', 'at');
  const early = { from: shift.from, to: at };
  const late = { from: at, to: shift.to };
  const share = (part: Span, longer: boolean): Pick<Shift, 'break' | 'detail'> => {
    const breaks = breaksOf(shift).flatMap((one): Break[] => {
      if (one.at === null) return longer ? [one] : [];
      const from = Math.max(one.at, part.from);
      const minutes = Math.min(one.at + one.minutes, part.to) - from;
      return minutes > 0 ? [{ ...one, at: from, minutes }] : [];
    });
    // A break of no minutes says that there is none; without it the rule would give one.
    const [pause, ...moreBreaks] =
      breaks.length === 0 && shift.break ? [{ ...NO_PAUSE, paid: shift.break.paid }] : breaks;
    const duties = (shift.detail?.duties ?? []).flatMap((duty) => {
      const from = Math.max(duty.from, part.from);
      const to = Math.min(duty.to, part.to);
      return from < to ? [{ ...duty, from, to }] : [];
    });
    const detail = shift.detail ? { ...shift.detail, moreBreaks, duties } : null;
    return { break: pause ?? null, detail };
  };
  const firstLonger = at - shift.from >= shift.to - at;
  const first = share(early, firstLonger);
  const second = share(late, !firstLonger);
  const days = Math.floor(at / DAY);
  const back = (minute: number) => minute - days * DAY;
  const pause = (one: Break): Break => ({ ...one, at: one.at === null ? null : back(one.at) });
  return {
    ok: true,
    first: { to: at, ...first },
    second: {
      ...shift,
      id: newId,
      date: shift.date + days,
      from: back(at),
      to: back(shift.to),
      break: second.break && pause(second.break),
      detail: second.detail
        ? {
            ...second.detail,
            pattern: null,
            tasks: [],
            moreBreaks: second.detail.moreBreaks.map(pause),
            duties: second.detail.duties.map((duty) => ({
              ...duty,
              from: back(duty.from),
              to: back(duty.to),
            })),
          }
        : null,
    },
  };
}

const NO_PAUSE: Break = { minutes: 0, at: null, paid: false };

/**
 * What makes the first of two shifts hold the second too, which then goes. A pause between them becomes an
 * unpaid break fixed in time, so that it is neither paid nor covered. Both have to be the same person's in the
 * same role, one after the other, and together no longer than a day.
 */
export function join(a: Shift, b: Shift): Result<{ patch: ShiftPatch }> {
  const away = (b.date - a.date) * DAY;
  const start = b.from + away;
  const to = b.to + away;
  if (a.person !== b.person) return fail('person', 'only shifts of one person are joined', 'person');
  if (a.role !== b.role) return fail('role', 'only shifts in one role are joined', 'role');
  if (start < a.to) return fail('order', 'the second begins before the first ends', 'from');
  if (to > a.from + DAY) return fail('time', 'together they would be longer than a day', 'to');
  const later = (one: Break): Break => ({ ...one, at: one.at === null ? null : one.at + away });
  const between: Break[] = start > a.to ? [{ at: a.to, minutes: start - a.to, paid: false }] : [];
  const [first, ...moreBreaks] = [...breaksOf(a), ...between, ...breaksOf(b).map(later)].filter(
    (one) => one.minutes > 0,
  );
  const [mine, theirs] = [a.detail ?? NO_DETAIL, b.detail ?? NO_DETAIL];
  const text = (x: string | null, y: string | null) => (x && y && x !== y ? `${x}; ${y}` : (x ?? y));
  return {
    ok: true,
    patch: {
      to,
      break: first ?? a.break ?? b.break,
      note: text(a.note, b.note),
      label: text(a.label, b.label),
      fixed: a.fixed || b.fixed,
      detail: detailWith(a, {
        moreBreaks,
        duties: [
          ...mine.duties,
          ...theirs.duties.map((duty) => ({ ...duty, from: duty.from + away, to: duty.to + away })),
        ],
        station: mine.station ?? theirs.station,
        tasks: [...mine.tasks, ...theirs.tasks.filter((task) => !mine.tasks.includes(task))],
        // What was for once in either is for once in both.
        oneOff: {
          label: mine.oneOff.label || theirs.oneOff.label,
          note: mine.oneOff.note || theirs.oneOff.note,
          station: mine.oneOff.station || theirs.oneOff.station,
        },
      }),
    },
  };
}

/** The breaks of a shift as one, for what knows a single one: as long as what is unpaid, fixed only if alone. */
export function asOneBreak(shift: Pick<Shift, 'break' | 'detail'>): Break | null {
  const breaks = breaksOf(shift);
  if (breaks.length < 2) return shift.break;
  const unpaid = breaks.reduce((sum, one) => sum + (one.paid ? 0 : one.minutes), 0);
  return { minutes: unpaid, at: null, paid: false };
}

/** Where a break known only in length is drawn: the middle of its shift, in steps of 5 minutes. */
export function middleOf({ from, to }: Span, minutes: number): number {
  return Math.max(from, Math.round((from + (to - from) / 2 - minutes / 2) / 5) * 5);
}

/**
 * A break or a duty of a shift moved by minutes, kept inside it, with the span it then has. `part`: `break:0` and on,
 * `duty:0` and on. A break known only in length becomes fixed in time; one by the site's rule becomes the shift's.
 */
export function movePart(
  shift: Shift,
  first: Break,
  part: string,
  by: number,
): { readonly patch: ShiftPatch; readonly span: Span } | null {
  const [kind, number] = part.split(':');
  const index = Number(number);
  const outer = { from: shift.from, to: shift.to };
  if (kind === 'duty') {
    const duties = shift.detail?.duties ?? [];
    const duty = duties[index];
    if (!duty) return null;
    const span = fitInside({ from: duty.from + by, to: duty.to + by }, outer);
    const moved = duties.map((one, i) => (i === index ? { ...one, ...span } : one));
    return { patch: { detail: detailWith(shift, { duties: moved }) }, span };
  }
  const breaks = [first, ...(shift.detail?.moreBreaks ?? [])];
  const pause = breaks[index];
  if (!pause || pause.minutes > shift.to - shift.from) return null;
  const start = (pause.at ?? middleOf(shift, pause.minutes)) + by;
  const span = fitInside({ from: start, to: start + pause.minutes }, outer);
  const moved = { ...pause, at: span.from };
  if (index === 0) return { patch: { break: moved }, span };
  const moreBreaks = breaks.slice(1).map((one, i) => (i === index - 1 ? moved : one));
  return { patch: { detail: detailWith(shift, { moreBreaks }) }, span };
}
