import { judge } from '@/core/consequences/judge';
import { candidatesFor } from '@/core/cover/candidates';
import { wordsFor } from '@/core/checks/shared/messages';
import { type Result, fail } from '@/core/plan/problem';
import { withoutPay } from '@/core/plan/without-pay';
import { isPossible, swapOptions } from '@/core/requests/exchange';
import { basisOf } from '@/core/requests/moved';
import { REQUEST_KINDS, ruleFault } from '@/core/requests/rules';
import { type Day, startOfWeek } from '@/core/time/day';
import type { Database } from '@/data/database';
import { loadPublishedById } from '@/data/publish/publication-store';
import { type SiteSummary, namesOf, listSites } from '@/data/site/site-store';
import { Unchanged } from '@/data/unchanged';
import { loadPublished } from '@/data/week/shift-store';
import type { Actor } from '../access/actor';
import { refuseOff } from '../site/capabilities';
import { staffSites } from '../staff/own-page';
import { toldPlan } from '../staff/own-plan';
import { askedTwice } from './ask';
import { requestSite, rolesOf } from './ground';
import type { ShiftOptions } from './payload';
import { exchangeView, shiftWords } from './words';

/** How many colleagues' shifts and takers are offered. */
const MOST = 40;
/** Of how many weeks, from that of the shift on, shifts can be had for it. */
const WEEKS = 2;

/** Weeks of a site as they were told, judged: read once for all who ask while nobody writes. */
const TOLD = new Unchanged<Awaited<ReturnType<typeof toldWeeks>>>(6);

async function toldWeeks(db: Database, site: SiteSummary, from: number) {
  const rows = await db
    .selectFrom('person_site')
    .select('person_id')
    .where('site_id', '=', site.id)
    .execute();
  const open = await loadPublished(db, site.id, from, from + WEEKS * 7);
  const others = open.map((shift) => ({ site: site.id, shift }));
  const people = rows.map(({ person_id: id }) => id);
  const plan = await toldPlan(db, people, site.id, [from, WEEKS * 7], others);
  // No amount of money leaves the server for who may not see any, not even in a sentence.
  const judgement = judge(withoutPay(plan!));
  const words = wordsFor(plan!, site.hourFormat, namesOf(await listSites(db)));
  return { judgement, words, roles: await rolesOf(db) };
}

/** The weeks that somebody asks in, judged, with the site and the time there; where shifts are asked about. */
export async function askingWeeks(db: Database, siteId: string, date: Day) {
  const found = await requestSite(db, siteId);
  if (!found.ok) return found;
  const { site } = found.at;
  const from = startOfWeek(date, site.weekStart);
  const told = await TOLD.get(db, `${siteId} ${from}`, () => toldWeeks(db, site, from));
  return { ok: true as const, weeks: { ...told, ...found.at } };
}

/** What could be done with one's own published shift: what could be had for it, and who could take it. */
export async function shiftOptions(
  db: Database,
  actor: Actor,
  siteId: string,
  shiftId: string,
): Promise<Result<{ options: ShiftOptions }>> {
  const { person } = actor;
  const [shift] = staffSites(actor).includes(siteId) ? await loadPublishedById(db, siteId, [shiftId]) : [];
  if (!shift || person === null || shift.person !== person)
    return fail('unknown', 'there is no such shift of yours', 'shift');
  const off = await refuseOff(db, 'requests', [siteId]);
  if (off) return off;
  const found = await askingWeeks(db, siteId, shift.date);
  if (!found.ok) return found;
  const { site, rules, now, judgement, words, roles } = found.weeks;
  const twice = await askedTwice(db, { asker: person, mine: [basisOf(siteId, shift)], theirs: [] });
  const refused: ShiftOptions['refused'] = Object.fromEntries(
    REQUEST_KINDS.flatMap((kind) => {
      const fault = twice?.problem.message ?? ruleFault(rules, kind, [shift], now);
      return fault ? [[kind, fault]] : [];
    }),
  );
  if (!rules.showsNames)
    refused['hand-over'] ??= 'names of colleagues are not shown here: give it up instead';
  const soonest = now + rules.noticeHours * 60;
  const swaps = refused.swap ? [] : swapOptions(judgement, shift, soonest).slice(0, MOST);
  const takers = refused['hand-over'] ? [] : candidatesFor(judgement, shift).filter(isPossible);
  return {
    ok: true,
    options: {
      shift: shiftWords(shift, roles, site.hourFormat),
      refused,
      swaps: swaps.map(({ colleague, theirs, mine: own }) => ({
        shift: shiftWords(theirs, roles, site.hourFormat),
        colleague: rules.showsNames ? colleague.id : null,
        name: rules.showsNames ? colleague.name : null,
        mine: exchangeView(own, words.person(person), words),
      })),
      takers: takers.slice(0, MOST).map(({ person: { id, name: called } }) => ({ id, name: called })),
    },
  };
}
