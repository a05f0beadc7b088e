import { beforeEach, describe, expect, test } from '@jest/globals';
import { loadRows } from '@/data/records/records';
import { loadPlan } from '@/data/week/plan-store';
import type { Actor } from '../access/actor';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { runCommand } from '../commands/run';
import { undoCommand } from '../commands/undo';
import { askAs, didAs } from '../hours/testing';
import { MONDAY, db, freshDemo } from '../week/testing';
import { customersAt } from './customers-page';
import { type FieldSetupPage, fieldSetup } from './field-setup';
import type { FieldSetup } from './schema';

// Dockside Service, set up anew; the bistro beside it visits nobody.

beforeEach(freshDemo);

const SITE = 'dockside';
const page = async (actor: Actor = OWNER, site = SITE): Promise<FieldSetupPage> => {
  const found = await fieldSetup(db, actor, site);
  if (!found.ok) throw new Error(found.problem.message);
  return found.setup;
};
const draftOf = ({ site, travel, crews, services }: FieldSetupPage): FieldSetup => ({
  ...{ site, travel, crews, services },
});
const changed = async (to: (draft: FieldSetup) => Partial<FieldSetup>) => {
  const draft = draftOf(await page());
  return { ...draft, ...to(draft) };
};
const save = async (to: (draft: FieldSetup) => Partial<FieldSetup>) =>
  askAs(null, 'field.save', await changed(to));

describe('the set-up of jobs', () => {
  test('saved as it is changes nothing', async () => {
    const { crews, services, travel, zones } = await page();
    expect(crews.map(({ name, members }) => [name, members.length])).toEqual([
      ['Engine', 3],
      ['Hull', 3],
      ['Rigging', 2],
    ]);
    expect([services.length, travel!.usual, zones.length]).toEqual([9, 10, 4]);
    expect(await save(() => ({}))).toMatchObject({ ok: true });
    const rows = await db.selectFrom('activity').select('kind').where('kind', '=', 'field.save').execute();
    expect(rows).toEqual([]);
  });

  test('of a site that visited nobody begins its area of jobs, and is taken back', async () => {
    const bistro = await page(OWNER, 'bistro');
    expect([bistro.travel, bistro.crews]).toEqual([null, []]);
    const crew = {
      ...{ id: 'vans', name: 'Vans', ink: 'sea', until: null },
      members: [{ person: bistro.people[0].id, from: null, to: MONDAY + 30 }],
      hours: [0, 1, 2, 3, 4, 5, 6].map(() => [{ from: 480, to: 960 }]),
    };
    const input = { ...draftOf(bistro), travel: { usual: 15, pairs: [] }, crews: [crew] };
    const request = { id: 'set-up', kind: 'field.save', input };
    expect(await runCommand(db, OWNER, request, { preview: false })).toMatchObject({ ok: true });
    const { work } = (await loadPlan(db, 'bistro', MONDAY, 7))!.plan;
    expect(work!.crews).toMatchObject([{ name: 'Vans', members: [{ to: MONDAY + 30 }] }]);
    expect(await undoCommand(db, OWNER, 'set-up', 'undo')).toMatchObject({ ok: true });
    expect((await loadPlan(db, 'bistro', MONDAY, 7))!.plan.work ?? null).toBeNull();
  });

  test('that takes somebody out of a crew tells before which visits that reaches', async () => {
    const input = await changed(({ crews }) => ({
      crews: crews.map((crew) => ({ ...crew, members: crew.id === 'engine-crew' ? [] : crew.members })),
    }));
    const preview = await askAs(null, 'field.save', input, true);
    expect(
      preview.ok && preview.weekImpacts.flatMap(({ appeared }) => appeared.map(({ title }) => title)),
    ).toContain('Nobody is certified');
  });

  test('that changes what a service takes changes the jobs of its rounds that nobody touched', async () => {
    const longer = await save(({ services }) => ({
      services: services.map((one) => (one.id === 'wash' ? { ...one, personMinutes: 120 } : one)),
    }));
    expect(longer).toMatchObject({ ok: true, remarks: [expect.stringMatching(/^\d+ jobs of rounds take/)] });
    const jobs = await loadRows(db, 'job', { round_id: 'washing' });
    expect(new Set(jobs.map((job) => `${job.progress} ${job.person_minutes}`))).toEqual(
      new Set(['done 90', 'open 120']),
    );
  });

  test.each<[string, (draft: FieldSetup) => Partial<FieldSetup>, string]>([
    [
      'one person in two crews at once',
      ({ crews }) => ({
        crews: crews.map((crew, i) =>
          i === 1 ? { ...crew, members: [...crew.members, crews[0].members[0]] } : crew,
        ),
      }),
      'input.crews[1].members[3].person',
    ],
    ['a crew with visits taken away', ({ crews }) => ({ crews: crews.slice(1) }), 'input.crews'],
    ['a service with jobs taken away', ({ services }) => ({ services: services.slice(1) }), 'input.services'],
    [
      'hours that overlap',
      ({ crews }) => ({
        crews: crews.map((crew, i) =>
          i === 0
            ? {
                ...crew,
                hours: crew.hours.map(() => [
                  { from: 480, to: 720 },
                  { from: 700, to: 900 },
                ]),
              }
            : crew,
        ),
      }),
      'input.crews[0].hours[0]',
    ],
    [
      'dates that end before they begin',
      ({ crews }) => ({
        crews: crews.map((crew) => ({
          ...crew,
          members: crew.members.map((one) => ({ ...one, from: MONDAY, to: MONDAY - 1 })),
        })),
      }),
      'input.crews[0].members[0].to',
    ],
    [
      'two crews of one name',
      ({ crews }) => ({ crews: crews.map((crew) => ({ ...crew, name: 'Vans' })) }),
      'input.crews[1].name',
    ],
    [
      'a role of another site',
      ({ services }) => ({ services: services.map((one) => ({ ...one, role: 'none' })) }),
      'input.services[0].role',
    ],
    [
      'somebody of nowhere',
      ({ crews }) => ({
        crews: crews.map((crew) => ({ ...crew, members: [{ person: 'none', from: null, to: null }] })),
      }),
      'input.crews[0].members[0].person',
    ],
  ])('refuses %s', async (_what, to, path) => {
    expect(await save(to)).toMatchObject({ ok: false, problem: { path } });
  });

  test('a person may change crews from a date on', async () => {
    const answer = await save(({ crews }) => ({
      crews: crews.map((crew, i) =>
        i === 0
          ? { ...crew, members: crew.members.map((one, m) => (m === 0 ? { ...one, to: MONDAY + 6 } : one)) }
          : i === 1
            ? { ...crew, members: [...crew.members, { ...crews[0].members[0], from: MONDAY + 7 }] }
            : crew,
      ),
    }));
    expect(answer).toMatchObject({ ok: true });
  });

  test('is for who sets sites up, and shows and changes prices for who sees pay alone', async () => {
    const noor = await actorNamed(db, 'demo-noor');
    expect(await fieldSetup(db, noor, SITE)).toMatchObject({ ok: false });
    expect(await askAs('demo-noor', 'field.save', draftOf(await page()))).toMatchObject({
      problem: { code: 'forbidden' },
    });
    const unpaid: Actor = { ...OWNER, grants: [{ kind: 'owner', site: null, area: null, seesPay: false }] };
    const shown = await page(unpaid);
    if (!shown.seesPay) {
      expect(shown.services.every(({ price }) => price === null)).toBe(true);
      const request = { id: 'unpaid', kind: 'field.save', input: draftOf(shown) };
      await runCommand(db, unpaid, request, { preview: false });
    }
    expect((await page()).services.every(({ price }) => price !== null)).toBe(true);
  });
});

describe('customers and places', () => {
  const place = {
    ...{ id: 'jackdaw', name: 'Jackdaw', customer: null, newCustomer: 'Ropewalk', address: 'Berth 9' },
    ...{ zone: 'North pier', contact: '', accessNote: 'Ask at the gate.', isRetired: false },
  };
  const customers = async () => {
    const found = await customersAt(db, OWNER, SITE);
    if (!found.ok) throw new Error(found.problem.message);
    return found.page;
  };

  test('are listed with how many jobs each place has', async () => {
    const { places, customers: known } = await customers();
    expect([places.length, known.length]).toEqual([60, 12]);
    expect(places.find(({ id }) => id === 'tern')!.open).toBeGreaterThan(0);
    const noor = await actorNamed(db, 'demo-noor');
    expect(await customersAt(db, noor, SITE)).toMatchObject({ ok: false });
  });

  test('are written, changed and taken away', async () => {
    expect(await didAs(null, 'place.save', { site: SITE, place })).toMatchObject({
      title: 'New place: Jackdaw',
    });
    const made = (await customers()).customers.find(({ name }) => name === 'Ropewalk')!;
    await didAs(null, 'customer.save', {
      site: SITE,
      customer: { ...made, contact: 'Ada, office', note: 'Pays late.' },
    });
    expect((await customers()).customers.find(({ id }) => id === made.id)).toMatchObject({
      contact: 'Ada, office',
    });
    await didAs(null, 'customer.remove', { site: SITE, customer: made.id });
    expect((await customers()).places.some(({ id }) => id === 'jackdaw')).toBe(false);
  });

  test('with jobs, or on a round, stay', async () => {
    expect(await askAs(null, 'place.remove', { site: SITE, place: 'tern' })).toMatchObject({
      problem: { code: 'used' },
    });
    expect(await askAs(null, 'customer.remove', { site: SITE, customer: 'owner-0' })).toMatchObject({
      problem: { code: 'used' },
    });
  });

  test.each<[string, object, string]>([
    ['a name that there is', { name: 'TERN' }, 'input.place.name'],
    ['two customers', { customer: 'owner-0' }, 'input.place.newCustomer'],
    ['a customer of nobody', { customer: 'none', newCustomer: null }, 'input.place.customer'],
  ])('with %s are refused', async (_what, more, path) => {
    expect(await askAs(null, 'place.save', { site: SITE, place: { ...place, ...more } })).toMatchObject({
      problem: { path },
    });
  });

  test('of a site that visits nobody, or by who may not plan, are refused', async () => {
    expect(await askAs(null, 'place.save', { site: 'bistro', place })).toMatchObject({ ok: false });
    expect(await askAs('demo-noor', 'place.save', { site: SITE, place })).toMatchObject({
      problem: { code: 'forbidden' },
    });
  });
});
