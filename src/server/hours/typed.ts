import { typedMinutes } from '@/core/timesheet/typed-hours';
import { type Result, fail } from '@/core/plan/problem';
import { type Day, formatDate } from '@/core/time/day';
import { formatDay, formatSignedHours } from '@/core/time/format';
import { zoneClock } from '@/core/time/zone';
import { stateAfter } from '@/core/timesheet/steps';
import { DEFAULT_RULES, type Rules } from '@/core/plan/types';
import type { Database } from '@/data/database';
import { hoursRulesFromRow, loadSteps } from '@/data/hours/hours-store';
import { type RowOf, loadRows, rowChanges } from '@/data/records/records';
import type { Actor } from '../access/actor';
import { homesOf } from '../access/permissions';
import { type CommandEffect, command } from '../commands/command';
import { timestamp } from '../now';
import { refuseOff } from '../site/capabilities';
import { ADJUST, type HoursAdjustment, TYPED_DAY, type TypedDay, type TypedRow } from './schema';
import { refuseSettledDate } from './settled';
import { hoursFromOf } from './sources';

/** Types one's own hours of a date, where they come from nowhere else and are not submitted. */
export const typeOwnHours = command<'hours.type', TypedDay>({
  kind: 'hours.type',
  permission: 'self',
  scope: () => ({}),
  input: TYPED_DAY,
  async prepare({ db, actor }, typed) {
    if (actor.person !== typed.person)
      return fail('forbidden', `${actor.name} may not do this`, 'input.person');
    const home = await homeOf(db, typed.person);
    if (!home.ok) return home;
    if (hoursFromOf(home.person, home.site) !== 'typed')
      return fail('forbidden', 'your hours are not typed', 'input.person');
    const state = stateAfter(await loadSteps(db, [typed.person], [typed.date, typed.date + 1]));
    if (state !== 'open') return fail('submitted', 'these hours are submitted already', 'input.date');
    return typedEffect(db, actor, typed, home);
  },
});

/** Types hours of somebody: where nobody clocks, or besides what was clocked. */
export const typeHours = command<'hours.enter', TypedDay>({
  kind: 'hours.enter',
  permission: 'hours.approve',
  scope: ({ person }) => ({ leaveOf: [person] }),
  input: TYPED_DAY,
  async prepare({ db, actor }, typed) {
    const home = await homeOf(db, typed.person);
    return home.ok ? typedEffect(db, actor, typed, home) : home;
  },
});

/** Puts a date of a locked period right by a line in a later one. */
export const adjustHours = command<'hours.adjust', HoursAdjustment>({
  kind: 'hours.adjust',
  permission: 'hours.approve',
  scope: ({ person }) => ({ leaveOf: [person] }),
  input: ADJUST,
  async prepare({ db, actor }, { id, person, about, date, kind, minutes, reason }) {
    const home = await homeOf(db, person);
    if (!home.ok) return home;
    if (stateAfter(await loadSteps(db, [person], [about, about + 1])) !== 'locked')
      return fail('open', `${formatDay(about)} is not locked: change it itself`, 'input.about');
    if (date <= about) return fail('input', 'this must be later than what it puts right', 'input.date');
    const refused =
      (await refuseSettledDate(db, person, date, 'input.date')) ?? unknownKind(home.site, kind, 'input.kind');
    if (refused) return refused;
    const row: RowOf<'typed_hours'> = {
      ...{ id, person_id: person, date: formatDate(date), position: 1000, kind, minutes, role_id: null },
      ...{ from_minute: null, to_minute: null, note: reason, about: formatDate(about) },
      ...{ at: timestamp(), by_name: actor.name },
    };
    return {
      ok: true,
      work: {
        title: `${formatSignedHours(minutes)} for ${home.person.name} on ${formatDay(date)}, about ${formatDay(about)}`,
        rows: [{ table: 'typed_hours', before: null, after: row }],
        ...aboutPerson(person, home.site.id),
      },
    };
  },
});

interface Home {
  readonly person: RowOf<'person'>;
  readonly site: RowOf<'site'>;
}

/** Somebody with their home site, where hours are kept. */
export async function homeOf(db: Database, person: string): Promise<Result<Home>> {
  const [row] = await loadRows(db, 'person', { id: person });
  const home = (await homesOf(db, [person])).get(person)?.home ?? null;
  if (!row || home === null) return fail('unknown', 'there is no such person at a site', 'input.person');
  const off = await refuseOff(db, 'hours', [home]);
  if (off) return off;
  const [site] = await loadRows(db, 'site', { id: home });
  return { ok: true, person: row, site };
}

/** What a command about somebody's hours says besides its rows. */
export function aboutPerson(
  person: string,
  site: string,
): Pick<CommandEffect, 'subjects' | 'sites' | 'weeks'> {
  return {
    subjects: [
      { kind: 'site', id: site },
      { kind: 'person', id: person },
    ],
    sites: [],
    weeks: [],
  };
}

async function typedEffect(
  db: Database,
  actor: Actor,
  { person, date, rows }: TypedDay,
  home: Home,
): Promise<Result<{ work: CommandEffect }>> {
  const refused = await refuseSettledDate(db, person, date, 'input.date');
  if (refused) return refused;
  const all = await loadRows(db, 'typed_hours', { person_id: person, date: formatDate(date) });
  const before = all.filter(({ about }) => about === null);
  const known = new Map(before.map((row) => [row.id, row]));
  for (const [i, row] of rows.entries()) {
    const faulty =
      (known.get(row.id)?.kind === row.kind
        ? null
        : unknownKind(home.site, row.kind, `input.rows[${i}].kind`)) ?? (await unknownRow(db, row, known, i));
    if (faulty) return faulty;
  }
  const clash = overlapAt(rows);
  if (clash !== null)
    return fail('overlap', 'this overlaps with another row of the day', `input.rows[${clash}].span`);
  if (sumOf(rows, date, home.site) > 1440)
    return fail('input', 'a day has 24 hours', `input.rows[${rows.length - 1}].minutes`);
  const [at, by_name] = [timestamp(), actor.name];
  const after = rows.map((row, position): RowOf<'typed_hours'> => {
    const its: RowOf<'typed_hours'> = {
      ...{ id: row.id, person_id: person, date: formatDate(date), position, kind: row.kind },
      ...{ from_minute: row.span?.from ?? null, to_minute: row.span?.to ?? null, minutes: row.minutes },
      ...{ role_id: row.role, note: row.note, about: null, at, by_name },
    };
    const was = known.get(row.id);
    // Who typed what is not changed stays.
    const { at: _at, by_name: _by, ...said } = its;
    return was && Object.entries(said).every(([name, value]) => was[name as keyof typeof was] === value)
      ? was
      : its;
  });
  return {
    ok: true,
    work: {
      title: `Hours of ${home.person.name} on ${formatDay(date)}`,
      rows: rowChanges('typed_hours', before, after),
      ...aboutPerson(person, home.site.id),
    },
  };
}

function unknownKind(site: RowOf<'site'>, kind: string | null, path: string) {
  const { kinds } = hoursRulesFromRow(site);
  return kind === null || kinds.some((one) => one.id === kind && !one.isRetired)
    ? null
    : fail('unknown', 'there is no such kind of pay here', path);
}

async function unknownRow(
  db: Database,
  { id, role }: TypedRow,
  known: ReadonlyMap<string, unknown>,
  i: number,
) {
  if (!known.has(id) && (await loadRows(db, 'typed_hours', { id })).length > 0)
    return fail('taken', 'this row stands on another day', `input.rows[${i}].id`);
  return role === null || (await loadRows(db, 'role', { id: role })).length > 0
    ? null
    : fail('unknown', 'there is no such role', `input.rows[${i}].role`);
}

/** The first row whose times overlap with those of one before it; null: none does. */
function overlapAt(rows: readonly TypedRow[]): number | null {
  const at = rows.findIndex(
    ({ span }, i) =>
      span !== null &&
      rows
        .slice(0, i)
        .some((other) => other.span !== null && other.span.from < span.to && span.from < other.span.to),
  );
  return at < 0 ? null : at;
}

function sumOf(rows: readonly TypedRow[], date: Day, site: RowOf<'site'>): number {
  const clock = zoneClock(site.time_zone, date, date + 2);
  const { breaks }: Rules = { ...DEFAULT_RULES, ...(JSON.parse(site.rules) as Partial<Rules>) };
  return rows.reduce((sum, row) => sum + typedMinutes({ ...row, date }, clock, breaks), 0);
}
