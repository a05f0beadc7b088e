import { NO_WORK, type PunchKind, type Work } from '@/core/clock/punch';
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
import { CORRECT_PUNCHES, PUNCH, type PunchCorrection, type PunchDraft } from './schema';

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
    return kept([punch], `Clocked ${whose.name} ${await inWords(db, site, kind, when)}`, exact);
  },
});

/**
 * Corrects what somebody clocked, one time or several at once: another punch stands for each, with who and why, and nothing is
 * overwritten. What nobody clocked is added.
 */
export const correctPunches = command<'clock.correct', PunchCorrection>({
  kind: 'clock.correct',
  permission: 'clock.write',
  capability: 'clock',
  scope: ({ site }) => ({ sites: [site] }),
  input: CORRECT_PUNCHES,
  async prepare({ db, actor }, { site, person, changes, reason }) {
    const isNew = changes.some(({ punch }) => punch === null);
    const whose = await worksHere(db, person, isNew ? site : null);
    if (!whose.ok) return whose;
    const made: StoredPunch[] = [];
    const words: string[] = [];
    for (const [i, { id, punch: of, instead }] of changes.entries()) {
      const path = `input.changes[${i}]`;
      const before = of === null ? null : await correctable(db, of, { site, person, path });
      if (before && !before.ok) return before;
      if (!before && !instead) return fail('input', 'there is nothing to take away', `${path}.instead`);
      if ((await loadRows(db, 'punch', { id })).length > 0)
        return fail('taken', 'this was corrected already', `${path}.id`);
      const refused = instead && refuseTime(instead.at, `${path}.instead.at`);
      if (refused) return refused;
      const named = instead?.activity ?? null;
      if (named !== null && (await loadRows(db, 'work_activity', { id: named })).length === 0)
        return fail('unknown', 'there is no such activity', `${path}.instead.activity`);
      const was = before?.punch ?? null;
      const { kind, at } = instead ?? was!;
      made.push({
        ...{ id, person, site, kind, at, replaces: of, isRemoval: instead === null },
        work: workOf(was?.work ?? null, kind, instead?.activity),
        ...{ source: 'scheduler', recorded: now(), recordedBy: actor.name, note: reason },
      });
      const old = was && (await inWords(db, site, was.kind, was.at));
      const is = instead && (await inWords(db, site, instead.kind, instead.at));
      words.push(old && is ? `${old} is ${is}` : old ? `took away ${old}` : `added ${is}`);
    }
    const settled = await refuseSettledPunches(db, person, made, 'input.changes');
    if (settled) return settled;
    return kept(made, `Corrected ${whose.name}: ${words.join(', ')}`);
  },
});

/** What is worked at from a punch on. `activity` null: nothing is said; undefined: as it was. */
function workOf(was: Work | null, kind: PunchKind | null, activity: string | null | undefined): Work | null {
  if (activity === undefined) return was;
  const work = { ...(was ?? NO_WORK), activity };
  return kind === 'change' || work.role !== null || work.duty !== null || activity !== null ? work : null;
}

/** A punch that somebody may put something else for; else why not. */
async function correctable(
  db: Database,
  id: string,
  { site, person, path }: { readonly site: string; readonly person: string; readonly path: string },
): Promise<Result<{ punch: StoredPunch }>> {
  const found = await findPunch(db, id);
  if (!found || found.punch.site !== site || found.punch.person !== person)
    return fail('unknown', 'nothing of the kind was clocked here', `${path}.punch`);
  if (found.heir)
    return fail(
      'changed',
      `${found.heir.recordedBy ?? 'somebody'} corrected this meanwhile`,
      `${path}.punch`,
    );
  if (found.punch.isRemoval) return fail('unknown', 'this was taken away', `${path}.punch`);
  return { ok: true, punch: found.punch };
}

/** Keeps punches of one person at one site. `exact`: to the second, of one that is made now. */
export function kept(
  punches: readonly StoredPunch[],
  title: string,
  exact?: string,
): Result<{ work: CommandEffect }> {
  const [{ site, person, id }] = punches;
  return {
    ok: true,
    work: {
      title,
      rows: punches.map((punch) => ({ table: 'punch', before: null, after: punchToRow(punch, exact) })),
      subjects: [
        { kind: 'site', id: site },
        { kind: 'person', id: person },
      ],
      sites: [],
      weeks: [],
      isFinal: true,
      answer: id,
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
export function refuseTime(at: number, path: string) {
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
export async function inWords(
  db: Database,
  site: string,
  kind: PunchKind | null,
  at: number,
): Promise<string> {
  const { timeZone, hourFormat } = (await listSites(db)).find(({ id }) => id === site)!;
  const day = Math.floor(at / DAY);
  const time = formatTime(zoneClock(timeZone, day, day).wall(at), hourFormat);
  return `${kind === null ? 'clocked' : WORDS[kind]} at ${time}`;
}
