import { beforeEach, describe, expect, test } from '@jest/globals';
import { formatDate, parseDate } from '@/core/time/day';
import { loadRows } from '@/data/records/records';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { undoCommand } from '../commands/undo';
import { runCommand } from '../commands/run';
import { askAs, didAs } from '../hours/testing';
import { MONDAY, db, freshDemo } from '../week/testing';
import { extendRounds } from './round-jobs';
import { roundsAt } from './rounds-page';

// The rounds of Dockside Service on the Tuesday of the demo's week.

beforeEach(freshDemo);

const SITE = 'dockside';
const page = async () => {
  const found = await roundsAt(db, OWNER, SITE);
  if (!found.ok) throw new Error(found.problem.message);
  return found.page;
};
const roundOf = async (id: string) => {
  const { ruleText: _text, jobs: _jobs, ...round } = (await page()).rounds.find((one) => one.id === id)!;
  return round;
};
const jobsOf = async (round: string) =>
  (await loadRows(db, 'job', { round_id: round })).sort((a, b) => (a.id < b.id ? -1 : 1));
const visits = () => loadRows(db, 'visit', { site_id: SITE });
const save = (round: object, from: number | null = null, preview = false) =>
  askAs(null, 'round.save', { site: SITE, round, from }, preview);

const NEW = {
  ...{ id: 'fenders', name: 'Fenders', service: 'pump', crew: 'hull-crew', places: ['tern', 'knot'] },
  ...{ rule: 'FREQ=WEEKLY;INTERVAL=2;BYDAY=TH', since: MONDAY - 30, until: null, days: 3, personMinutes: 45 },
};

describe('the page of rounds', () => {
  test('tells how far each place is', async () => {
    const { rounds, canChange } = await page();
    expect(rounds.map(({ name, ruleText }) => [name, ruleText])).toEqual([
      ['Weekly wash-down', 'every week on Monday'],
      ['Monthly engine check', 'every 4 weeks on Monday'],
      ['Storm watch of the moorings', null],
    ]);
    const of = (date: number) => rounds[0].jobs.filter((job) => job.date === date);
    expect(of(MONDAY - 7).every(({ state }) => state === 'done')).toBe(true);
    expect(
      of(MONDAY).filter(({ visit, state }) => visit !== null && state === 'planned').length,
    ).toBeGreaterThan(5);
    expect(of(MONDAY + 7).every(({ state, visit }) => state === 'waiting' && visit === null)).toBe(true);
    expect(canChange).toBe(true);
  });

  test('is for who sees the plan', async () => {
    expect(await roundsAt(db, await actorNamed(db, 'demo-noor'), SITE)).toMatchObject({ ok: false });
    expect(await roundsAt(db, OWNER, 'bistro')).toMatchObject({ problem: { code: 'unknown' } });
  });
});

describe('a round', () => {
  test('makes its jobs from today on, in the order of its places, and all go with one undo', async () => {
    const id = 'save-round';
    const done = await runCommand(
      db,
      OWNER,
      { id, kind: 'round.save', input: { site: SITE, round: NEW, from: null } },
      { preview: false },
    );
    expect(done).toMatchObject({ ok: true, title: 'New round: Fenders', remarks: ['12 jobs are made.'] });
    const jobs = await jobsOf('fenders');
    expect([...new Set(jobs.map(({ earliest }) => earliest!))].sort()[0]).toBe(formatDate(MONDAY + 10));
    expect(jobs[0]).toMatchObject({ title: 'Bilge pump', person_minutes: 45, people: 1, progress: 'open' });
    expect(parseDate(jobs[0].latest!)! - parseDate(jobs[0].earliest!)!).toBe(2);
    expect(await undoCommand(db, OWNER, id, 'undo-round')).toMatchObject({ ok: true });
    expect(await jobsOf('fenders')).toEqual([]);
    expect(await loadRows(db, 'job_round', { id: 'fenders' })).toEqual([]);
  });

  test('changed from a date on leaves what lies before; changed by hand stays, and says so before', async () => {
    await didAs(null, 'round.save', { site: SITE, round: NEW, from: null });
    const dates = [...new Set((await jobsOf('fenders')).map(({ round_date }) => round_date!))].sort();
    const byHand = (await jobsOf('fenders')).find((job) => job.round_date === dates[2])!;
    await db.updateTable('job').set({ person_minutes: 77 }).where('id', '=', byHand.id).execute();
    const from = parseDate(dates[1])!;
    expect(await save({ ...NEW, personMinutes: 90 }, from)).toMatchObject({ remarks: ['9 jobs change.'] });
    const minutes = (await jobsOf('fenders')).map((job) => [job.round_date, job.person_minutes]);
    expect(minutes.filter(([date]) => date === dates[0]).map(([, of]) => of)).toEqual([45, 45]);
    expect(minutes.filter(([date]) => date === dates[1]).map(([, of]) => of)).toEqual([90, 90]);
    expect((await jobsOf('fenders')).find(({ id }) => id === byHand.id)!.person_minutes).toBe(77);
    expect(await save({ ...NEW, personMinutes: 90 }, from)).toMatchObject({ ok: true, remarks: [] });
  });

  test('without a place takes its open jobs and their visits away, told before, and keeps what is done', async () => {
    const washing = await roundOf('washing');
    const gone = (await jobsOf('washing')).find(
      ({ id, round_date, progress }) =>
        id.includes('-1-') && round_date === formatDate(MONDAY) && progress === 'open',
    )!;
    const places = washing.places.filter((place) => place !== gone.place_id);
    const before = await visits();
    const planned = before.filter(({ job_id }) => job_id === gone.id).length;
    const answer = await save({ ...washing, places });
    expect(answer).toMatchObject({
      ok: true,
      remarks: [
        expect.stringMatching(planned ? /^13 jobs go, with 1 visit that was planned\.$/ : /^13 jobs go\.$/),
      ],
    });
    expect((await visits()).length).toBe(before.length - planned);
    expect((await jobsOf('washing')).filter(({ place_id }) => place_id === gone.place_id)).toMatchObject([
      { progress: 'done' },
    ]);
  });

  test.each<[string, object, string]>([
    ['a rule that has no dates', { rule: 'FREQ=DAILY;UNTIL=20200101' }, 'input.round.rule'],
    ['a rule that cannot be read', { rule: 'every Tuesday' }, 'input.round.rule'],
    ['places that are not there', { places: ['tern', 'nowhere'] }, 'input.round.places[1]'],
    ['no place', { places: [] }, 'input.round.places'],
    ['an end before it begins', { until: MONDAY - 60 }, 'input.round.until'],
    ['a crew of nobody', { crew: 'none' }, 'input.round.crew'],
    ['a service of nobody', { service: 'none' }, 'input.round.service'],
    ['jobs of no hours', { personMinutes: 0 }, 'input.round.personMinutes'],
  ])('of %s is refused', async (_what, more, path) => {
    expect(await save({ ...NEW, ...more })).toMatchObject({ problem: { path } });
  });

  test('is changed by who plans alone', async () => {
    expect(await askAs('demo-noor', 'round.save', { site: SITE, round: NEW, from: null })).toMatchObject({
      problem: { code: 'forbidden' },
    });
  });

  test('ends: open jobs go, what was done stays, and one that nothing was done of is gone', async () => {
    expect(await didAs(null, 'round.end', { site: SITE, round: 'washing' })).toMatchObject({
      title: 'Ended the round: Weekly wash-down',
    });
    expect((await jobsOf('washing')).every(({ progress }) => progress === 'done')).toBe(true);
    expect(await askAs(null, 'round.end', { site: SITE, round: 'washing' })).toMatchObject({
      problem: { code: 'twice' },
    });
    await didAs(null, 'round.save', { site: SITE, round: NEW, from: null });
    expect(await didAs(null, 'round.end', { site: SITE, round: 'fenders' })).toMatchObject({
      title: 'Took the round away: Fenders',
    });
    expect(await loadRows(db, 'job_round', { id: 'fenders' })).toEqual([]);
  });

  test('of which a crew wrote something down keeps that job', async () => {
    const [kept] = (await jobsOf('washing')).filter(
      ({ round_date, progress }) => progress === 'open' && round_date === formatDate(MONDAY + 7),
    );
    const row = { id: 'm', site_id: SITE, job_id: kept.id, name: 'Soap', cost: 3, person_id: null };
    await db
      .insertInto('job_material')
      .values({ ...row, at: '2026-11-24T10:00:00Z' })
      .execute();
    const washing = await roundOf('washing');
    await save({ ...washing, places: washing.places.filter((place) => place !== kept.place_id) });
    await didAs(null, 'round.end', { site: SITE, round: 'washing' });
    expect((await jobsOf('washing')).filter(({ progress }) => progress === 'open')).toEqual([kept]);
  });

  test('goes on without end: more jobs are made as time goes on, once', async () => {
    const reach = async () => (await loadRows(db, 'job_round', { id: 'washing' }))[0].made_until!;
    const there = (await jobsOf('washing')).length;
    await extendRounds(db);
    expect((await jobsOf('washing')).length).toBe(there);
    const made = formatDate(MONDAY + 63);
    await db.updateTable('job_round').set({ made_until: made }).where('id', '=', 'washing').execute();
    await db.deleteFrom('job').where('round_id', '=', 'washing').where('round_date', '>', made).execute();
    await extendRounds(db);
    await extendRounds(db);
    expect(await reach()).toBe(formatDate(MONDAY + 85));
    expect((await jobsOf('washing')).length).toBe(there);
  });
});

describe('a round that is called out', () => {
  const call = {
    ...{ site: SITE, round: 'storm-watch', crews: ['rigging-crew', 'hull-crew'], date: MONDAY + 3, at: 1320 },
  };

  test('plans all its places at once from the hour on, and is undone as one', async () => {
    const before = await visits();
    const preview = await askAs(null, 'round.call', call, true);
    expect(preview).toMatchObject({ ok: true, remarks: ['8 places, 2 crews.'] });
    const done = await runCommand(
      db,
      OWNER,
      { id: 'call', kind: 'round.call', input: call },
      { preview: false },
    );
    expect(done).toMatchObject({ title: 'Called out Storm watch of the moorings for Thu 26 22:00' });
    const placed = (await visits()).filter(({ id }) => !before.some((one) => one.id === id));
    expect(placed).toHaveLength(8);
    expect(
      Math.min(
        ...placed.map(({ from_minute, date }) => from_minute + (date > formatDate(MONDAY + 3) ? 1440 : 0)),
      ),
    ).toBe(1320);
    expect(new Set(placed.map(({ crew_id }) => crew_id))).toEqual(new Set(['rigging-crew', 'hull-crew']));
    const line = (await page()).rounds.find(({ id }) => id === 'storm-watch')!;
    expect(line.jobs.map(({ state }) => state)).toEqual(Array.from({ length: 8 }, () => 'planned'));
    expect(await askAs(null, 'round.call', call)).toMatchObject({ problem: { code: 'twice' } });
    expect(await undoCommand(db, OWNER, 'call', 'undo-call')).toMatchObject({ ok: true });
    expect((await visits()).length).toBe(before.length);
  });

  test('with crews that are not there is refused', async () => {
    expect(await askAs(null, 'round.call', { ...call, crews: ['none'] })).toMatchObject({
      problem: { path: 'input.crews[0]' },
    });
    expect(await askAs(null, 'round.call', { ...call, round: 'none' })).toMatchObject({
      problem: { code: 'unknown' },
    });
  });
});
