import { type Result, fail } from '@/core/plan/problem';
import { stateAfter } from '@/core/timesheet/steps';
import type { PunchKind } from '@/core/clock/punch';
import { type StoredPunch, findPunch } from '@/data/clock/punch-store';
import type { Database } from '@/data/database';
import { hoursRulesFromRow, loadSteps } from '@/data/hours/hours-store';
import { type RowOf, loadRows } from '@/data/records/records';
import { localDay } from '@/core/time/now';
import type { Actor } from '../access/actor';
import { publicAddress } from '../access/origin';
import { command } from '../commands/command';
import { aboutPerson, homeOf } from '../hours/typed';
import { refuseSettledPunches } from '../hours/settled';
import { schedulersAt } from '../leave/tell';
import { now, timestamp } from '../now';
import { enqueueTellings } from '../outbox/enqueue';
import { inWords, kept, refuseTime } from './commands';
import { ANSWER_PUNCH, ASK_PUNCH, type PunchAnswer, type PunchAsk, WITHDRAW_PUNCH } from './schema';

/**
 * Asks to have put right what one forgot to clock, or clocked wrongly. Where people may do that themselves until they submit, it is
 * done at once.
 */
export const askPunch = command<'clock.ask', PunchAsk>({
  kind: 'clock.ask',
  permission: 'self',
  scope: () => ({}),
  input: ASK_PUNCH,
  async prepare({ db, actor }, asked) {
    const { id, punch: of, kind, at, reason } = asked;
    if (actor.person === null) return fail('forbidden', 'this account belongs to nobody who works here');
    const { person } = actor;
    const home = await homeOf(db, person);
    if (!home.ok) return home;
    const refused = refuseTime(at, 'input.at') ?? (await refuseSubmitted(db, home.site, person, at));
    if (refused) return refused;
    const about = await ownPunch(db, person, of);
    if (!about.ok) return about;
    if (!about.punch && kind === null) return fail('input', 'there is nothing to take away', 'input.kind');
    if ((await loadRows(db, 'punch_request', { id })).length > 0)
      return fail('taken', 'this was asked already', 'input.id');
    const site = about.punch?.site ?? home.site.id;
    if (hoursRulesFromRow(home.site).ownPunches) {
      const punch = punchFrom({ ...asked, person, site }, about.punch, id, actor.name, reason);
      const settled = await refuseSettledPunches(db, person, [punch], 'input.at');
      return settled ?? kept([punch], `Put right: ${await inWords(db, site, kind ?? punch.kind, at)}`);
    }
    const row: RowOf<'punch_request'> = {
      ...{ id, person_id: person, site_id: site, punch_id: of, kind, reason, state: 'waiting', answer: '' },
      ...{ at: new Date(at * 60_000).toISOString(), asked_at: timestamp() },
      ...{ answered_at: null, answered_by: null },
    };
    const what = await inWords(db, site, kind ?? about.punch!.kind, at);
    return {
      ok: true,
      work: {
        title: `Asked about the clock: ${what}`,
        rows: [{ table: 'punch_request', before: null, after: row }],
        ...aboutPerson(person, site),
        onCommitted: async (trx) => {
          const line = `${home.person.name} asks to have put right: ${what}. ${reason}`;
          const tellings = (await schedulersAt(trx, site, person)).map((to) => ({
            ...{ person: to, site, subject: `${home.person.name} asks about the clock`, line, isWork: true },
            body: `${line}\n\n${publicAddress()}/hours/${encodeURIComponent(site)}`,
          }));
          await enqueueTellings(trx, tellings);
        },
      },
    };
  },
});

/** Takes back what one asked about the clock, while it waits. */
export const withdrawPunchAsk = command<'clock.withdraw', { id: string }>({
  kind: 'clock.withdraw',
  permission: 'self',
  scope: () => ({}),
  input: WITHDRAW_PUNCH,
  async prepare({ db, actor }, { id }) {
    const [row] = await loadRows(db, 'punch_request', { id });
    if (!row || row.person_id !== actor.person) return fail('unknown', 'this was not asked', 'input.id');
    if (row.state !== 'waiting') return fail('changed', 'this was answered meanwhile', 'input.id');
    return {
      ok: true,
      work: {
        title: 'Took back a question about the clock',
        rows: [{ table: 'punch_request', before: row, after: { ...row, state: 'withdrawn' } }],
        ...aboutPerson(row.person_id, row.site_id),
      },
    };
  },
});

/** Agrees to what somebody asked about the clock, which is then clocked with who and why, or declines it. */
export const answerPunchAsk = command<'clock.answer', PunchAnswer>({
  kind: 'clock.answer',
  permission: 'clock.write',
  capability: 'clock',
  scope: ({ site }) => ({ sites: [site] }),
  input: ANSWER_PUNCH,
  async prepare({ db, actor }, { id, site, punch: made, isAgreed, answer }) {
    const [row] = await loadRows(db, 'punch_request', { id });
    if (!row || row.site_id !== site) return fail('unknown', 'nobody asked this here', 'input.id');
    if (row.state !== 'waiting')
      return fail('changed', `${row.answered_by ?? 'the person'} dealt with this meanwhile`, 'input.id');
    if (!isAgreed && answer === '') return fail('input', 'say why', 'input.answer');
    const at = Math.floor(Date.parse(row.at) / 60_000);
    const after: RowOf<'punch_request'> = {
      ...{ ...row, state: isAgreed ? 'agreed' : 'declined', answered_by: actor.name },
      ...{ answered_at: timestamp(), answer },
    };
    const punches: StoredPunch[] = [];
    const about = await ownPunch(db, row.person_id, row.punch_id);
    if (isAgreed) {
      if (!about.ok) return about;
      if ((await loadRows(db, 'punch', { id: made })).length > 0)
        return fail('taken', 'this was clocked already', 'input.punch');
      const kind = row.kind as PunchKind | null;
      punches.push(
        punchFrom({ person: row.person_id, site, at, kind }, about.punch, made, actor.name, row.reason),
      );
      const settled = await refuseSettledPunches(db, row.person_id, punches, 'input.id');
      if (settled) return settled;
    }
    const [{ name }] = await loadRows(db, 'person', { id: row.person_id });
    const kind = (row.kind ?? (about.ok ? about.punch?.kind : null) ?? null) as PunchKind | null;
    const what = await inWords(db, site, kind, at);
    const title = `${isAgreed ? 'Agreed to' : 'Declined'} what ${name} asked: ${what}`;
    const clocked = isAgreed ? kept(punches, title) : null;
    return {
      ok: true,
      work: {
        title,
        rows: [{ table: 'punch_request', before: row, after }, ...(clocked?.ok ? clocked.work.rows : [])],
        ...aboutPerson(row.person_id, site),
        isFinal: true,
        onCommitted: (trx) => {
          const line = `${isAgreed ? 'Put right' : 'Not put right'} at the clock: ${what}.${answer ? ` ${answer}` : ''}`;
          return enqueueTellings(trx, [
            {
              person: row.person_id,
              site,
              subject: line,
              line,
              body: `${line}\n\n${publicAddress()}/me/hours`,
            },
          ]);
        },
      },
    };
  },
});

/** The punch of somebody that a question is about: it still stands; null: it is about none. */
async function ownPunch(
  db: Database,
  person: string,
  id: string | null,
): Promise<Result<{ punch: StoredPunch | null }>> {
  if (id === null) return { ok: true, punch: null };
  const found = await findPunch(db, id);
  if (!found || found.punch.person !== person || found.punch.isRemoval)
    return fail('unknown', 'this was not clocked', 'input.punch');
  if (found.heir) return fail('changed', 'this was corrected meanwhile', 'input.punch');
  return { ok: true, punch: found.punch };
}

function punchFrom(
  {
    person,
    site,
    at,
    kind,
  }: Pick<PunchAsk, 'at' | 'kind'> & { readonly person: string; readonly site: string },
  about: StoredPunch | null,
  id: string,
  by: Actor['name'],
  note: string,
): StoredPunch {
  return {
    ...{
      id,
      person,
      site,
      at,
      source: 'scheduler',
      work: about?.work ?? null,
      recorded: now(),
      recordedBy: by,
    },
    ...{ replaces: about?.id ?? null, isRemoval: kind === null, kind: kind ?? about?.kind ?? null, note },
  };
}

/** Null while hours around a minute are not submitted. */
async function refuseSubmitted(db: Database, site: RowOf<'site'>, person: string, at: number) {
  const date = localDay(at, site.time_zone);
  const state = stateAfter(await loadSteps(db, [person], [date, date + 1]));
  return state === 'open' ? null : fail('submitted', 'these hours are submitted already', 'input.at');
}
