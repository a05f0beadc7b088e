import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { repeats } from '../testing';
import { type Request, type RequestEvent, afterEvent, isOver, needsColleague, ownerOf } from './request';

const draft = (kind: Request['kind'], colleague: string | null = null): Request => ({
  ...{ kind, state: 'drafted', asker: 'ann', colleague, isAsked: false },
});
const kinds = fc.constantFrom<Request['kind']>('swap', 'hand-over', 'give-up', 'take');
const who = fc.constantFrom('ann', 'bo', 'cy');
const events: fc.Arbitrary<RequestEvent> = fc.oneof(
  fc.constantFrom<RequestEvent>(
    ...(['send', 'ask', 'answer', 'approve', 'decline', 'withdraw', 'lapse', 'renew'] as const).map(
      (one) => ({
        do: one,
      }),
    ),
  ),
  fc.record({ do: fc.constantFrom('agree' as const, 'refuse' as const, 'step-back' as const), by: who }),
);
const begun = kinds.map((kind) => draft(kind, kind === 'swap' || kind === 'hand-over' ? 'bo' : null));

/** All that a request was, from its draft on, with what happened. */
function walked(first: Request, list: readonly RequestEvent[]) {
  const steps: { event: RequestEvent; before: Request; after: Request }[] = [];
  let now = first;
  for (const event of list) {
    const done = afterEvent(now, event);
    if (!done.ok) continue;
    steps.push({ event, before: now, after: done.request });
    now = done.request;
  }
  return steps;
}

describe('whatever happens to a request', () => {
  const everything = (check: (steps: ReturnType<typeof walked>, first: Request) => void) =>
    fc.assert(
      fc.property(begun, fc.array(events, { maxLength: 12 }), (first, list) =>
        check(walked(first, list), first),
      ),
      { numRuns: repeats(1000) },
    );

  test('there is no way out of one that is over, and exactly then nobody has to do anything', () => {
    everything((steps, first) => {
      for (const request of [first, ...steps.map(({ after }) => after)])
        expect(ownerOf(request) === null).toBe(isOver(request));
      expect(steps.slice(0, -1).filter(({ after }) => isOver(after))).toEqual([]);
    });
  });

  test('each step leads to another state, another owner or another colleague', () => {
    everything((steps) => {
      for (const { event, before, after } of steps)
        if (event.do !== 'ask' && event.do !== 'renew') expect(after).not.toEqual(before);
    });
  });

  test('it is approved only where it waited, and waits only with a colleague who agreed, never the asker', () => {
    everything((steps) => {
      for (const { before, after } of steps) {
        if (after.state === 'approved') expect(before.state).toBe('waiting');
        if (after.state === 'waiting' && needsColleague(after.kind)) expect(after.colleague).not.toBeNull();
        expect(after.colleague).not.toBe('ann');
      }
    });
  });

  test('who was named is never exchanged for another', () => {
    everything((steps, first) => {
      if (first.colleague !== null)
        for (const { after } of steps) expect(after.colleague).toBe(first.colleague);
    });
  });
});

describe('a request', () => {
  const state = (first: Request, ...list: RequestEvent[]) => {
    let now = first;
    for (const event of list) {
      const done = afterEvent(now, event);
      if (!done.ok) return done.problem.message;
      now = done.request;
    }
    return `${now.state} ${ownerOf(now)}`;
  };
  const [send, approve] = [{ do: 'send' }, { do: 'approve' }] as const;
  const agree = (by: string) => ({ do: 'agree', by }) as const;

  test('for a swap is agreed to by the colleague, then decided', () => {
    const swap = draft('swap', 'bo');
    expect(state(swap, send)).toBe('with-colleague colleague');
    expect(state(swap, send, agree('bo'))).toBe('waiting decider');
    expect(state(swap, send, agree('bo'), approve)).toBe('approved null');
    expect(state(swap, send, approve)).toBe('it does not wait for a decision');
    expect(state(swap, send, agree('cy'))).toBe('somebody else is asked');
    expect(state(swap, send, { do: 'refuse', by: 'bo' })).toBe('declined null');
    expect(state(draft('swap', 'ann'), send)).toBe('nobody swaps with themselves');
  });

  test('that gives a shift up goes to who takes it, and back to all where they step back', () => {
    const given = draft('give-up');
    expect(state(given, send)).toBe('with-colleague anybody');
    expect(state(given, send, agree('ann'))).toBe('somebody else is asked');
    expect(state(given, send, agree('cy'))).toBe('waiting decider');
    expect(state(given, send, agree('cy'), { do: 'step-back', by: 'cy' })).toBe('with-colleague anybody');
  });

  test('for an open shift waits at once, and can be asked about and withdrawn', () => {
    const take = draft('take');
    expect(state(take, send, { do: 'ask' })).toBe('waiting asker');
    expect(state(take, send, { do: 'ask' }, { do: 'answer' })).toBe('waiting decider');
    expect(state(take, send, { do: 'withdraw' }, approve)).toBe('it is withdrawn already');
    expect(state(take, send, { do: 'lapse' })).toBe('lapsed null');
  });

  test('whose shifts changed is asked anew, of the colleague too', () => {
    const swap = draft('swap', 'bo');
    expect(state(swap, send, agree('bo'), { do: 'renew' })).toBe('with-colleague colleague');
    expect(state(draft('give-up'), send, agree('cy'), { do: 'renew' }, agree('bo'))).toBe('waiting decider');
    expect(state(draft('take'), send, { do: 'ask' }, { do: 'renew' })).toBe('waiting decider');
  });
});
