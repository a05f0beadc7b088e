import { fail, type Result } from '@/core/plan/problem';
import type { HourFormat } from '@/core/time/format';
import type { Day } from '@/core/time/day';
import { widestHours } from '@/core/time/parse-time';
import type { Span } from '@/core/time/span';
import { lastSeq } from '@/data/activity/activity-store';
import type { Database } from '@/data/database';
import { hoursOfSites, listSites } from '@/data/site/site-store';
import { loadLeaveTypes } from '@/data/leave/leave-store';
import { amongTexts } from '@/data/records/lines';
import type { Actor } from '../access/actor';
import { checkAccess } from '../access/permissions';
import { kindSharesBefore } from '../fairness/kind-shares';
import { refuseOff } from '../site/capabilities';
import { absenceTypes, absentAt } from '../leave/absent-now';
import { balancesAt } from '../leave/balances';
import { type LeaveCalendar, calendarAt } from '../leave/calendar';
import { grantedTo } from '../leave/grant';
import type { AbsentNow, BalancesPage, QueuedRequest, RequestView } from '../leave/payload';
import { decidedAt, queueOf, seesRequests } from '../leave/queries';
import type { QueuedShiftRequest, RequestView as ShiftRequestView } from './payload';
import { decidedShifts, decidesShifts, shiftQueue } from './queries';
import { type Turns, countOf, turnsOf } from './turns';
import { todayOf } from '../commands/request';
import type { ProposalView } from '../staff/payload';
import { decidedProposals, proposalViews } from '../staff/proposals';

/** The parts of the area of requests. */
export const REQUEST_PARTS = ['waiting', 'decided', 'person', 'calendar', 'balances'] as const;
export type RequestPart = (typeof REQUEST_PARTS)[number];

/** What the area of requests shows at a site. */
export interface RequestsPage {
  /** How far the log went before this was read. */
  readonly asOf: number;
  readonly site: string;
  readonly siteName: string;
  readonly hourFormat: HourFormat;
  readonly weekStart: number;
  readonly today: Day;
  readonly counts: { readonly mine: number; readonly others: number };
  readonly waiting: {
    readonly mine: readonly QueuedRequest[];
    readonly others: readonly RequestView[];
  } | null;
  /** Requests about shifts that wait; null: they are not shown here. */
  readonly shifts: {
    readonly mine: readonly QueuedShiftRequest[];
    readonly others: readonly ShiftRequestView[];
  } | null;
  readonly decidedShifts: readonly ShiftRequestView[];
  /** Proposed availability that waits; null: it is not shown here. */
  readonly proposals: {
    readonly mine: readonly ProposalView[];
    readonly others: readonly ProposalView[];
  } | null;
  readonly decidedProposals: readonly ProposalView[];
  /** The areas of the site, each with the ids of what waits in it. */
  readonly areas: readonly {
    readonly id: string;
    readonly name: string;
    readonly waiting: readonly string[];
  }[];
  /** Of whom everything is shown; null: nobody was chosen. */
  readonly person: string | null;
  readonly openHours: readonly Span[];
  /** Whether leave is asked for here, and who looks may see it. */
  readonly hasLeave: boolean;
  /** Who cannot come just now. */
  readonly absent: readonly AbsentNow[];
  readonly decided: readonly RequestView[] | null;
  readonly calendar: LeaveCalendar | null;
  readonly balances: BalancesPage | null;
  /** Kinds of leave that can be entered for somebody. */
  readonly types: readonly {
    readonly id: string;
    readonly name: string;
    readonly unit: 'days' | 'half-days' | 'hours';
  }[];
  /** The same, what is not asked for first: those are what somebody who cannot come says. */
  readonly absenceTypes: readonly { readonly id: string; readonly name: string }[];
  /** Everybody at home there, for who may enter leave for them or look at all that one asked for. */
  readonly people: readonly { readonly id: string; readonly name: string }[];
  /** Whether who looks may see all that one person asked for. */
  readonly seesPeople: boolean;
  /** Whether who looks may enter leave for all at home there. */
  readonly mayEnter: boolean;
}

/** What is looked at: from when on the calendar, how many weeks of it, and whose requests. */
interface Shown {
  readonly from: Day | null;
  readonly weeks: number;
  readonly person: string | null;
}

/** What a part of the area of requests shows, for who decides or sees leave there. */
export async function requestsPage(
  db: Database,
  actor: Actor,
  site: string,
  part: RequestPart,
  { from, weeks, person }: Shown,
): Promise<Result<{ page: RequestsPage }>> {
  const place = (await listSites(db)).find((one) => one.id === site);
  if (!place) return fail('unknown', 'there is no such site');
  const seesLeave = await seesRequests(db, actor, site);
  const off = await refuseOff(db, 'leave', [site]);
  const hasLeave = seesLeave && off === null;
  const hasShifts = await decidesShifts(db, actor, site);
  if (!hasLeave && !hasShifts)
    return seesLeave && off ? off : fail('forbidden', `${actor.name} may not see requests here`);
  const seesPeople = checkAccess(actor, 'people.read', site) === null;
  if (part === 'person' && !seesPeople) return fail('forbidden', `${actor.name} may not see people here`);
  if (!hasLeave && (part === 'calendar' || part === 'balances'))
    return off ?? fail('forbidden', `${actor.name} may not see leave here`);
  const asOf = await lastSeq(db);
  const turns = await turnsOf(db, actor, site);
  const { leave, shifts, proposals } = turns;
  const today = await todayOf(db, site);
  const ended = part === 'decided' || (part === 'person' && person !== null);
  const types = (await loadLeaveTypes(db)).filter(({ isRetired }) => !isRetired);
  const mayEnter = hasLeave && checkAccess(actor, 'leave.decide', site) === null;
  return {
    ok: true,
    page: {
      ...{
        asOf,
        site,
        siteName: place.name,
        hourFormat: place.hourFormat,
        weekStart: place.weekStart,
        today,
      },
      counts: countOf(turns),
      shifts:
        part === 'waiting' && hasShifts
          ? await shiftQueue(db, actor, site, { turns: shifts, sharesAt: kindSharesBefore })
          : null,
      decidedShifts: ended ? await decidedShifts(db, actor, site, person) : [],
      proposals:
        part === 'waiting' && seesPeople
          ? {
              mine: await proposalViews(db, proposals.mine),
              others: await proposalViews(db, proposals.others),
            }
          : null,
      decidedProposals: ended ? await decidedProposals(db, actor, site, person) : [],
      areas: part === 'waiting' ? await waitingByArea(db, site, turns) : [],
      ...{ person, seesPeople },
      openHours: widestHours((await hoursOfSites(db)).get(site) ?? null),
      hasLeave,
      waiting: part === 'waiting' || part === 'calendar' ? await queueOf(db, actor, leave) : null,
      absent: part === 'waiting' && hasLeave ? await absentAt(db, actor, site) : [],
      decided: ended ? (hasLeave ? await decidedAt(db, actor, site, person) : []) : null,
      calendar: part === 'calendar' ? await calendarAt(db, actor, place, from ?? today - 7, weeks) : null,
      balances: part === 'balances' ? await balancesAt(db, actor, site) : null,
      types: types.map(({ id, name, unit }) => ({ id, name, unit })),
      absenceTypes: absenceTypes(types),
      people:
        (mayEnter && part === 'waiting') || part === 'person' ? await peopleAtHome(db, site, today) : [],
      mayEnter,
    },
  };
}

/** The areas of a site with what waits in each: leave and availability of whoever has a role of it, shifts in its roles. */
async function waitingByArea(
  db: Database,
  site: string,
  { leave, shifts, proposals }: Turns,
): Promise<RequestsPage['areas']> {
  const areas = await db
    .selectFrom('area')
    .select(['id', 'name'])
    .where('site_id', '=', site)
    .orderBy('position')
    .execute();
  if (areas.length === 0) return [];
  const given = await db
    .selectFrom('site_role')
    .select(['role_id', 'area_id'])
    .where('site_id', '=', site)
    .execute();
  const asked = [
    ...[...leave.mine, ...leave.others].map(({ request: { id, person } }) => ({ id, person })),
    ...[...proposals.mine, ...proposals.others].map((row) => ({ id: row.id, person: row.person_id })),
  ];
  const held = await db
    .selectFrom('person_role')
    .select(['person_id', 'role_id'])
    .where('person_id', 'in', amongTexts(new Set(asked.map(({ person }) => person))))
    .execute();
  return areas.map(({ id, name }) => {
    const roles = new Set(given.flatMap((row) => (row.area_id === id ? row.role_id : [])));
    const there = new Set(held.flatMap((row) => (roles.has(row.role_id) ? row.person_id : [])));
    return {
      ...{ id, name },
      waiting: [
        ...asked.filter(({ person }) => there.has(person)).map((one) => one.id),
        ...[...shifts.mine, ...shifts.others]
          .filter(({ mine, theirs }) => [...mine, ...theirs].some(({ role }) => role && roles.has(role)))
          .map((one) => one.id),
      ],
    };
  });
}

/** Everybody at home at a site who works there today, by name. */
async function peopleAtHome(db: Database, site: string, today: Day): Promise<RequestsPage['people']> {
  const ids = (await grantedTo(db, site, { kind: 'all' }, { date: today, today })).map(
    ({ person }) => person,
  );
  return db
    .selectFrom('person')
    .select(['id', 'name'])
    .where('id', 'in', amongTexts(ids))
    .orderBy('name')
    .execute();
}
