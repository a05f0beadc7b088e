import type { PunchKind } from '@/core/clock/punch';
import { type Result, fail } from '@/core/plan/problem';
import { formatTime } from '@/core/time/format';
import { zoneClock } from '@/core/time/zone';
import { DAY } from '@/core/time/span';
import { type StoredPunch, findPunch, punchToRow } from '@/data/clock/punch-store';
import type { Database } from '@/data/database';
import { loadRows } from '@/data/records/records';
import { listSites } from '@/data/site/site-store';
import { type CommandEffect, command } from '../commands/command';
import { refuseSettledPunches } from '../hours/settled';
import { now, timestamp } from '../now';
import { CORRECT_PUNCH, PUNCH, type PunchCorrection, type PunchDraft } from './schema';

/** How long ago a punch may be entered or corrected, in minutes: what is older was paid. */
const OLDEST = 400 * DAY;

/** Clocks for somebody, now or at a time that is over. Others count on it, so it is corrected and not undone. */
export const punchFor = command<'clock.punch', PunchDraft>({
  kind: 'clock.punch',
  permission: 'clock.write',
  capability: 'clock',
  scope: ({ site }) => ({ sites: [site] }),
  input: PUNCH,
  async prepare({ db, actor }, { id, site, person, kind, at, note }) {
    const whose = await worksHere(db, person, site);
    if (!whose.ok) return whose;
    if ((await loadRows(db, 'punch', { id })).length > 0)
      return fail('taken', 'this was clocked already', 'input.id');
    const when = at ?? Math.floor(now() / 60_000);
    const refused = refuseTime(when, 'input.at');
    if (refused) return refused;
    const punch: StoredPunch = {
      ...{
        id,
        person,
        site,
        at: when,
        kind,
        source: 'scheduler',
        work: null,
        replaces: null,
        isRemoval: false,
      },
      ...{ recorded: now(), recordedBy: actor.name, note: note || null },
    };
    const settled = await refuseSettledPunches(db, person, [punch], 'input.at');
    if (settled) return settled;
    const exact = at === null ? timestamp().replace(/\.\d+Z$/, 'Z') : undefined;
    return kept(punch, `Clocked ${whose.name} ${await inWords(db, site, kind, when)}`, exact);
  },
});

/** Corrects what somebody clocked: another punch stands for it, with who and why, and nothing is overwritten. */
export const correctPunch = command<'clock.correct', PunchCorrection>({
  kind: 'clock.correct',
  permission: 'clock.write',
  capability: 'clock',
  scope: ({ site }) => ({ sites: [site] }),
  input: CORRECT_PUNCH,
  async prepare({ db, actor }, { id, site, punch: of, instead, reason }) {
    const found = await findPunch(db, of);
    if (!found || found.punch.site !== site)
      return fail('unknown', 'nothing of the kind was clocked here', 'input.punch');
    if (found.heir)
      return fail(
        'changed',
        `${found.heir.recordedBy ?? 'somebody'} corrected this meanwhile`,
        'input.punch',
      );
    if (found.punch.isRemoval) return fail('unknown', 'this was taken away', 'input.punch');
    if ((await loadRows(db, 'punch', { id })).length > 0)
      return fail('taken', 'this was corrected already', 'input.id');
    const refused = instead && refuseTime(instead.at, 'input.instead.at');
    if (refused) return refused;
    const { person, work, kind, at } = found.punch;
    const whose = await worksHere(db, person, null);
    if (!whose.ok) return whose;
    const punch: StoredPunch = {
      ...{ id, person, site, work, replaces: of, isRemoval: instead === null, source: 'scheduler' },
      ...{ kind: instead ? instead.kind : kind, at: instead ? instead.at : at },
      ...{ recorded: now(), recordedBy: actor.name, note: reason },
    };
    const settled = await refuseSettledPunches(db, person, [punch], 'input.punch');
    if (settled) return settled;
    const was = await inWords(db, site, kind, at);
    const title = instead
      ? `Corrected ${whose.name}: ${was} is ${await inWords(db, site, instead.kind, instead.at)}`
      : `Took away ${whose.name}: ${was}`;
    return kept(punch, title);
  },
});

function kept(punch: StoredPunch, title: string, exact?: string): Result<{ work: CommandEffect }> {
  return {
    ok: true,
    work: {
      title,
      rows: [{ table: 'punch', before: null, after: punchToRow(punch, exact) }],
      subjects: [
        { kind: 'site', id: punch.site },
        { kind: 'person', id: punch.person },
      ],
      sites: [],
      weeks: [],
      isFinal: true,
      answer: punch.id,
    },
  };
}

async function worksHere(
  db: Database,
  person: string,
  site: string | null,
): Promise<Result<{ name: string }>> {
  const [row] = await loadRows(db, 'person', { id: person });
  if (!row) return fail('unknown', 'there is no such person', 'input.person');
  if (site !== null && (await loadRows(db, 'person_site', { person_id: person, site_id: site })).length === 0)
    return fail('unknown', `${row.name} does not work here`, 'input.person');
  return { ok: true, name: row.name };
}

/** Null where something can be clocked at a minute. */
function refuseTime(at: number, path: string) {
  const present = Math.floor(now() / 60_000);
  if (at > present) return fail('future', 'this time is still to come', path);
  return at < present - OLDEST ? fail('past', 'this is longer than 400 days ago', path) : null;
}

const WORDS: Record<PunchKind, string> = {
  in: 'in',
  out: 'out',
  'break-begins': 'on break',
  'break-ends': 'back from break',
  change: 'on other work',
};

/** `in at 8:56`. */
async function inWords(db: Database, site: string, kind: PunchKind | null, at: number): Promise<string> {
  const { timeZone, hourFormat } = (await listSites(db)).find(({ id }) => id === site)!;
  const day = Math.floor(at / DAY);
  const time = formatTime(zoneClock(timeZone, day, day).wall(at), hourFormat);
  return `${kind === null ? 'clocked' : WORDS[kind]} at ${time}`;
}
