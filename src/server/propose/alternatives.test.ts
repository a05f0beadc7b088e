import { beforeEach, expect, test } from '@jest/globals';
import { judge } from '@/core/consequences/judge';
import { fromPortable } from '@/core/plan/portable';
import { missingIn } from '@/core/propose/missing';
import { likeness } from '@/core/propose/model';
import { parsePlan } from '@/formats/plan-file/parse';
import { boundReport, parseProposal } from '@/formats/plan-file/proposal';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { staff } from '../requests/testing';
import { MONDAY, NEXT, ask, db, done, freshDemo, shiftsOf } from '../week/testing';
import { planOfWeek } from '../plan/queries';
import { alternativeFiles, alternativesAt } from './alternatives';
import type { ProposalRequest } from './payload';
import { findProposal } from './run';

beforeEach(freshDemo);

const keep = (name: string, more: object = {}) =>
  done('alternative.keep', { first: NEXT, days: 7, name, shifts: 'week before', proof: null, ...more });
const kept = async () => {
  const found = await alternativesAt(db, OWNER, 'bistro', NEXT);
  if (!found.ok) throw new Error(found.problem.message);
  return found.alternatives;
};
const listening = { signal: new AbortController().signal, onProgress: () => undefined };
const planAt = async (week: number) => {
  const found = await planOfWeek(db, OWNER, 'bistro', week);
  if (!found.ok) throw new Error(found.problem.message);
  return fromPortable(found.payload.plan);
};

test('the week before is kept as one of this week, and the plan stays as it is', async () => {
  const [before, now] = [await shiftsOf(MONDAY), await shiftsOf(NEXT)];
  await keep('Week before');
  const [one] = await kept();
  expect(one).toMatchObject({ name: 'Week before', madeBy: OWNER.name, proof: null });
  const moved = before.map((shift) => `${shift.person} ${likeness({ ...shift, date: shift.date + 7 })}`);
  expect(one.shifts.map((shift) => `${shift.person} ${likeness(shift)}`).sort()).toEqual(moved.sort());
  // Notes are not for comparing.
  expect(one.shifts.every(({ note, detail }) => note === null && !detail)).toBe(true);
  expect(await shiftsOf(NEXT)).toEqual(now);
});

test('four are kept at most, each under a name of its own; what is removed makes room and comes back by undo', async () => {
  for (const name of ['one', 'two', 'three']) await keep(name);
  expect(await ask('alternative.keep', { ...DRAFT, name: 'two' })).toMatchObject({
    ok: false,
    problem: { path: 'input.name', message: 'there is one named "two" already' },
  });
  await keep('four');
  expect(await ask('alternative.keep', { ...DRAFT, name: 'five' })).toMatchObject({ ok: false });
  expect(await ask('alternative.keep', { ...DRAFT, site: 'nowhere', name: 'five' })).toMatchObject({
    ok: false,
    problem: { path: 'input.site' },
  });
  const [first] = await kept();
  await done('alternative.remove', { id: first.id });
  await keep('five');
  expect((await kept()).map(({ name }) => name)).toEqual(['two', 'three', 'four', 'five']);
  expect(await ask('alternative.remove', { id: first.id })).toMatchObject({ ok: false });
});

const DRAFT = { first: NEXT, days: 7, shifts: 'week before', proof: null };

test('only who may edit the plan keeps, sees and downloads them', async () => {
  await keep('mine');
  const [{ id }] = await kept();
  const emil = await staff('emil');
  expect(await ask('alternative.keep', { ...DRAFT, name: 'theirs' }, false, emil)).toMatchObject({
    ok: false,
  });
  expect(await ask('alternative.remove', { id }, false, emil)).toMatchObject({ ok: false });
  expect(await alternativesAt(db, emil, 'bistro', NEXT)).toMatchObject({ ok: false });
  expect(await alternativeFiles(db, emil, 'bistro', id)).toMatchObject({ ok: false });
  // One of another site is not found under this one.
  expect(await alternativeFiles(db, OWNER, 'chandlery', id)).toEqual({ ok: true, files: null });
});

test('what was proposed is downloaded with what proves it, and proves it again', async () => {
  const plan = await planAt(NEXT);
  const asked: ProposalRequest = {
    ...{ id: 'look', weeks: 1, people: ['noor', 'oona', 'caio'], dates: null, fill: 'all', mayMove: false },
    ...{ keep: [], known: [], seed: 1, effort: 0.1 },
  };
  const answer = await findProposal(db, OWNER, 'bistro', NEXT, asked, listening);
  if (!answer.ok) throw new Error(answer.problem.message);
  const { found } = answer;
  expect(found.shifts.length).toBeGreaterThan(3);
  const proof = { weeks: found.weeks, asked: found.asked, basis: plan.shifts, proposed: found.shifts };
  await keep('Proposal', { shifts: [...plan.shifts, ...found.shifts], proof });
  const [one] = await kept();
  expect(one.proof).toMatchObject({ missingMinutes: found.missingMinutes, bound: found.bound });
  const files = await alternativeFiles(db, OWNER, 'bistro', one.id);
  if (!files.ok || !files.files) throw new Error('no files');
  const read = parsePlan(JSON.stringify(files.files.plan));
  if (!read.ok) throw new Error(read.faults[0].message);
  expect(missingIn(judge(read.value.plan))).toBe(missingIn(judge(plan)));
  const proposal = parseProposal(JSON.stringify(files.files.proposal), read.value);
  if (!proposal.ok) throw new Error(proposal.faults[0].message);
  expect(boundReport(read.value.plan, proposal.value)).toMatchObject({ bound: found.bound, holds: true });
  // Pay counted in it: who does not see pay sees the shifts alone.
  const bram = await actorNamed(db, 'demo-bram');
  const seen = await alternativesAt(db, bram, 'bistro', NEXT);
  expect(seen).toMatchObject({ ok: true, alternatives: [{ shifts: one.shifts, proof: null }] });
  expect(await alternativeFiles(db, bram, 'bistro', one.id)).toEqual({ ok: true, files: null });
  // What claims more than it proves is found out.
  const [week] = proposal.value.weeks;
  const more = { ...proposal.value, weeks: [{ ...week, bound: week.bound + 1 }] };
  expect(boundReport(read.value.plan, more)).toMatchObject({ holds: false });
});
