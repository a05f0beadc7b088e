import { randomUUID } from 'node:crypto';
import { type Failed, type Result, fail } from '@/core/plan/problem';
import { type Day, formatDate } from '@/core/time/day';
import { counted, formatDays, formatHours } from '@/core/time/format';
import { payPeriodOn } from '@/core/timesheet/pay-period';
import { type Sheet, figuresOf } from '@/core/timesheet/sheet';
import { type SheetFigures, type SheetStepKind, canStep, stateAfter } from '@/core/timesheet/steps';
import { hoursRulesFromRow } from '@/data/hours/hours-store';
import type { Database } from '@/data/database';
import { type NewRow, type RowOf, loadRows } from '@/data/records/records';
import { publicAddress } from '../access/origin';
import type { Actor } from '../access/actor';
import { checkAccess, checkLeaveOf, homesOf } from '../access/permissions';
import { type CommandEffect, command } from '../commands/command';
import { timestamp } from '../now';
import { enqueueTellings } from '../outbox/enqueue';
import { peopleAtHome, sheetsOf } from './period';
import {
  type HoursNote,
  NOTE,
  OWN_PERIOD,
  type OwnPeriod,
  PERIOD_OF,
  type PeriodOf,
  SEND_BACK,
} from './schema';
import { aboutPerson, homeOf } from './typed';

/** Submits one's own hours of a period: kept with the figures as they stand. */
export const submitHours = command<'hours.submit', OwnPeriod>({
  kind: 'hours.submit',
  permission: 'self',
  scope: () => ({}),
  input: OWN_PERIOD,
  async prepare({ db, actor, today }, { person, first }) {
    if (actor.person !== person) return fail('forbidden', `${actor.name} may not do this`, 'input.person');
    const home = await homeOf(db, person);
    if (!home.ok) return home;
    const found = await periodOf(db, home.site, first, [person]);
    if (!found.ok) return found;
    if (first > today) return fail('future', 'this period has not begun', 'input.first');
    const [{ sheet, steps }] = found.people;
    const faulty = refuseStep(stateAfter(steps), 'submit', 'your hours');
    if (faulty) return faulty;
    return {
      ok: true,
      work: {
        title: `Submitted ${formatHours(sheet.worked)} of ${formatDays(first, found.days)}`,
        rows: [stepRow(actor, person, found, 'submit', '', figuresOf(sheet))],
        ...aboutPerson(person, home.site.id),
      },
    };
  },
});

/** Approves hours of a period as they stand. */
export const approveHours = command<'hours.approve', PeriodOf>({
  kind: 'hours.approve',
  permission: 'hours.approve',
  capability: 'hours',
  scope: ({ people }) => ({ leaveOf: people }),
  input: PERIOD_OF,
  prepare: ({ db, actor, today }, input) => stepOfSeveral(db, actor, input, 'approve', today),
});

/** Locks hours that are approved: what is put right afterwards goes into a later period. */
export const lockHours = command<'hours.lock', PeriodOf>({
  kind: 'hours.lock',
  permission: 'hours.lock',
  capability: 'hours',
  scope: ({ site }) => ({ sites: [site] }),
  input: PERIOD_OF,
  async prepare({ db, actor, today }, input) {
    const made = await stepOfSeveral(db, actor, input, 'lock', today);
    return made.ok ? { ok: true, work: { ...made.work, isFinal: true } } : made;
  },
});

/** Sends submitted or approved hours back to whose they are, with why. */
export const sendBackHours = command<'hours.sendBack', OwnPeriod & { readonly reason: string }>({
  kind: 'hours.sendBack',
  permission: 'hours.read',
  scope: ({ person }) => ({ leaveOf: [person] }),
  input: SEND_BACK,
  async prepare({ db, actor }, { person, first, reason }) {
    const home = await homeOf(db, person);
    if (!home.ok) return home;
    const who = (await homesOf(db, [person])).get(person)!;
    const found = await periodOf(db, home.site, first, [person]);
    if (!found.ok) return found;
    const state = stateAfter(found.people[0].steps);
    const refused =
      checkLeaveOf(actor, 'hours.approve', who) &&
      (state === 'approved'
        ? checkAccess(actor, 'hours.lock', home.site.id)
        : fail('forbidden', `${actor.name} may not do this here`));
    if (refused) return refused;
    const faulty = refuseStep(state, 'send-back', `the hours of ${home.person.name}`);
    if (faulty) return faulty;
    const period = formatDays(first, found.days);
    return {
      ok: true,
      work: {
        title: `Sent back the hours of ${home.person.name}, ${period}`,
        rows: [stepRow(actor, person, found, 'send-back', reason, null)],
        ...aboutPerson(person, home.site.id),
        onCommitted: (trx) =>
          enqueueTellings(trx, [
            {
              ...{ person, site: home.site.id, subject: `Hours of ${period} came back` },
              line: `Hours of ${period} came back: ${reason}`,
              body: `Hours of ${period} came back: ${reason}\n\n${publicAddress()}/me/hours`,
            },
          ]),
      },
    };
  },
});

/** Writes a note to payroll about one's own hours. */
export const noteOwnHours = command<'hours.own-note', HoursNote>({
  kind: 'hours.own-note',
  permission: 'self',
  scope: () => ({}),
  input: NOTE,
  prepare: async ({ db, actor }, note) =>
    actor.person === note.person
      ? noteEffect(db, actor, note)
      : fail('forbidden', `${actor.name} may not do this`, 'input.person'),
});

/** Writes a note to payroll about somebody's hours. */
export const noteHours = command<'hours.note', HoursNote>({
  kind: 'hours.note',
  permission: 'hours.read',
  scope: ({ person }) => ({ leaveOf: [person] }),
  input: NOTE,
  prepare: ({ db, actor }, note) => noteEffect(db, actor, note),
});

async function noteEffect(
  db: Database,
  actor: Actor,
  { person, first, text }: HoursNote,
): Promise<Result<{ work: CommandEffect }>> {
  const home = await homeOf(db, person);
  if (!home.ok) return home;
  const found = await periodOf(db, home.site, first, [person]);
  if (!found.ok) return found;
  const faulty = refuseStep(stateAfter(found.people[0].steps), 'note', `the hours of ${home.person.name}`);
  if (faulty) return faulty;
  return {
    ok: true,
    work: {
      title: `Note about the hours of ${home.person.name}, ${formatDays(first, found.days)}`,
      rows: [stepRow(actor, person, found, 'note', text, null)],
      ...aboutPerson(person, home.site.id),
    },
  };
}

interface Period {
  readonly first: Day;
  readonly days: number;
  readonly people: readonly {
    readonly id: string;
    readonly sheet: Sheet;
    readonly steps: readonly { readonly kind: SheetStepKind }[];
  }[];
}

/** The period that begins on a date, with the hours of some people in it. */
async function periodOf(
  db: Database,
  site: RowOf<'site'>,
  first: Day,
  ids: readonly string[],
): Promise<({ readonly ok: true } & Period) | Failed> {
  const period = payPeriodOn(hoursRulesFromRow(site).periods, first);
  if (period.first !== first) return fail('unknown', 'no period begins on this date', 'input.first');
  const { sheets, steps } = (await sheetsOf(db, site, ids, period))!;
  const people = ids.map((id) => ({ id, sheet: sheets.get(id)!, steps: steps.get(id) ?? [] }));
  const missing = people.findIndex(({ sheet }) => !sheet);
  if (missing >= 0)
    return fail('unknown', 'there is nothing of this person here', `input.people[${missing}]`);
  return { ok: true, first, days: period.days, people };
}

async function stepOfSeveral(
  db: Database,
  actor: Actor,
  { site, first, people }: PeriodOf,
  kind: 'approve' | 'lock',
  today: Day,
) {
  const [row] = await loadRows(db, 'site', { id: site });
  if (!row) return fail('unknown', 'there is no such site', 'input.site');
  const found = await periodOf(db, row, first, people);
  if (!found.ok) return found;
  const names = new Map((await peopleAtHome(db, site, found)).map(({ id, name }) => [id, name]));
  for (const [i, { id, steps }] of found.people.entries()) {
    const name = names.get(id);
    if (name === undefined) return fail('unknown', 'this person is at home elsewhere', `input.people[${i}]`);
    const faulty = refuseStep(stateAfter(steps), kind, `the hours of ${name}`, `input.people[${i}]`);
    if (faulty) return faulty;
  }
  if (first > today) return fail('future', 'this period has not begun', 'input.first');
  const last = first + found.days - 1;
  if (kind === 'lock' && last >= today)
    return fail('future', 'a period is locked when it is over', 'input.first');
  const look = found.people.filter(({ sheet }) => sheet.toLookAt > 0).length;
  const who = people.length === 1 ? names.get(people[0])! : counted(people.length, 'person', 'people');
  return {
    ok: true as const,
    work: {
      title: `${kind === 'approve' ? 'Approved' : 'Locked'} the hours of ${who}, ${formatDays(first, found.days)}`,
      rows: found.people.map(({ id, sheet }) => stepRow(actor, id, found, kind, '', figuresOf(sheet))),
      subjects: [
        { kind: 'site' as const, id: site },
        ...people.map((id) => ({ kind: 'person' as const, id })),
      ],
      ...{ sites: [], weeks: [] },
      remarks: [
        ...(look > 0 ? [`${counted(look, 'person has', 'people have')} something to be looked at.`] : []),
        ...(kind === 'approve' && last >= today ? ['The period is not over yet.'] : []),
      ],
    },
  };
}

function stepRow(
  actor: Actor,
  person: string,
  { first, days }: Pick<Period, 'first' | 'days'>,
  kind: SheetStepKind,
  content: string,
  figures: SheetFigures | null,
) {
  const at = timestamp();
  const after: NewRow<'timesheet_step'> = {
    ...{
      id: randomUUID(),
      person_id: person,
      first: formatDate(first),
      days,
    },
    ...{ kind, at, by_name: actor.name, content, figures: figures && JSON.stringify(figures) },
  };
  return { table: 'timesheet_step' as const, before: null, after };
}

const DONE: Readonly<Record<Exclude<ReturnType<typeof stateAfter>, 'open'>, string>> = {
  submitted: 'submitted already',
  approved: 'approved already',
  locked: 'locked',
};

/** Null where a step can be taken; else why not. */
function refuseStep(
  state: ReturnType<typeof stateAfter>,
  kind: SheetStepKind,
  what: string,
  path = 'input.first',
) {
  if (canStep(state, kind)) return null;
  return fail(
    'state',
    `${what} are ${state === 'open' ? 'still open' : state === 'submitted' && kind === 'lock' ? 'not approved yet' : DONE[state]}`,
    path,
  );
}
