import { beforeEach, expect, test } from '@jest/globals';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { MONDAY, db, freshDemo } from '../week/testing';
import { crewSheetsAt } from './crew-sheets';

beforeEach(freshDemo);

const sheetsOn = async (date: number) => {
  const found = await crewSheetsAt(db, OWNER, 'dockside', date);
  if (!found.ok) throw new Error(found.problem.message);
  return found.page.sheets;
};

test('a day of a crew on paper has its visits in order, where and what, with what goes on from the day before', async () => {
  const [engine] = await sheetsOn(MONDAY + 1);
  expect(engine).toMatchObject({
    crew: 'Engine',
    people: ['Arvid Sund', 'Dmitri Volkan', 'João Ferraz'],
    visits: [
      {
        ...{ times: ['8:00–11:05'], hours: '24 h', place: 'Curlew', customer: 'Tidewater Charter' },
        ...{ title: 'Engine refit', address: 'North pier, berth 2', isDraft: false },
      },
    ],
  });
});

test('what was not published says so; a day without visits has no sheet', async () => {
  const friday = (await sheetsOn(MONDAY + 4)).flatMap(({ visits }) => visits);
  expect(friday.find(({ place }) => place === 'Knot')).toMatchObject({ isDraft: true });
  expect(friday.find(({ place }) => place === 'Turnstone')).toMatchObject({ isDraft: false });
  expect(await sheetsOn(MONDAY + 6)).toEqual([]);
});

test('sheets are for who sees the plan, of sites that visit somebody', async () => {
  const noor = await actorNamed(db, 'demo-noor');
  expect(await crewSheetsAt(db, noor, 'dockside', MONDAY)).toMatchObject({ ok: false });
  expect(await crewSheetsAt(db, OWNER, 'bistro', MONDAY)).toMatchObject({ problem: { code: 'unknown' } });
});
