import { checkOf } from '@/core/checks/list';
import { wordsFor } from '@/core/checks/shared/messages';
import { judge } from '@/core/consequences/judge';
import { candidatesFor } from '@/core/cover/candidates';
import { withoutPay } from '@/core/plan/without-pay';
import { type Result, fail } from '@/core/plan/problem';
import { nextAt } from '@/core/today/call-round';
import { type Day, formatDate, startOfWeek } from '@/core/time/day';
import { type StoredRound, goingRounds, roundsAsking, roundsOfDates } from '@/data/calls/call-store';
import type { Database } from '@/data/database';
import { amongTexts } from '@/data/records/lines';
import { listSites, namesOf } from '@/data/site/site-store';
import { loadPublishedById } from '@/data/publish/publication-store';
import { loadPlan } from '@/data/week/plan-store';
import type { Actor } from '../access/actor';
import { checkAccess } from '../access/permissions';
import { restOf } from '../publish/reassign';
import { rolesOf } from '../requests/ground';
import { refuseOff } from '../site/capabilities';
import { staffSites } from '../staff/own-page';
import { callFault, callGround, isBar, whyOver } from './ground';
import type { CallCandidate, CallView, OwnCall } from './payload';
import { callText } from './tell';

/** The call rounds of a day and of the night before at a site, and those going for other days, which come first; for who may run them. */
export async function callsAt(
  db: Database,
  actor: Actor,
  site: string,
  date: Day,
): Promise<Result<{ calls: CallView[] }>> {
  const refused = checkAccess(actor, 'requests.decide', site);
  if (refused) return refused;
  const place = (await listSites(db)).find(({ id }) => id === site);
  if (!place) return fail('unknown', 'there is no such site', 'site');
  const ofDay = await roundsOfDates(db, site, [formatDate(date), formatDate(date - 1)]);
  const others = (await goingRounds(db, site)).filter(({ id }) => !ofDay.some((one) => one.id === id));
  const rounds = [...ofDay, ...others];
  if (rounds.length === 0) return { ok: true, calls: [] };
  const people = await contactsOf(
    db,
    rounds.flatMap(({ called }) => called.map(({ person }) => person)),
  );
  const roles = await rolesOf(db);
  const calls = rounds.map((round): CallView => {
    const { id, shift, mode, pause, state, outcome, by, at, called } = round;
    const isLeft = state === 'going' && called.some((one) => one.askedAt === null && one.answer === null);
    return {
      ...{ id, shift: shift.id, mode, pause, state, outcome, by, at },
      text: callText({ round, site: place, roles }),
      nextAt: isLeft ? nextAt(mode, pause, called) : null,
      called: called.map(({ person, askedAt, ...one }) => ({
        ...{ person, name: people.get(person)?.name ?? '', phone: people.get(person)?.phone ?? null },
        ...{ askedAt: askedAt === null ? null : new Date(askedAt).toISOString(), ...one },
      })),
    };
  });
  return { ok: true, calls: calls.sort((a, b) => Number(b.state === 'going') - Number(a.state === 'going')) };
}

/** Everybody who could be asked to take a published shift, the best first; who could not be given it come last. */
export async function callCandidates(
  db: Database,
  actor: Actor,
  site: string,
  shiftId: string,
  since: number | null,
): Promise<Result<{ candidates: CallCandidate[] }>> {
  const refused = checkAccess(actor, 'requests.decide', site) ?? (await refuseOff(db, 'clock', [site]));
  if (refused) return refused;
  const [told] = await loadPublishedById(db, site, [shiftId]);
  const sites = await listSites(db);
  const place = sites.find((one) => one.id === site);
  if (!told || !place) return fail('unknown', 'staff know of no such shift here', 'shift');
  const stored = await loadPlan(db, site, startOfWeek(told.date, place.weekStart), 7);
  if (!stored) return fail('unknown', 'there is no such week', 'shift');
  const shift = { ...told, ...restOf(told, since ?? undefined) };
  // No amount of money leaves the server for who may not see any, not even in a sentence.
  const plan = withoutPay({ ...stored.plan, shifts: stored.published });
  const words = wordsFor(plan, place.hourFormat, namesOf(sites));
  const found = candidatesFor(judge(plan), shift);
  const people = await contactsOf(
    db,
    found.map(({ person }) => person.id),
  );
  const candidates = found.map(({ person: { id, name }, snags, weekMinutes }): CallCandidate => ({
    ...{ id, name, week: weekMinutes, phone: people.get(id)?.phone ?? null },
    snags: snags.map((snag) => checkOf(snag.code)!.message(snag, words)),
    isBarred: snags.some(isBar),
  }));
  return { ok: true, candidates: candidates.sort((a, b) => Number(a.isBarred) - Number(b.isBarred)) };
}

/** What somebody is asked just now. */
export async function ownCalls(db: Database, actor: Actor): Promise<OwnCall[]> {
  const { person } = actor;
  if (person === null) return [];
  const sites = staffSites(actor);
  const found: OwnCall[] = [];
  for (const round of await roundsAsking(db, person)) {
    if (!sites.includes(round.site)) continue;
    const made = await ownCall(db, round, person);
    if (made) found.push(made);
  }
  return found;
}

async function ownCall(db: Database, round: StoredRound, person: string): Promise<OwnCall | null> {
  const found = await callGround(db, round, person);
  // What is over by the clock is ended by it in a moment.
  if (!found.ok || whyOver(found.ground) !== null) return null;
  const fault = callFault(found.ground, person);
  return {
    ...{ id: round.id, text: callText(found.ground), site: found.ground.site.name, note: round.note },
    answer: round.called.find((one) => one.person === person)!.answer,
    fault: fault && fault.problem.message,
  };
}

async function contactsOf(db: Database, ids: readonly string[]) {
  const rows = await db
    .selectFrom('person')
    .select(['id', 'name', 'phone'])
    .where('id', 'in', amongTexts([...new Set(ids)]))
    .execute();
  return new Map(rows.map((row) => [row.id, row]));
}
