import { randomUUID } from 'node:crypto';
import Joi from 'joi';
import { type Change } from '@/core/plan/change';
import { type Problem, fail, failAll } from '@/core/plan/problem';
import { specFaults } from '@/core/plan/shift-faults';
import { type ShiftTemplate, toShiftFields, toShiftSpec } from '@/core/plan/shift-spec';
import { diffShift } from '@/core/plan/shift-spec';
import { NO_DETAIL, type Shift } from '@/core/plan/types';
import { type Day, startOfWeek, formatDate } from '@/core/time/day';
import { counted, formatDays } from '@/core/time/format';
import { recurring } from '@/core/week/copy-week';
import type { Database } from '@/data/database';
import { loadRows, loadRowsOf, rowChanges } from '@/data/records/records';
import { listSites, roleIdsOf } from '@/data/site/site-store';
import { loadTemplates, templateRow } from '@/data/templates/template-store';
import { loadShifts } from '@/data/week/shift-store';
import { type Context, command } from '../commands/command';
import { ID } from '../input';
import { DAY_NUMBER, NAME } from '../site/schema';
import { SAVE_DAYBOOK, SAVE_STATIONS, SAVE_TEMPLATES } from './schema';
import { templateShifts } from '../week/commands';

/** The stations of a site: sections, tills, vehicles. */
export const saveStations = command<
  'stations.save',
  { site: string; stations: readonly { id: string; name: string }[] }
>({
  kind: 'stations.save',
  capability: 'templates',
  permission: 'setup.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: SAVE_STATIONS,
  async prepare({ db }, { site, stations }) {
    const before = await loadRows(db, 'station', { site_id: site });
    const after = stations.map(({ id, name }, position) => ({ id, site_id: site, name, position }));
    return {
      ok: true,
      work: {
        title: 'Stations',
        rows: rowChanges('station', before, after),
        subjects: [{ kind: 'site', id: site }],
        sites: [site],
        weeks: [],
      },
    };
  },
});

/**
 * The shift templates of a site. Shifts made from those in `follow` become as the template is now, from today on,
 * unless they were made otherwise by hand.
 */
export const saveTemplates = command<
  'templates.save',
  {
    site: string;
    templates: readonly ShiftTemplate[];
    follow: readonly string[];
  }
>({
  kind: 'templates.save',
  capability: 'templates',
  long: true,
  permission: 'plan.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: SAVE_TEMPLATES,
  async prepare(context, { site, templates, follow }) {
    const { db } = context;
    const wrong = failAll(await templateFaults(db, site, templates), 'input');
    if (wrong) return wrong;
    const old = await loadTemplates(db, site);
    const after = templates.map((template, i) => templateRow(site, template, i));
    const { changes, remarks } = await following(context, site, old, templates, follow);
    return {
      ok: true,
      work: {
        title: 'Shift templates',
        rows: rowChanges('shift_template', await loadRows(db, 'shift_template', { site_id: site }), after),
        subjects: [{ kind: 'site', id: site }],
        sites: [site],
        ...(changes.length === 0 ? { weeks: [] } : {}),
        shifts: [{ site, changes }],
        remarks,
      },
    };
  },
});

function same(a: string, b: string): boolean {
  return a.toLocaleLowerCase() === b.toLocaleLowerCase();
}

/** All that is wrong with templates. A short name that is a role's too would make what is typed mean two things. */
async function templateFaults(
  db: Database,
  site: string,
  templates: readonly ShiftTemplate[],
): Promise<Problem[]> {
  const ids = await roleIdsOf(db, site);
  const roles = await loadRowsOf(db, 'role', 'id', [...ids]);
  return templates.flatMap(({ short, form }, i) => {
    const faults = specFaults(form, { roles: ids }).map((one) => ({ ...one, path: `form.${one.path}` }));
    const role = roles.find((row) => same(row.mark, short) || same(row.name, short));
    const message = `"${short}" is what the role ${role?.name} is typed as`;
    if (role) faults.push({ code: 'taken', message, path: 'short' });
    return faults.map((one) => ({ ...one, path: `templates[${i}].${one.path}` }));
  });
}

/** What becomes of shifts made from templates that change. */
async function following(
  { db, today }: Context,
  site: string,
  old: readonly ShiftTemplate[],
  templates: readonly ShiftTemplate[],
  follow: readonly string[],
): Promise<{ changes: Change[]; remarks: string[] }> {
  const changes: Change[] = [];
  const remarks: string[] = [];
  const changed = templates.flatMap((template) => {
    const before = old.find((one) => one.id === template.id);
    return before && JSON.stringify(before.form) !== JSON.stringify(template.form)
      ? [{ before, template }]
      : [];
  });
  if (changed.length === 0) return { changes, remarks };
  const rows = await loadShifts(db, site, today, today + 3660);
  for (const { before, template } of changed) {
    const made = rows.filter((shift) => shift.detail?.template === template.id);
    const alike = made.filter((shift) => isAsMade(shift, before));
    const own = made.length - alike.length;
    const byHand =
      own > 0 ? ` ${own} changed by hand ${own === 1 ? 'stays as it is' : 'stay as they are'}.` : '';
    if (!follow.includes(template.id)) {
      if (made.length > 0)
        remarks.push(
          `${template.name}: ${counted(made.length, 'shift')} made from it from today on ${made.length === 1 ? 'stays as it is' : 'stay as they are'}.`,
        );
      continue;
    }
    for (const shift of alike) {
      const fields = toShiftFields(template.form);
      const detail = { ...fields.detail, template: template.id, pattern: shift.detail!.pattern };
      const patch = diffShift(shift, { ...shift, ...fields, detail });
      if (patch) changes.push({ do: 'set', id: shift.id, shift: patch });
    }
    remarks.push(
      `${template.name}: ${counted(alike.length, 'shift')} from today on ${alike.length === 1 ? 'follows' : 'follow'}.${byHand}`,
    );
  }
  return { changes, remarks };
}

/** Whether a shift still is what its template made it. */
function isAsMade(shift: Shift, template: ShiftTemplate): boolean {
  const asMade = { ...toShiftFields({ ...template.form, template: template.id }) };
  const { pattern: _pattern, ...mine } = shift.detail ?? NO_DETAIL;
  const { pattern: _none, ...theirs } = asMade.detail;
  const form = (one: Pick<Shift, 'from' | 'to' | 'role' | 'break' | 'label' | 'note'>) =>
    JSON.stringify([one.from, one.to, one.role, one.break, one.label, one.note]);
  return form(toShiftSpec(shift)) === form(asMade) && JSON.stringify(mine) === JSON.stringify(theirs);
}

/** Keeps a week under a name: what stands in it, without what was for once. */
export const saveWeekTemplate = command<
  'week-template.save',
  { site: string; week: Day; name: string; people: boolean }
>({
  kind: 'week-template.save',
  capability: 'templates',
  permission: 'plan.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: Joi.object({
    site: ID.required(),
    week: DAY_NUMBER.required(),
    name: NAME.required(),
    people: Joi.boolean().required(),
  }).required(),
  async prepare({ db }, { site, week, name, people }) {
    const line = (await listSites(db)).find((one) => one.id === site);
    if (!line) return fail('unknown', 'there is no such site', 'input.site');
    const first = startOfWeek(week, line.weekStart);
    const shifts = (await loadShifts(db, site, first, first + 7)).map(recurring);
    if (shifts.length === 0) return fail('empty', 'there is no shift in this week', 'input.week');
    const before = (await loadRows(db, 'week_template', { site_id: site })).filter((row) =>
      same(row.name, name),
    );
    const id = before.length > 0 ? String(before[0].id) : `week-${randomUUID()}`;
    const row = {
      id,
      site_id: site,
      name,
      shifts: JSON.stringify(templateShifts(shifts, first, people)),
    };
    return {
      ok: true,
      work: {
        title: `Week template ${name}`,
        rows: rowChanges('week_template', before, [row]),
        subjects: [{ kind: 'site', id: site }],
        sites: [site],
        weeks: [],
        answer: id,
        remarks: [
          `${counted(shifts.length, 'shift')} of week ${formatDays(first, 7)}${before.length > 0 ? ', in place of what was saved under this name' : ''}.`,
        ],
      },
    };
  },
});

/** Gives a week template up. Weeks made from it stay. */
export const deleteWeekTemplate = command<'week-template.delete', { site: string; id: string }>({
  kind: 'week-template.delete',
  capability: 'templates',
  permission: 'plan.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: Joi.object({ site: ID.required(), id: ID.required() }).required(),
  async prepare({ db }, { site, id }) {
    const [row] = await loadRows(db, 'week_template', { id, site_id: site });
    if (!row) return fail('unknown', 'there is no such week template', 'input.id');
    return {
      ok: true,
      work: {
        title: `Week template ${row.name} deleted`,
        rows: rowChanges('week_template', [row], []),
        subjects: [{ kind: 'site', id: site }],
        sites: [site],
        weeks: [],
      },
    };
  },
});

/** The note of a day at a site; an empty one goes. */
export const saveDaybook = command<'daybook.save', { site: string; date: Day; note: string }>({
  kind: 'daybook.save',
  capability: 'daybook',
  permission: 'plan.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: SAVE_DAYBOOK,
  async prepare({ db }, { site, date, note }) {
    const of = { site_id: site, date: formatDate(date) };
    const text = note.trim();
    return {
      ok: true,
      work: {
        title: `Daybook of ${formatDate(date)}`,
        rows: rowChanges(
          'daybook',
          await loadRows(db, 'daybook', of),
          text === '' ? [] : [{ ...of, note: text }],
        ),
        subjects: [{ kind: 'site', id: site }],
        sites: [site],
        weeks: [],
      },
    };
  },
});
