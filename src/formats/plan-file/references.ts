import { parseDate } from '@/core/time/day';
import { parseClock } from '@/core/time/format';
import { type Fault, type Steps, formatPath } from '../fault';
import { shiftFaults } from '@/core/plan/shift-faults';
import type { Shift } from '@/core/plan/types';
import { breakFrom, spanFrom, momentOf } from './convert';
import type { RawBreak } from './raw';

/**
 * What the fields of a plan file say about one another: ids that are known and used once, spans that have a
 * length, breaks inside their shift, shifts inside the plan's dates. Reads the raw document and passes over
 * whatever has no proper form, so that these faults are reported together with those of form.
 */
export function referenceFaults(raw: unknown): Fault[] {
  const book = new FaultBook();
  if (!isObject(raw)) return [];
  const roles = idsOf(book, raw.roles, ['roles']);
  const people = idsOf(book, raw.people, ['people']);
  idsOf(book, raw.shifts, ['shifts']);
  const days = planDays(raw);
  if (isObject(raw.site)) siteFaults(book, raw.site);
  each(raw.people, (person, i) => personFaults(book, person, ['people', i], roles));
  each(raw.holidays, (holiday, i) => {
    eachOf(holiday.people, (person, j) =>
      known(book, people, 'person', person, ['holidays', i, 'people', j]),
    );
    if (Array.isArray(holiday.hours))
      holiday.hours.forEach((pair: unknown, j) => {
        if (Array.isArray(pair) && pair.length === 2)
          lengthFault(book, { from: pair[0], to: pair[1] }, ['holidays', i, 'hours', j]);
      });
  });
  each(raw.awayLimits, (limit, i) =>
    eachOf(limit.roles, (role, j) => known(book, roles, 'role', role, ['awayLimits', i, 'roles', j])),
  );
  each(raw.needs, (need, i) => {
    const at = ['needs', i];
    known(book, roles, 'role', need.role, [...at, 'role']);
    lengthFault(book, need, at);
    if (need.days != null && need.date != null)
      book.add([...at, 'date'], 'a need has weekdays or a date, not both');
  });
  each(raw.shifts, (shift, i) => faultsOfShift(book, shift, ['shifts', i], { roles, people, days }));
  each(raw.around, (shift, i) => faultsOfShift(book, shift, ['around', i], { roles, people, days: null }));
  if (isObject(raw.rules)) each(raw.rules.young, (rule, i) => lengthFault(book, rule, ['rules', 'young', i]));
  return book.faults;
}

/** What is known of a plan when one of its shifts or leaves is read. */
export interface Known {
  readonly roles: ReadonlySet<string>;
  readonly people: ReadonlySet<string>;
  /** First day and the day after the last; null: any date will do. */
  readonly days: { readonly first: number; readonly end: number } | null;
}

/** Faults of one shift against what is known. */
export function shiftReferenceFaults(shift: object, at: Steps, known: Known): Fault[] {
  const book = new FaultBook();
  faultsOfShift(book, shift as Raw, at, known);
  return book.faults;
}

/** Faults of one leave in itself. */
export function leaveReferenceFaults(leave: object, at: Steps): Fault[] {
  const book = new FaultBook();
  leaveFaults(book, leave as Raw, at);
  return book.faults;
}

/** The dates of a plan file; null where they cannot be read. */
export function planDays(raw: object): Known['days'] {
  const { from, days } = raw as Raw;
  const first = typeof from === 'string' ? parseDate(from) : null;
  return first === null || typeof days !== 'number' ? null : { first, end: first + days };
}

type Raw = Record<string, unknown>;

class FaultBook {
  readonly faults: Fault[] = [];

  add(at: Steps, message: string): void {
    this.faults.push({ path: formatPath(at), message });
  }
}

function isObject(value: unknown): value is Raw {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function each(list: unknown, visit: (item: Raw, index: number) => void): void {
  if (Array.isArray(list))
    list.forEach((item: unknown, i) => {
      if (isObject(item)) visit(item, i);
    });
}

function eachOf(list: unknown, visit: (item: unknown, index: number) => void): void {
  if (Array.isArray(list)) list.forEach(visit);
}

function idsOf(book: FaultBook, list: unknown, at: Steps): Set<string> {
  const ids = new Set<string>();
  each(list, ({ id }, i) => {
    if (typeof id !== 'string') return;
    if (ids.has(id)) book.add([...at, i, 'id'], `"${id}" is used twice`);
    ids.add(id);
  });
  return ids;
}

function known(book: FaultBook, ids: ReadonlySet<string>, what: string, id: unknown, at: Steps): void {
  if (typeof id === 'string' && !ids.has(id)) book.add(at, `no ${what} "${id}"`);
}

function clockOf(value: unknown): number | null {
  return typeof value === 'string' ? parseClock(value) : null;
}

function lengthFault(book: FaultBook, item: Raw, at: Steps): void {
  const from = clockOf(item.from);
  if (from !== null && from === clockOf(item.to)) book.add([...at, 'to'], 'is equal to "from"');
}

function siteFaults(book: FaultBook, site: Raw): void {
  for (const field of ['openHours', 'openDates']) {
    const hours = site[field];
    if (!isObject(hours)) continue;
    for (const [key, spans] of Object.entries(hours)) {
      if (field === 'openDates' && parseDate(key) === null) book.add(['site', field, key], 'no such date');
      if (!Array.isArray(spans)) continue;
      spans.forEach((pair: unknown, i) => {
        if (Array.isArray(pair) && pair.length === 2)
          lengthFault(book, { from: pair[0], to: pair[1] }, ['site', field, key, i]);
      });
    }
  }
}

function personFaults(book: FaultBook, person: Raw, at: Steps, roles: ReadonlySet<string>): void {
  const held = new Set<unknown>();
  each(person.roles, ({ role }, i) => {
    known(book, roles, 'role', role, [...at, 'roles', i, 'role']);
    if (held.has(role)) book.add([...at, 'roles', i, 'role'], `"${String(role)}" is used twice`);
    held.add(role);
  });
  each(person.availability, (entry, i) => lengthFault(book, entry, [...at, 'availability', i]));
  idsOf(book, person.leave, [...at, 'leave']);
  each(person.leave, (leave, i) => leaveFaults(book, leave, [...at, 'leave', i]));
}

function leaveFaults(book: FaultBook, leave: Raw, at: Steps): void {
  const moment = (value: unknown, minute: number) => {
    if (typeof value !== 'string') return null;
    const [date, time] = value.split('T');
    const readable = parseDate(date) !== null && (time === undefined || parseClock(time) !== null);
    return readable ? momentOf(value, minute) : null;
  };
  const from = moment(leave.from, 0);
  const to = moment(leave.to, 1440);
  if (from === null || to === null) return;
  if (from === to) book.add([...at, 'to'], 'is equal to "from"');
  if (to < from) book.add([...at, 'to'], 'is before "from"');
}

/** What of a shift can be read is judged by the core, whatever else of it has no proper form. */
function faultsOfShift(book: FaultBook, shift: Raw, at: Steps, { roles, people, days }: Known): void {
  const [from, to] = [clockOf(shift.from), clockOf(shift.to)];
  const span = from !== null && to !== null ? spanFrom(shift.from as string, shift.to as string) : {};
  const pause = shift.break;
  const hasBreak = isObject(pause) && typeof pause.minutes === 'number' && clockOf(pause.at) !== null;
  const parts: Partial<Shift> = {
    ...span,
    ...textIn(shift, 'person'),
    ...textIn(shift, 'role'),
    date: (typeof shift.date === 'string' ? parseDate(shift.date) : null) ?? undefined,
    break: hasBreak && from !== null ? breakFrom(pause as unknown as RawBreak, from) : null,
  };
  const within = days ? { from: days.first, days: days.end - days.first } : {};
  for (const { message, path } of shiftFaults(parts, { roles, people, ...within }))
    book.add([...at, ...path.split('.')], message);
  lengthFault(book, shift, at);
}

function textIn<Key extends string>(item: Raw, key: Key): { [key in Key]?: string } {
  const text = item[key];
  return (typeof text === 'string' ? { [key]: text } : {}) as { [key in Key]?: string };
}
