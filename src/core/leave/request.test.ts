import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { WHOLE_DAY } from './amount';
import type { Approval } from './leave-type';
import {
  type LeaveRequest,
  type RequestEvent,
  after,
  bookingsOf,
  draftOf,
  nextApprover,
  standingOf,
} from './request';

const DAYS = [1, 2, 3].map((date) => ({
  date,
  part: null,
  minutes: 480,
  amount: date === 2 ? WHOLE_DAY / 2 : WHOLE_DAY,
}));

/** A request after events, of which all must be possible. */
function through(...events: readonly RequestEvent[]): LeaveRequest {
  return events.reduce((request, event) => {
    const next = after(request, event);
    if (!next.ok) throw new Error(`${event.do}: ${next.problem.message}`);
    return next.request;
  }, draftOf(DAYS));
}
const send = (approval: Approval): RequestEvent => ({ do: 'send', approval });
const approve = (...days: readonly number[]): RequestEvent => ({ do: 'approve', days });
const all = [1, 2, 3];

describe('a request', () => {
  test.each<[string, readonly RequestEvent[], string, string | null]>([
    ['is a draft first', [], 'draft', null],
    ['waits for who decides', [send('scheduler')], 'waiting', 'scheduler'],
    ['holds at once where nobody decides', [send('nobody')], 'approved', null],
    [
      'goes from the manager to a scheduler',
      [send('manager-then-scheduler'), approve(...all)],
      'waiting',
      'scheduler',
    ],
    [
      'holds after the second yes',
      [send('manager-then-scheduler'), approve(...all), approve(...all)],
      'approved',
      null,
    ],
    ['ends with the first no', [send('manager-then-scheduler'), { do: 'decline' }], 'declined', null],
    ['is approved for some days', [send('manager'), approve(1, 3)], 'partly-approved', null],
    [
      'cannot get back at the second step what was declined at the first',
      [send('manager-then-scheduler'), approve(1), approve(...all)],
      'partly-approved',
      null,
    ],
    ['is withdrawn while it waits', [send('manager'), { do: 'withdraw' }], 'withdrawn', null],
    [
      'is asked back once it holds',
      [send('manager'), approve(...all), { do: 'ask-back', days: [2] }],
      'approved',
      'manager',
    ],
    [
      'goes on to hold where that is refused',
      [send('nobody'), { do: 'ask-back', days: [2] }, { do: 'keep' }],
      'approved',
      null,
    ],
    [
      'is given back',
      [send('nobody'), { do: 'ask-back', days: all }, { do: 'give-back' }],
      'given-back',
      null,
    ],
  ])('%s', (_, events, standing, next) => {
    const request = through(...events);
    expect([standingOf(request), nextApprover(request)]).toEqual([standing, next]);
  });

  test.each<[string, readonly RequestEvent[], RequestEvent, string]>([
    ['sent twice', [send('manager')], send('manager'), 'it was sent already'],
    ['withdrawn once it holds', [send('nobody')], { do: 'withdraw' }, 'it is decided; ask for it back'],
    [
      'decided twice',
      [send('manager'), approve(...all)],
      { do: 'decline' },
      'there is nothing to decide any more',
    ],
    [
      'asked back while it waits',
      [send('manager')],
      { do: 'ask-back', days: [1] },
      'it is not approved yet; withdraw it',
    ],
    [
      'asked back for days it was not given',
      [send('manager'), approve(1)],
      { do: 'ask-back', days: [2] },
      'none of these days is approved',
    ],
    ['given back unasked', [send('nobody')], { do: 'give-back' }, 'nobody asked for it back'],
  ])('cannot be %s', (_, events, event, message) => {
    expect(after(through(...events), event)).toMatchObject({ ok: false, problem: { message } });
  });

  test('of which no day counts cannot be sent', () => {
    expect(after(draftOf([{ date: 1, part: null, minutes: 0, amount: 0 }]), send('manager'))).toMatchObject({
      ok: false,
      problem: { message: 'none of its days counts' },
    });
  });
});

describe('what it books', () => {
  test('is each approved day on its date, and the same back', () => {
    const held = through(send('manager'), approve(1, 2));
    expect(bookingsOf('r', through(send('manager')), held)).toEqual([
      { key: 'r 1 taken', date: 1, kind: 'taken', amount: -1000 },
      { key: 'r 2 taken', date: 2, kind: 'taken', amount: -500 },
    ]);
    const asked = after(held, { do: 'ask-back', days: [2] });
    if (!asked.ok) throw new Error();
    const back = after(asked.request, { do: 'give-back' });
    if (!back.ok) throw new Error();
    expect(bookingsOf('r', asked.request, back.request)).toEqual([
      { key: 'r 2 given back', date: 2, kind: 'given-back', amount: 500 },
    ]);
  });

  test('books no day twice in whatever order things happen, and always says what holds', () => {
    const days = fc.subarray(all);
    const event = fc.oneof(
      fc.constantFrom<Approval>('nobody', 'manager', 'scheduler', 'manager-then-scheduler').map(send),
      fc.constantFrom<RequestEvent>(
        { do: 'withdraw' },
        { do: 'decline' },
        { do: 'give-back' },
        { do: 'keep' },
      ),
      days.map((list): RequestEvent => ({ do: 'approve', days: list })),
      days.map((list): RequestEvent => ({ do: 'ask-back', days: list })),
    );
    fc.assert(
      fc.property(fc.array(event, { maxLength: 14 }), (events) => {
        let request = draftOf(DAYS);
        const booked = new Map<string, number>();
        for (const one of events) {
          const next = after(request, one);
          if (!next.ok) continue;
          for (const { key, amount } of bookingsOf('r', request, next.request)) {
            expect(booked.has(key)).toBe(false);
            booked.set(key, amount);
          }
          request = next.request;
          const holds =
            request.state === 'sent' ? request.days.filter(({ state }) => state === 'approved') : [];
          const taken = [...booked.values()].reduce((sum, amount) => sum + amount, 0);
          expect(taken + holds.reduce((sum, { amount }) => sum + amount, 0)).toBe(0);
        }
      }),
      { numRuns: 500 },
    );
  });
});
