import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { judge } from '@/core/consequences/judge';
import { fromPortable } from '@/core/plan/portable';
import type { Database } from '@/data/database';
import { demoFile } from '../../../demo/testing';
import type { Actor } from '../access/actor';
import { OWNER } from '../access/testing';
import { MONDAY, NEXT, db, freshDemo, shiftsOf } from '../week/testing';
import { planOfWeek } from '../plan/queries';
import type { ProposalProgress, ProposalRequest } from './payload';
import { closeWorkers } from '../workers/pool';
import { findProposal, stopProposal } from './run';

beforeEach(freshDemo);

const ASKED: ProposalRequest = {
  ...{ id: 'look', weeks: 1, people: null, dates: null, fill: 'all', mayMove: false },
  ...{ keep: [], known: [], seed: 1, effort: 0.1 },
};
const quiet: Parameters<typeof findProposal>[5] = {
  signal: new AbortController().signal,
  onProgress: () => undefined,
};
const find = async (
  asked: Partial<ProposalRequest>,
  week = NEXT,
  actor: Actor = OWNER,
  listening = quiet,
) => {
  const found = await findProposal(db, actor, 'bistro', week, { ...ASKED, ...asked }, listening);
  if (!found.ok) throw new Error(found.problem.message);
  return found.found;
};
const leases = () => db.selectFrom('lease').selectAll().where('name', 'like', 'propose %').execute();

describe('a proposal for a week of the demo', () => {
  test('fills an empty week by the times of the weeks before, tells how far it is, and writes nothing', async () => {
    const before = await shiftsOf(NEXT);
    const progress: ProposalProgress[] = [];
    // Stopped where hardly anybody is missing: how good it gets is for the core's own tests.
    const stop = new AbortController();
    const found = await find({}, NEXT, OWNER, {
      signal: stop.signal,
      onProgress: (one) => {
        progress.push(one);
        if (one.missingMinutes < 1200) stop.abort();
      },
    });
    expect(found.shifts.length).toBeGreaterThan(30);
    expect(found.leastMissingMinutes).toBeLessThanOrEqual(found.missingMinutes);
    expect(progress.length).toBeGreaterThan(2);
    const totals = progress.map(({ total }) => total);
    expect(totals).toEqual([...totals].sort((a, b) => b - a));
    expect(await shiftsOf(NEXT)).toEqual(before);
    expect(await leases()).toEqual([]);
  });

  test('is only for whom, when and what it is asked', async () => {
    const { shifts } = await find({ people: ['noor', 'oona'], dates: [NEXT, NEXT + 1] });
    expect(shifts.length).toBeGreaterThan(0);
    for (const { person, date } of shifts) {
      expect(['noor', 'oona']).toContain(person);
      expect([NEXT, NEXT + 1]).toContain(date);
    }
  });

  test('keeps what stands, and what is kept of a proposal before', async () => {
    const first = await find({ people: ['noor'] });
    const [keep] = first.shifts;
    const again = await find({ people: ['noor', 'oona'], keep: [keep], seed: 2 });
    expect(again.shifts).toContainEqual(keep);
    expect(again.shifts.filter(({ person, date }) => person === 'noor' && date === keep.date)).toHaveLength(
      1,
    );
  });

  test('from one that is known is not worse', async () => {
    const first = await find({ people: ['noor', 'oona', 'emil'], effort: 0.1 });
    const further = await find({
      people: ['noor', 'oona', 'emil'],
      effort: 0.2,
      seed: 9,
      known: first.shifts,
    });
    expect(further.missingMinutes).toBeLessThanOrEqual(first.missingMinutes);
    if (further.missingMinutes === first.missingMinutes)
      expect(further.score).toBeLessThanOrEqual(first.score);
  });

  test('may move drafts that nobody was told of, but nothing fixed', async () => {
    const { movable, shifts } = await find({ mayMove: true, people: ['noor'] }, MONDAY);
    const own = (await shiftsOf(MONDAY)).filter(({ person }) => person === 'noor');
    const fixed = own.filter((shift) => shift.fixed).map(({ id }) => id);
    expect(movable.every((id) => own.some((shift) => shift.id === id) && !fixed.includes(id))).toBe(true);
    expect(shifts.every(({ person }) => person === 'noor')).toBe(true);
  });

  test('of a week that is not there, or for nobody of this site, says so or is empty', async () => {
    expect(await findProposal(db, OWNER, 'nowhere', NEXT, ASKED, quiet)).toMatchObject({
      ok: false,
      problem: { code: 'unknown' },
    });
    expect((await find({ people: ['who'] })).shifts).toEqual([]);
  });
});

describe('looking', () => {
  test('stops when it is told so, with a plan that holds', async () => {
    const stop = new AbortController();
    stop.abort();
    const found = await find({}, NEXT, OWNER, { ...quiet, signal: stop.signal });
    expect(found.isStopped).toBe(true);
    expect(found.leastMissingMinutes).toBeLessThanOrEqual(found.missingMinutes);
    expect(await leases()).toEqual([]);
  });

  test('is stopped by its id alone, and leaves the leases of others be', async () => {
    const until = new Date(Date.now() + 60_000).toISOString();
    const name = `propose bistro ${NEXT}`;
    await db.insertInto('lease').values({ name, holder: 'other', until }).execute();
    await stopProposal(db, 'bistro', NEXT + 3, 'look');
    expect(await leases()).toHaveLength(1);
    await stopProposal(db, 'bistro', NEXT + 3, 'other');
    expect(await leases()).toEqual([]);
  });
});

describe('looking in a thread', () => {
  let folder: string;
  let file: Database;
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'vicenda-propose-'));
    file = await demoFile(join(folder, 'vicenda.db'));
  });
  afterAll(async () => {
    await closeWorkers();
    await file.destroy();
    rmSync(folder, { recursive: true, force: true });
  });

  const begin = (id: string) => {
    let heard = () => {};
    const first = new Promise<void>((resolve) => (heard = resolve));
    const answer = findProposal(
      file,
      OWNER,
      'bistro',
      NEXT,
      { ...ASKED, id, effort: 20 },
      {
        ...quiet,
        onProgress: () => heard(),
      },
    );
    return { first, answer };
  };

  test('goes on beside everything else, and gives what is best so far soon after it is stopped', async () => {
    const { first, answer } = begin('long');
    await first;
    await stopProposal(file, 'bistro', NEXT, 'long');
    const stopped = performance.now();
    const found = await answer;
    // A second and a half at most where the machine is free; the machine of a test may be busy.
    expect(performance.now() - stopped).toBeLessThan(6000);
    expect(found).toMatchObject({ ok: true, found: { isStopped: true } });
  });

  test('ends where somebody else begins to look for the same week', async () => {
    const one = begin('one');
    await one.first;
    const two = begin('two');
    expect(await one.answer).toMatchObject({ ok: true, found: { isStopped: true } });
    await two.first;
    await stopProposal(file, 'bistro', NEXT, 'two');
    expect(await two.answer).toMatchObject({ ok: true });
    expect(await file.selectFrom('lease').selectAll().where('name', 'like', 'propose %').execute()).toEqual(
      [],
    );
  });
});

describe('who asks', () => {
  test('without seeing pay, is given nothing that is made of pay', async () => {
    const actor: Actor = {
      ...OWNER,
      grants: [{ kind: 'scheduler', site: 'bistro', area: null, seesPay: false }],
    };
    const page = await planOfWeek(db, actor, 'bistro', NEXT);
    if (!page.ok) throw new Error();
    const { plan } = page.payload;
    const rates = judge(fromPortable(plan)).plan.people.flatMap(({ roles }) =>
      roles.map((one) => one.hourlyRate),
    );
    expect(rates.every((rate) => rate === null)).toBe(true);
    const poor = await find({ people: ['noor'] }, NEXT, actor);
    const rich = await find({ people: ['noor'] });
    expect(poor.score).toBeLessThan(rich.score);
  });
});
