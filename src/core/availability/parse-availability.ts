import { weekFrom } from '../time/day';
import type { AvailabilityKind } from '../plan/types';
import { DASH, type Reading, type TimeHabits } from '../time/parse-time';
import { scanDays } from '../time/scan-days';
import { DAY, type Span } from '../time/span';
import { scanTimes } from './scan-times';
import type { WeekBlock } from './week-blocks';

/** What a site takes for granted when availability is typed. */
export interface AvailabilityHabits extends TimeHabits {
  /** The weekdays (0 Monday) that `weekend` means; Saturday and Sunday unless said. */
  readonly weekend?: readonly number[];
}

/**
 * Reads availability as people type it: `Tue 9-17`, `Mon-Fri after 15`, `9-5 weekdays, Sat off`, `not Sun`,
 * `rather not Fri after 18`, `any time except Tue`, `MWF before noon`, `Mon 9-13 17-22`. A part is weekdays with
 * times behind or before them; without weekdays it means all that no other part names, without times all day. A
 * new part begins with the next weekday behind a time, at `;` and on a new line. What could be meant in two ways
 * is not read. Otherwise answers what is wrong and where.
 */
export function parseAvailability(text: string, habits: AvailabilityHabits = {}): Reading<WeekBlock[]> {
  const clauses: Clause[] = [];
  let offset = 0;
  for (const part of text.split(/[;\n]/)) {
    const read = parsePart(part, habits);
    if (!read.ok) return moved(read, offset);
    clauses.push(...read.value);
    offset += part.length + 1;
  }
  // What no day is named for holds on the days that nothing else is said of.
  const named = new Set(clauses.flatMap(({ kind, days }) => (kind === 'available' ? [...days] : [])));
  const rest = WEEK.filter((day) => !named.has(day));
  return {
    ok: true,
    value: clauses.flatMap((clause) => blocksOfClause(clause, clause.kind === 'available' ? rest : WEEK)),
  };
}

const WEEK = weekFrom(0);

/** One clause while it is read. */
interface Clause {
  readonly kind: AvailabilityKind;
  readonly days: Set<number>;
  readonly spans: Span[];
  /** Its times were typed before its days. */
  readonly timesFirst: boolean;
}

type Wrong = Extract<Reading<never>, { ok: false }>;

const SEPARATORS = /^(?:[\s,+&/.]|(?:and|then)(?!\p{L}))*/iu;
const NOT =
  /^(rather not|prefer not to|prefer not|not available|unavailable|not|never|no|off|can(?:no|['’]?)t(?: (?:do|work))?|unable|busy)(?!\p{L})/iu;
const NOT_BEHIND = /^(off|unavailable|not available|busy|closed)(?!\p{L})/iu;
const EXCEPT = /^(except(?: for)?|excluding|but not)(?!\p{L})/iu;
const FILLER = /^(available|free|open|only|just|the|on|at|work|can|do)(?!\p{L})/iu;

function parsePart(part: string, habits: AvailabilityHabits): Reading<Clause[]> {
  const clauses: Clause[] = [];
  let at = 0;
  for (;;) {
    const between = SEPARATORS.exec(part.slice(at))![0];
    at += between.length;
    if (at >= part.length) break;
    const read =
      readNot(part, at, clauses, habits) ??
      readExcept(part, at, clauses, habits) ??
      readDays(part, at, clauses, habits, between.includes(',')) ??
      readFiller(part, at, clauses) ??
      readTimes(part, at, clauses, habits, between.includes(','));
    if (typeof read !== 'number') return read;
    at += read;
  }
  // A clause that was begun and not filled says nothing, unless it is all there is: `available`.
  const isAll = /^\W*(available|free|open)\W*$/i.test(part);
  const isSaid = ({ kind, days, spans }: Clause) => kind !== 'available' || days.size > 0 || spans.length > 0;
  return { ok: true, value: clauses.filter((clause) => isAll || isSaid(clause)) };
}

function begin(clauses: Clause[], kind: AvailabilityKind, spans: Span[] = []): Clause {
  const clause = { kind, days: new Set<number>(), spans, timesFirst: spans.length > 0 };
  clauses.push(clause);
  return clause;
}

function wrong(message: string, from: number, to: number): Wrong {
  return { ok: false, problem: { message, at: { from, to } } };
}

/** `not`, `no`, `can't`: what follows is not possible, or what stands before where nothing or only times follow. */
function readNot(part: string, at: number, clauses: Clause[], habits: AvailabilityHabits): number | null {
  const not = NOT.exec(part.slice(at));
  if (!not) return null;
  const kind = /^(rather|prefer)/i.test(not[0]) ? 'rather-not' : 'not-available';
  const end = at + not[0].length;
  const before = clauses.at(-1);
  const isLast = /^\s*(?:,|$)/.test(part.slice(end));
  const hasDays = before?.kind === 'available' && before.days.size > 0;
  // `Fri after 18 rather not`, and `Sat rather not 9-12`.
  if (before && hasDays && (isLast || (before.spans.length === 0 && isTimed(part, end, habits)))) {
    clauses[clauses.length - 1] = { ...before, kind };
    if (isLast) begin(clauses, 'available');
  } else begin(clauses, kind);
  return not[0].length;
}

/** `except Tue`: takes days from what stands before it; with times, only those. */
function readExcept(
  part: string,
  at: number,
  clauses: Clause[],
  { weekend }: AvailabilityHabits,
): number | Wrong | null {
  const word = EXCEPT.exec(part.slice(at));
  if (!word) return null;
  const clause = clauses.at(-1);
  const from =
    at + word[0].length + /^(?:\s|(?:on|the)(?!\p{L}))*/iu.exec(part.slice(at + word[0].length))![0].length;
  const list = scanList(part, from, weekend);
  if (list && 'problem' in list) return list;
  const isNext = list !== null && list.groups.length > 1 && isTimed(part, list.to);
  // `except Wed, Sat 10-2`: the last has times of its own and is no exception.
  const to = isNext ? list.groups.at(-1)!.from : (list?.to ?? from);
  const except = isNext ? list.groups.slice(0, -1) : (list?.groups ?? []);
  const hasTimes = !isNext && isTimed(part, to);
  if (!clause || (hasTimes && clause.spans.length > 0 && clause.spans.every(isWholeDay))) {
    begin(clauses, 'not-available');
    return from - at;
  }
  if (except.length === 0) return wrong('"except" needs a weekday, as in "any time except Tue"', at, from);
  if (hasTimes)
    return wrong(
      'say which hours hold on it, as in "Wed 10-14", or "not Wed 10-14"',
      at,
      part.trimEnd().length,
    );
  const left = (clause.days.size > 0 ? [...clause.days] : WEEK).filter(
    (day) => !except.some(({ days }) => days.includes(day)),
  );
  if (left.length === 0) return wrong('no day is left of that', at, to);
  clause.days.clear();
  for (const day of left) clause.days.add(day);
  begin(clauses, 'available');
  return to - at;
}

/** Weekdays, with the word behind them that they are off. */
function readDays(
  part: string,
  at: number,
  clauses: Clause[],
  habits: AvailabilityHabits,
  comma: boolean,
): number | Wrong | null {
  const list = scanList(part, at, habits.weekend);
  if (!list || 'problem' in list) return list;
  const { groups, to } = list;
  const clause = clauses.at(-1) ?? begin(clauses, 'available');
  const space = /^\s*/.exec(part.slice(to))![0].length;
  const off = clause.kind === 'available' ? NOT_BEHIND.exec(part.slice(to + space)) : null;
  const isUnclear = () =>
    wrong(
      'it is not clear which days that is about; part them with a semicolon',
      at,
      off ? to + space + off[0].length : to,
    );
  let [own, away] = off ? [[], groups] : [groups, []];
  let next: DayGroup[] = [];
  if (clause.timesFirst && clause.spans.length > 0) {
    const isFirst = clause.days.size === 0 && !comma;
    if (off && isFirst) {
      // `9-5 Mon-Fri, Sat off`: the first belongs to the times.
      if (groups.length === 1 || (groups.length > 2 && !groups[0].isRange)) return isUnclear();
      [own, away] = [groups.slice(0, 1), groups.slice(1)];
    } else if (!off && isTimed(part, to, habits)) {
      // `9-5, Sat 10-2`: the last has times of its own.
      if ((groups.length === 1 && isFirst) || daysBehindTimes(part, to, habits)) return isUnclear();
      [own, next] = [groups.slice(0, -1), groups.slice(-1)];
    }
  } else {
    if (off && groups.length > 1 && groups.some(({ isRange }) => isRange)) return isUnclear();
    if (!off && clause.spans.length > 0) [own, next] = [[], groups];
  }
  addDays(clause, own);
  if (next.length > 0) addDays(begin(clauses, 'available'), next);
  if (!off) return to - at;
  addDays(begin(clauses, 'not-available'), away);
  begin(clauses, 'available');
  return to + space + off[0].length - at;
}

function addDays({ days }: Clause, groups: readonly DayGroup[]): void {
  for (const group of groups) for (const day of group.days) days.add(day);
}

function readFiller(part: string, at: number, clauses: Clause[]): number | null {
  const filler = FILLER.exec(part.slice(at));
  if (!filler || (/^open/i.test(filler[0]) && DASH.test(part.slice(at + filler[0].length)))) return null;
  if (clauses.length === 0) begin(clauses, 'available');
  return filler[0].length;
}

function readTimes(
  part: string,
  at: number,
  clauses: Clause[],
  habits: AvailabilityHabits,
  comma: boolean,
): number | Wrong {
  const clause = clauses.at(-1);
  const read = scanTimes(part, at, habits, clause?.spans.at(-1)?.from);
  if (!read) {
    const word = /^\S+/.exec(part.slice(at))![0];
    return wrong(`"${word}" is no weekday and no time`, at, at + word.length);
  }
  if (!read.reading.ok) return read.reading;
  const span = read.reading.value;
  const end = at + read.length;
  const isEmpty = clause?.kind === 'available' && clause.days.size === 0 && clause.spans.length === 0;
  if (isEmpty) clauses.pop();
  if (!clause || isEmpty || (clause.timesFirst && clause.days.size > 0)) begin(clauses, 'available', [span]);
  else {
    // `Mon 9-5, 10-2 Tue`: whose times these are, nobody can tell.
    if (comma && clause.spans.length > 0 && !clause.timesFirst) {
      const next = end + /^\s*/.exec(part.slice(end))![0].length;
      const list = scanList(part, next, habits.weekend);
      if (list && !('problem' in list) && !isTimed(part, list.to, habits))
        return wrong('put each weekday before its times, as in "Mon 9-17, Tue 10-14"', at, list.to);
    }
    clause.spans.push(span);
  }
  return read.length;
}

/** Weekdays between two commas. */
interface DayGroup {
  /** Where it begins in the text. */
  readonly from: number;
  readonly days: readonly number[];
  readonly isRange: boolean;
}

/** All weekdays from a place on, as they are parted by commas, and where they end; null: none. */
function scanList(
  part: string,
  at: number,
  weekend?: readonly number[],
): { groups: DayGroup[]; to: number } | Wrong | null {
  const groups: DayGroup[] = [];
  let to = at;
  for (;;) {
    const between = groups.length === 0 ? '' : SEPARATORS.exec(part.slice(to))![0];
    const found = scanDays(part, to + between.length, weekend);
    if (!found) return groups.length === 0 ? null : { groups, to };
    const from = to + between.length;
    if ('message' in found) return wrong(found.message, from, from + found.length);
    to = from + found.length;
    const last = groups.at(-1);
    const isRange = found.days.length > 1;
    if (last && !between.includes(','))
      groups[groups.length - 1] = {
        from: last.from,
        days: [...last.days, ...found.days],
        isRange: last.isRange || isRange,
      };
    else groups.push({ from, days: found.days, isRange });
  }
}

/** Whether times, or a word that there are none, follow. */
function isTimed(part: string, at: number, habits: AvailabilityHabits = {}): boolean {
  const rest = part.slice(at).replace(/^(?:\s|(?:only|at)(?=\s+\S))*/i, '');
  return NOT_BEHIND.test(rest) || scanTimes(rest, 0, habits) !== null;
}

/** Whether behind the times that follow there are weekdays again, without a comma. */
function daysBehindTimes(part: string, at: number, habits: AvailabilityHabits): boolean {
  let end = at;
  for (;;) {
    const next = end + /^(?:\s|(?:only|at)(?=\s+\S))*/i.exec(part.slice(end))![0].length;
    const times = scanTimes(part, next, habits);
    if (!times) return scanDays(part, next, habits.weekend) !== null;
    end = next + times.length;
  }
}

const isWholeDay = ({ from, to }: Span) => from === 0 && to === DAY;

function blocksOfClause({ kind, days, spans }: Clause, rest: readonly number[]): WeekBlock[] {
  const weekdays = days.size > 0 ? [...days].sort((a, b) => a - b) : rest;
  const times = spans.length > 0 ? spans : [{ from: 0, to: DAY }];
  return weekdays.flatMap((weekday) => times.map(({ from, to }) => ({ weekday, from, to, kind })));
}

function moved(
  reading: Extract<Reading<unknown>, { ok: false }>,
  offset: number,
): Extract<Reading<never>, { ok: false }> {
  const { message, at } = reading.problem;
  return { ok: false, problem: { message, at: { from: at.from + offset, to: at.to + offset } } };
}
