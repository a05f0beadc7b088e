import type { ShiftTemplate } from '../src/core/plan/shift-spec';
import type { Pattern } from '../src/core/patterns/pattern';
import { NO_DETAIL, type Duty, type Shift, type ShiftDetail } from '../src/core/plan/types';
import { type Day, formatDate } from '../src/core/time/day';
import type { Database } from '../src/data/database';
import { patternRow } from '../src/data/patterns/pattern-store';
import { templateRow } from '../src/data/templates/template-store';

const STATIONS: Readonly<Record<string, readonly string[]>> = {
  bistro: ['Window section', 'Terrace section', 'Pass', 'Till 1'],
  chandlery: ['Till 1', 'Till 2', 'Back store'],
  dockside: ['Launch', 'Van', 'Slipway crane'],
};

const AREAS: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  bistro: { lead: 'Dining room', floor: 'Dining room', bar: 'Terrace', kitchen: 'Galley' },
  chandlery: { lead: 'Shop floor', till: 'Shop floor', desk: 'Shop floor', stock: 'Stockroom' },
  dockside: {},
};

const duty = (name: string, from: number, to: number, oneOff = false): Duty => ({ name, from, to, oneOff });

function template(
  id: string,
  short: string,
  name: string,
  [from, to]: readonly [number, number],
  more: Partial<ShiftTemplate['form']>,
): ShiftTemplate {
  const { moreBreaks, duties, station, tasks, oneOff } = NO_DETAIL;
  const nothing = { break: null, label: null, note: null, moreBreaks, duties, station, tasks, oneOff };
  return { id, short, name, form: { from, to, role: null, template: null, ...nothing, ...more } };
}

const TEMPLATES: readonly ShiftTemplate[] = [
  template('bistro-opening', 'OP', 'Opening kitchen', [420, 900], {
    role: 'kitchen',
    label: 'Opening',
    station: 'Pass',
    duties: [duty('Delivery', 480, 525)],
    tasks: ['Ovens on', 'Check the delivery', 'Fridge temperatures'],
  }),
  template('bistro-evening', 'EV', 'Evening floor', [1020, 1380], {
    role: 'floor',
    break: { minutes: 15, at: null, paid: true },
    tasks: ['Lay the terrace', 'Candles'],
  }),
  template('bistro-closing', 'CL', 'Closing lead', [900, 1410], {
    role: 'lead',
    label: 'Closing',
    duties: [duty('Cash up', 1350, 1410)],
    tasks: ['Cash up', 'Alarm'],
  }),
];

/**
 * What repeats in the demo: stations, templates, a pattern of two leads who take turns from next week on, and a note
 * for the day of the regatta.
 */
export async function insertRepeating(db: Database, monday: Day): Promise<void> {
  for (const [site, names] of Object.entries(STATIONS))
    await db
      .insertInto('station')
      .values(
        names.map((name, position) => ({
          id: `${site}-station-${position + 1}`,
          site_id: site,
          name,
          position,
        })),
      )
      .execute();
  for (const [site, areas] of Object.entries(AREAS))
    for (const [role, name] of Object.entries(areas)) {
      const area = await db
        .selectFrom('area')
        .select('id')
        .where('site_id', '=', site)
        .where('name', '=', name)
        .executeTakeFirstOrThrow();
      await db
        .updateTable('site_role')
        .set({ area_id: area.id })
        .where('site_id', '=', site)
        .where('role_id', '=', role)
        .execute();
    }
  await db
    .insertInto('shift_template')
    .values(TEMPLATES.map((one, position) => templateRow('bistro', one, position)))
    .execute();
  await db
    .insertInto('pattern')
    .values(patternRow('bistro', leadTurns(monday + 7)))
    .execute();
  await db
    .insertInto('daybook')
    .values([
      {
        site_id: 'bistro',
        date: formatDate(monday + 5),
        note: 'Regatta: terrace opens at 8, first boats from 10.',
      },
    ])
    .execute();
}

/** Two leads: early from Monday to Thursday one week, late the next. */
function leadTurns(since: Day): Pattern {
  const form = template('', '', '', [0, 0], { role: 'lead' }).form;
  const days = [0, 1, 2, 3];
  return {
    id: 'bistro-lead-turns',
    name: 'Lead turns',
    anchor: since,
    since,
    until: null,
    weeks: 2,
    rule: null,
    shifts: [
      ...days.map((day) => ({ ...form, id: `early-${day}`, day, from: 420, to: 900 })),
      ...days.map((day) => ({ ...form, id: `late-${day}`, day: 7 + day, from: 900, to: 1410 })),
    ],
    members: [
      { id: 'one', person: 'ilse', offset: 0 },
      { id: 'two', person: 'bram', offset: 1 },
    ],
    endings: [],
  };
}

/** A shift of the demo with what is said of it: opening, closing, a delivery now and then. */
export function detailed(shift: Shift, monday: Day): Shift {
  const weekday = shift.date - monday;
  const say = (more: Partial<ShiftDetail>, rest: Partial<Shift> = {}): Shift => ({
    ...shift,
    ...rest,
    detail: { ...NO_DETAIL, ...more },
  });
  if (shift.role === 'kitchen' && shift.from === 420)
    return say(
      {
        station: 'Pass',
        duties: [
          duty('Delivery', 480, 525),
          ...(weekday === 2 ? [duty('Oven service', 600, 660, true)] : []),
        ],
        tasks: ['Ovens on', 'Check the delivery', 'Fridge temperatures'],
      },
      { label: 'Opening' },
    );
  if (shift.role === 'lead' && shift.to === 1410)
    return say({ duties: [duty('Cash up', 1350, 1410)], tasks: ['Cash up', 'Alarm'] }, { label: 'Closing' });
  if (shift.role === 'floor' && shift.from === 1020 && weekday === 4)
    return say({ station: 'Terrace section' }, { note: 'Party of twelve at 19:30.' });
  return shift;
}
