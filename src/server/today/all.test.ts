import { beforeEach, expect, test } from '@jest/globals';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { db, freshDemo } from '../week/testing';
import { todayOfAll } from './all';

beforeEach(freshDemo);

test('every site with a clock, with how many stand how and who is missing', async () => {
  const { sites } = await todayOfAll(db, OWNER);
  expect(sites.map(({ id }) => id)).toEqual(['bistro', 'chandlery']);
  expect(sites[0]).toMatchObject({
    counts: { in: 2, missing: 1 },
    short: [{ id: 'wanja', name: 'Wanja Ekström', said: 'missing, 3 h' }],
  });
});

test('only sites that who asks may see', async () => {
  const of = async (account: string) =>
    (await todayOfAll(db, await actorNamed(db, account))).sites.map(({ id }) => id);
  expect(await of('demo-ilse')).toEqual(['bistro']);
  expect(await of('demo-noor')).toEqual([]);
});
