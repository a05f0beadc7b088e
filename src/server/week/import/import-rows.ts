import { randomUUID } from 'node:crypto';
import type { Change } from '@/core/plan/change';
import { plainText } from '@/core/plain-text';
import { planContext } from '@/core/plan/plan-context';
import { breakMinutes, resolveShift } from '@/core/plan/resolved-shift';
import { diffShift } from '@/core/plan/shift-spec';
import type { Person, Plan, Shift, SurroundingShift } from '@/core/plan/types';
import { type Day, startOfWeek } from '@/core/time/day';
import { formatDay, formatHours, formatShortSpan } from '@/core/time/format';
import { DAY } from '@/core/time/span';
import { type BroughtShift, type MatchedShift, joinNights, matchShifts } from '@/core/week/brought-shifts';
import type { Database } from '@/data/database';
import { amongTexts } from '@/data/records/lines';
import type { StoredPlan } from '@/data/week/plan-store';
import type { ReadRow } from '@/formats/shifts/read-table';
import type { CellFault, RowPreview } from '../../import/payload';
import type { ShiftImportOptions } from './payload';

/** What the rows of a file would do to a plan. */
export interface ImportedRows {
  readonly rows: readonly RowPreview[];
  readonly changes: readonly Change[];
  readonly weeks: readonly Day[];
  /** How many shifts stand on the days that are spoken of and are not in the file. */
  readonly left: number;
}

/** A row whose person was looked for: `person` null is nobody in particular, which makes its shifts open. */
interface Row {
  readonly read: ReadRow;
  readonly person: Person | null;
  readonly faults: CellFault[];
}

/** Longer is more likely a slip than a shift. */
const LONGEST = 16 * 60;

/**
 * Looks up whom rows name, joins nights, finds the shifts that stand for them already, and says what each row would
 * do. A row with a fault does nothing; what would put somebody in two places is a fault.
 */
export async function importRows(
  db: Database,
  stored: StoredPlan,
  reads: readonly ReadRow[],
  others: ShiftImportOptions['others'],
): Promise<ImportedRows> {
  const { plan } = stored;
  const find = await finder(db, plan);
  const rows = reads.map((read): Row => {
    const found = find(read.name, read.number);
    const faults = [...read.faults];
    if (!found.ok) faults.push({ ...read.who, message: found.message });
    for (const { from, to, cell } of read.shifts)
      if (to - from > LONGEST)
        faults.push({ ...cell, message: `${formatHours(to - from)} is more likely a slip than a shift` });
    return { read, person: found.ok ? found.person : null, faults };
  });
  // A row that turns out faulty takes its shifts with it, which may have been in the way of others.
  for (;;) {
    const made = matched(plan, rows);
    if (clashesIn(stored, made, others) === 0) return told(stored, rows, made, others);
  }
}

type Found =
  { readonly ok: true; readonly person: Person | null } | { readonly ok: false; readonly message: string };

/** Finds people of a plan by number, name, or as much of a name as only one has. */
async function finder(db: Database, { people }: Plan): Promise<(name: string, number: string) => Found> {
  const numbers = await db
    .selectFrom('person')
    .select(['id', 'number'])
    .where('id', 'in', amongTexts(people.map(({ id }) => id)))
    .execute();
  const numberOf = new Map(numbers.map((row) => [row.id, row.number]));
  const known = people.map((person) => ({ person, plain: plainText(person.name) }));
  return (name, number) => {
    if (name === '' && number === '') return { ok: true, person: null };
    const numbered = number === '' ? undefined : people.find(({ id }) => numberOf.get(id) === number);
    if (numbered) return { ok: true, person: numbered };
    if (name === '') return { ok: false, message: `nobody here has the number ${number}` };
    // What tells two of one name apart may stand behind it, as in `Noor Haddad (112)`.
    const apart = /^(.*\S)\s*\(([^()]+)\)$/.exec(name);
    const behind = apart && people.find((one) => numberOf.get(one.id) === apart[2] && one.name === apart[1]);
    if (behind) return { ok: true, person: behind };
    const wanted = plainText(name);
    const turned = plainText(name.split(',').reverse().join(' '));
    const same = known.filter(({ plain }) => plain === wanted || plain === turned);
    const near = same.length > 0 ? same : known.filter(({ plain }) => isShortFor(wanted, plain));
    if (near.length === 1) return { ok: true, person: near[0].person };
    if (near.length > 1)
      return {
        ok: false,
        message: `"${name}" could be ${near
          .map(({ person }) => person.name)
          .slice(0, 4)
          .join(', ')}; give the number or more of the name`,
      };
    return { ok: false, message: `nobody here is called "${name}"; add them under People first` };
  };
}

/** Whether words are the beginnings of a name's words, in their order, the first in full: `noor h` for `noor haddad`. */
function isShortFor(short: string, name: string): boolean {
  const [words, parts] = [short.split(' '), name.split(' ')];
  return (
    short !== '' &&
    words.length < parts.length + 1 &&
    words[0] === parts[0] &&
    words.every((word, i) => parts[i].startsWith(word))
  );
}

interface Made {
  readonly matched: readonly MatchedShift[];
  readonly left: readonly Shift[];
  readonly joined: ReadonlyMap<string, BroughtShift>;
  /** The row of a place in the file. */
  readonly rowOf: ReadonlyMap<string, Row>;
}

function matched(plan: Plan, rows: readonly Row[]): Made {
  const rowOf = new Map<string, Row>();
  const sound = rows.filter(({ faults }) => faults.length === 0);
  const brought = sound.flatMap((row) =>
    row.read.shifts.map(({ at, date, from, to, role, pause, label, station, note }): BroughtShift => {
      rowOf.set(at, row);
      return { person: row.person?.id ?? null, ...{ at, date, from, to, role, pause, label, station, note } };
    }),
  );
  const { shifts, joined } = joinNights(brought);
  const days = sound.flatMap(({ read, person }) =>
    read.days.map((date) => ({ person: person?.id ?? null, date })),
  );
  const people = new Map(plan.people.map((person) => [person.id, person]));
  const roleOf = ({ person, date }: BroughtShift) => {
    if (person === null) return plan.roles[0]?.id ?? null;
    const held = people.get(person)!.roles;
    return (held.find(({ until }) => until === null || date <= until) ?? held[0])?.role ?? null;
  };
  return {
    ...matchShifts(planContext(plan), shifts, days, roleOf, () => `shift-${randomUUID()}`),
    ...{ joined, rowOf },
  };
}

/** Adds a fault to each row that would put somebody in two places; answers how many it found. */
function clashesIn(
  { plan, hourFormat }: StoredPlan,
  { matched: all, left, rowOf }: Made,
  others: ShiftImportOptions['others'],
): number {
  const gone = new Set([
    ...all.flatMap(({ before }) => (before ? [before.id] : [])),
    ...(others === 'go' ? left.map(({ id }) => id) : []),
  ]);
  const standing = plan.shifts.filter(({ id }) => !gone.has(id));
  const brought = new Map(all.map((one) => [one.shift, one]));
  const byPerson = new Map<string, (Shift | SurroundingShift)[]>();
  for (const shift of [...standing, ...plan.surroundingShifts, ...brought.keys()])
    if (shift.person !== null) byPerson.set(shift.person, [...(byPerson.get(shift.person) ?? []), shift]);
  let found = 0;
  const faulty = new Set<Row>();
  for (const list of byPerson.values()) {
    list.sort((a, b) => a.date * DAY + a.from - (b.date * DAY + b.from));
    for (let i = 1; i < list.length; i++) {
      const [a, b] = [list[i - 1], list[i]];
      if (a.date * DAY + a.to <= b.date * DAY + b.from) continue;
      const one = brought.get(b as Shift) ?? brought.get(a as Shift);
      if (!one) continue;
      const other = one.shift === b ? a : b;
      const row = rowOf.get(one.brought.at)!;
      if (faulty.has(row)) continue;
      faulty.add(row);
      found++;
      const cell = row.read.shifts.find(({ at }) => at === one.brought.at)!.cell;
      row.faults.push({
        ...cell,
        message: `overlaps ${formatShortSpan(other.from, other.to, hourFormat)} on ${formatDay(other.date)}`,
      });
    }
  }
  return found;
}

/** What a row is called whose person is nobody in particular, or not known. */
function nameOf({ read, faults }: Row): string {
  const isUnread = faults.some(({ cell }) => cell === read.who.cell);
  return read.name || read.number || (isUnread ? '(no name)' : 'Open shifts');
}

/** What each row would do, in words, and the changes of all. */
function told(
  stored: StoredPlan,
  rows: readonly Row[],
  made: Made,
  others: ShiftImportOptions['others'],
): ImportedRows {
  const { plan, hourFormat } = stored;
  const context = planContext(plan);
  const roles = new Map(plan.roles.map(({ id, name }) => [id, name]));
  const span = ({ from, to }: Pick<Shift, 'from' | 'to'>) => formatShortSpan(from, to, hourFormat);
  const named = (shift: Shift) => `${span(shift)} ${roles.get(shift.role ?? '') ?? ''}`.trim();
  const pause = (shift: Shift) => `${breakMinutes(resolveShift(context, shift))} min break`;
  const changes: Change[] = [];
  const lines = new Map<Row, { state: 'new' | 'changed' | 'same'; texts: { date: Day; text: string }[] }>(
    rows.map((row) => [row, { state: 'same', texts: [...row.read.remarks] }]),
  );
  for (const { brought, before, shift } of made.matched) {
    const line = lines.get(made.rowOf.get(brought.at)!)!;
    const { date } = shift;
    if (!before) {
      changes.push({ do: 'add', shift });
      line.state = 'new';
      line.texts.push({ date, text: named(shift) });
      continue;
    }
    const patch = diffShift(before, shift);
    if (!patch) continue;
    changes.push({ do: 'set', id: before.id, shift: patch });
    if (line.state === 'same') line.state = 'changed';
    const parts = [
      named(before) === named(shift) ? named(shift) : `${named(before)} → ${named(shift)}`,
      ...(pause(before) === pause(shift) ? [] : [`${pause(before)} → ${pause(shift)}`]),
      ...(before.label === shift.label ? [] : [`label ${shift.label}`]),
      ...(before.detail?.station === shift.detail?.station ? [] : [`station ${shift.detail?.station}`]),
      ...(before.note === shift.note ? [] : ['another note']),
    ];
    line.texts.push({ date, text: parts.join(', ') });
  }
  for (const [at, whole] of made.joined)
    lines.get(made.rowOf.get(at)!)!.texts.push({
      date: whole.date + 1,
      text: `the rest of the night ${span(whole)} of ${formatDay(whole.date)}`,
    });
  if (others === 'go')
    for (const shift of made.left) {
      changes.push({ do: 'remove', id: shift.id });
      const row = rows.find(
        ({ read, person, faults }) =>
          faults.length === 0 && (person?.id ?? null) === shift.person && read.days.includes(shift.date),
      )!;
      const line = lines.get(row)!;
      if (line.state === 'same') line.state = 'changed';
      line.texts.push({ date: shift.date, text: `${named(shift)} goes` });
    }
  const dates = changes.map((change) =>
    change.do === 'add'
      ? change.shift.date
      : plan.shifts.find(({ id }) => 'id' in change && id === change.id)!.date,
  );
  return {
    changes,
    left: made.left.length,
    weeks: [...new Set(dates.map((date) => startOfWeek(date, plan.site.weekStart)))].sort((a, b) => a - b),
    rows: rows.map((row) => {
      const { state, texts } = lines.get(row)!;
      return {
        row: row.read.row,
        name: row.person?.name ?? nameOf(row),
        state: row.faults.length > 0 ? 'faulty' : state,
        changes: texts.sort((a, b) => a.date - b.date).map(({ date, text }) => `${formatDay(date)}: ${text}`),
        faults: row.faults,
      };
    }),
  };
}
