import { type Failed, fail } from '../plan/problem';
import type { Day } from '../time/day';
import type { Span } from '../time/span';
import type { LeaveAmount } from './amount';
import type { Approval } from './leave-type';

/** Who decides at a step. */
export type Approver = 'scheduler' | 'manager';

/** How a day of a request stands. */
export type DayState = 'waiting' | 'approved' | 'declined' | 'given-back';

/** A day that is asked for, with what it counts. */
export interface RequestedDay {
  readonly date: Day;
  /** Minutes of the day; null: all of it. */
  readonly part: Span | null;
  readonly amount: LeaveAmount;
  /** Minutes of work that it stands for. */
  readonly minutes: number;
  readonly state: DayState;
}

/**
 * A request for leave. It keeps the rules it was asked under: who decides is written down when it is sent, whatever
 * becomes of its kind of leave.
 */
export interface LeaveRequest {
  readonly state: 'draft' | 'sent' | 'withdrawn';
  readonly days: readonly RequestedDay[];
  /** Who decides, in order. */
  readonly steps: readonly Approver[];
  /** How many steps are done. */
  readonly done: number;
  /** Approved days that are asked back, until that is decided. */
  readonly back: readonly Day[];
}

/** What happens to a request. */
export type RequestEvent =
  | { readonly do: 'send'; readonly approval: Approval }
  | { readonly do: 'withdraw' }
  /** Days left out are decided the other way. */
  | { readonly do: 'approve'; readonly days: readonly Day[] }
  | { readonly do: 'decline' }
  | { readonly do: 'ask-back'; readonly days: readonly Day[] }
  | { readonly do: 'give-back' }
  | { readonly do: 'keep' };

/** What a request stands at, in one word. */
export type RequestStanding =
  'draft' | 'waiting' | 'approved' | 'partly-approved' | 'declined' | 'withdrawn' | 'given-back';

/** What a request stands at, in words. */
export const STANDING_WORDS: Readonly<Record<RequestStanding, string>> = {
  draft: 'not sent yet',
  waiting: 'waiting',
  approved: 'approved',
  'partly-approved': 'approved in part',
  declined: 'declined',
  withdrawn: 'withdrawn',
  'given-back': 'given back',
};

/** A change of a balance by a day of a request; its key is of that day alone, so that it cannot be booked twice. */
export interface Booking {
  readonly key: string;
  readonly date: Day;
  readonly kind: 'taken' | 'given-back';
  readonly amount: LeaveAmount;
}

const STEPS: Readonly<Record<Approval, readonly Approver[]>> = {
  nobody: [],
  scheduler: ['scheduler'],
  manager: ['manager'],
  'manager-then-scheduler': ['manager', 'scheduler'],
};

/** A request as it is begun, of the days that it is for. */
export function draftOf(days: readonly Omit<RequestedDay, 'state'>[]): LeaveRequest {
  const asked = days.map(({ date, part, amount, minutes }): RequestedDay => ({
    ...{ date, part, amount, minutes },
    state: 'waiting',
  }));
  return { state: 'draft', days: asked, steps: [], done: 0, back: [] };
}

/** Whether somebody still has to decide about it. */
export function isWaiting({ state, steps, done }: LeaveRequest): boolean {
  return state === 'sent' && done < steps.length;
}

/** Who decides next: about the leave, or about giving it back; null: nobody. */
export function nextApprover(request: LeaveRequest): Approver | null {
  if (isWaiting(request)) return request.steps[request.done];
  return request.back.length > 0 ? (request.steps.at(-1) ?? 'scheduler') : null;
}

/** What a request stands at. */
export function standingOf(request: LeaveRequest): RequestStanding {
  if (request.state !== 'sent') return request.state;
  if (isWaiting(request)) return 'waiting';
  const of = (state: DayState) => request.days.filter((day) => day.state === state).length;
  if (of('approved') === request.days.length) return 'approved';
  if (of('approved') > 0) return 'partly-approved';
  return of('given-back') > 0 ? 'given-back' : 'declined';
}

/** A request after something happened to it; a problem where that cannot happen any more. */
export function after(
  request: LeaveRequest,
  event: RequestEvent,
): { readonly ok: true; readonly request: LeaveRequest } | Failed {
  switch (event.do) {
    case 'send': {
      if (request.state !== 'draft') return wrong('it was sent already');
      if (request.days.every(({ amount }) => amount === 0)) return wrong('none of its days counts');
      const steps = STEPS[event.approval];
      // Where nobody has to decide it holds at once.
      const state = steps.length === 0 ? 'approved' : 'waiting';
      return done({ ...request, state: 'sent', steps, days: request.days.map((day) => ({ ...day, state })) });
    }
    case 'withdraw':
      if (request.state === 'withdrawn') return wrong('it was withdrawn already');
      if (request.state === 'sent' && !isWaiting(request)) return wrong('it is decided; ask for it back');
      return done({ ...request, state: 'withdrawn' });
    case 'approve':
    case 'decline':
      return isWaiting(request)
        ? done(decided(request, event.do === 'approve' ? new Set(event.days) : new Set()))
        : wrong('there is nothing to decide any more');
    case 'ask-back': {
      if (request.state !== 'sent' || isWaiting(request)) return wrong('it is not approved yet; withdraw it');
      const asked = event.days.filter((date) =>
        request.days.some((day) => day.date === date && day.state === 'approved'),
      );
      if (asked.length === 0) return wrong('none of these days is approved');
      return done({ ...request, back: [...new Set([...request.back, ...asked])].sort((a, b) => a - b) });
    }
    case 'give-back': {
      if (request.back.length === 0) return wrong('nobody asked for it back');
      const back = new Set(request.back);
      return done({
        ...request,
        back: [],
        days: request.days.map((day) => (back.has(day.date) ? { ...day, state: 'given-back' } : day)),
      });
    }
    case 'keep':
      return request.back.length === 0 ? wrong('nobody asked for it back') : done({ ...request, back: [] });
  }
}

/** A step decided: days that are declined stay so, and once none is left nobody else is asked. */
function decided(request: LeaveRequest, approved: ReadonlySet<Day>): LeaveRequest {
  const left = request.days.map((day): RequestedDay =>
    day.state === 'waiting' && !approved.has(day.date) ? { ...day, state: 'declined' } : day,
  );
  const isOver = request.done + 1 === request.steps.length || left.every(({ state }) => state === 'declined');
  return {
    ...request,
    done: isOver ? request.steps.length : request.done + 1,
    days: isOver ? left.map((day) => (day.state === 'waiting' ? { ...day, state: 'approved' } : day)) : left,
  };
}

/**
 * What a balance is changed by between two states of a request: a day is taken on its date when it is approved, and given
 * back in full when it is given back.
 *
 * @param id of the request; it is in the key of every booking
 */
export function bookingsOf(id: string, before: LeaveRequest, now: LeaveRequest): Booking[] {
  const states = new Map(
    before.days.map(({ date, state }) => [date, before.state === 'sent' ? state : null]),
  );
  return now.days.flatMap(({ date, amount, state }): Booking[] => {
    const was = states.get(date) ?? null;
    if (now.state !== 'sent' || was === state || amount === 0) return [];
    if (state === 'approved') return [{ key: `${id} ${date} taken`, date, kind: 'taken', amount: -amount }];
    if (state === 'given-back')
      return [{ key: `${id} ${date} given back`, date, kind: 'given-back', amount }];
    return [];
  });
}

function done(request: LeaveRequest): { readonly ok: true; readonly request: LeaveRequest } {
  return { ok: true, request };
}

function wrong(message: string): Failed {
  return fail('request', message);
}
