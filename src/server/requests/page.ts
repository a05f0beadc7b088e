import { fail, type Result } from '@/core/plan/problem';
import type { HourFormat } from '@/core/time/format';
import type { Day } from '@/core/time/day';
import { lastSeq } from '@/data/activity/activity-store';
import type { Database } from '@/data/database';
import { listSites } from '@/data/site/site-store';
import { loadLeaveTypes } from '@/data/leave/leave-store';
import { amongTexts } from '@/data/records/lines';
import type { Actor } from '../access/actor';
import { checkAccess } from '../access/permissions';
import { refuseOff } from '../site/capabilities';
import { absentAt } from '../leave/absent-now';
import { balancesAt } from '../leave/balances';
import { type LeaveCalendar, calendarAt } from '../leave/calendar';
import { grantedTo } from '../leave/grant';
import type { AbsentNow, BalancesPage, QueuedRequest, RequestView } from '../leave/payload';
import { decidedAt, queueOf, turnsAt, seesRequests } from '../leave/queries';
import type { QueuedShiftRequest, RequestView as ShiftRequestView } from './payload';
import { decidedShifts, decidesShifts, shiftQueue, shiftTurns } from './queries';
import { todayOf } from '../commands/request';

/** The parts of the area of requests. */
export const REQUEST_PARTS = ['waiting', 'decided', 'calendar', 'balances'] as const;
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
  /** Everybody at home there, for who may enter leave for them. */
  readonly people: readonly { readonly id: string; readonly name: string }[];
  /** Whether who looks may enter leave for all at home there. */
  readonly mayEnter: boolean;
}

/** What a part of the area of requests shows, for who decides or sees leave there. */
export async function requestsPage(
  db: Database,
  actor: Actor,
  site: string,
  part: RequestPart,
  span: { readonly from: Day | null; readonly weeks: number },
): Promise<Result<{ page: RequestsPage }>> {
  const place = (await listSites(db)).find((one) => one.id === site);
  if (!place) return fail('unknown', 'there is no such site');
  const seesLeave = await seesRequests(db, actor, site);
  const off = await refuseOff(db, 'leave', [site]);
  const hasLeave = seesLeave && off === null;
  const hasShifts = await decidesShifts(db, actor, site);
  if (!hasLeave && !hasShifts)
    return seesLeave && off ? off : fail('forbidden', `${actor.name} may not see requests here`);
  if (!hasLeave && part !== 'waiting' && part !== 'decided')
    return off ?? fail('forbidden', `${actor.name} may not see leave here`);
  const asOf = await lastSeq(db);
  const turns = hasLeave ? await turnsAt(db, actor, site) : { mine: [], others: [] };
  const shifts = await shiftTurns(db, actor, site);
  const today = await todayOf(db, site);
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
      counts: {
        mine: turns.mine.length + shifts.mine.length,
        others: turns.others.length + shifts.others.length,
      },
      shifts: part === 'waiting' && hasShifts ? await shiftQueue(db, actor, site, shifts) : null,
      decidedShifts: part === 'decided' ? await decidedShifts(db, actor, site) : [],
      hasLeave,
      waiting: part === 'waiting' || part === 'calendar' ? await queueOf(db, actor, turns) : null,
      absent: part === 'waiting' && hasLeave ? await absentAt(db, actor, site) : [],
      decided: part === 'decided' ? (hasLeave ? await decidedAt(db, actor, site) : []) : null,
      calendar:
        part === 'calendar' ? await calendarAt(db, actor, place, span.from ?? today - 7, span.weeks) : null,
      balances: part === 'balances' ? await balancesAt(db, actor, site) : null,
      types: types.map(({ id, name, unit }) => ({ id, name, unit })),
      absenceTypes: [...types]
        .sort((a, b) => Number(b.approval === 'nobody') - Number(a.approval === 'nobody'))
        .map(({ id, name }) => ({ id, name })),
      people: mayEnter && part === 'waiting' ? await peopleAtHome(db, site, today) : [],
      mayEnter,
    },
  };
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
