import { beforeEach, describe, expect, test } from '@jest/globals';
import { DAY } from '@/core/time/span';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { LAST, askAs, didAs, hoursRules, sheet } from '../hours/testing';
import { MONDAY, db, freshDemo } from '../week/testing';
import { formatCsv } from '@/formats/table/csv';
import { punchLines } from '../hours/punch-list';
import { todayLines } from '../today/list';
import { readPunchFile } from './import';

beforeEach(async () => {
  await freshDemo();
  await hoursRules();
});

const read = async (text: string, account: string | null = null) => {
  const actor = account === null ? OWNER : await actorNamed(db, account);
  return readPunchFile(db, actor, 'bistro', new TextEncoder().encode(text));
};
const rowsOf = async (text: string) => {
  const found = await read(text);
  if (!found.ok) throw new Error(found.problem.message);
  return found.file.rows;
};
/** A Friday on which Noor, number 112, has no shift and clocked nothing. */
const FRIDAY = '2026-11-20';
const LIST = `112;${FRIDAY};9:02\n112;${FRIDAY};17:31\n`;

describe('times of another clock', () => {
  test('are read, come in once, and count as work with which way they went found from their order', async () => {
    const rows = await rowsOf(LIST);
    expect(rows.map(({ at }) => at % DAY)).toEqual([542, 1051]);
    const first = await didAs('demo-ilse', 'clock.import', { site: 'bistro', rows }, true);
    expect(first.remarks).toEqual(['2 times are new.']);
    await didAs('demo-ilse', 'clock.import', { site: 'bistro', rows });
    const day = (await sheet('noor')).days[4];
    expect(day).toMatchObject({ look: ['not planned'], entry: { parts: [{ planned: null }] } });
    expect(day.worked).toBeGreaterThan(420);
    const again = await askAs('demo-ilse', 'clock.import', { site: 'bistro', rows });
    expect(again).toMatchObject({ ok: false, problem: { message: '2 times were taken before.' } });
    const more = await rowsOf(`${LIST}112;2026-11-21;9:00\n`);
    expect((await didAs('demo-ilse', 'clock.import', { site: 'bistro', rows: more })).remarks).toEqual([
      '1 time is new.',
      '2 times were taken before.',
    ]);
  });

  test('say what of them cannot be taken, and the rest is', async () => {
    await didAs('demo-ilse', 'hours.approve', { site: 'bistro', first: LAST, people: ['teo'] });
    const [teo] = await db.selectFrom('person').select('number').where('id', '=', 'teo').execute();
    const rows = await rowsOf(
      `${LIST}999;${FRIDAY};9:00\n112;2026-11-25;9:00\n${teo.number};${FRIDAY};9:00\n${teo.number};2026-11-23;9:00\n`,
    );
    expect((await didAs('demo-ilse', 'clock.import', { site: 'bistro', rows }, true)).remarks).toEqual([
      '3 times are new.',
      'Nobody here has the number 999.',
      '1 time is still to come.',
      '1 time lies in hours that are approved or locked.',
    ]);
  });

  test('are taken in by who clocks for others, and what is no list is told', async () => {
    expect(await read(LIST, 'demo-noor')).toMatchObject({ ok: false, problem: { code: 'forbidden' } });
    expect(await read(LIST, 'demo-payroll')).toMatchObject({ ok: false, problem: { code: 'forbidden' } });
    expect(await read('')).toMatchObject({ ok: false, problem: { code: 'unreadable' } });
    const found = await read('A letter to whom it may concern\n');
    expect(found).toMatchObject({ ok: true, file: { rows: [], faults: [{ row: 1 }] } });
    expect(MONDAY).toBeGreaterThan(LAST);
  });
});

test('every time that was clocked is a line of a list, with corrections and who made them', async () => {
  const { punches } = await sheet('noor');
  const [first] = [...punches].sort((a, b) => a.at - b.at);
  const instead = { kind: 'in', at: first.at + 5 };
  await didAs('demo-ilse', 'clock.correct', {
    ...{ site: 'bistro', person: 'noor', reason: '=cmd', changes: [{ id: 'c1', punch: first.id, instead }] },
  });
  const list = await punchLines(db, OWNER, 'bistro', LAST);
  if (!list.ok) throw new Error(list.problem.message);
  const [heads, ...lines] = list.lines;
  const mine = lines.filter(([, name]) => name === 'Noor Haddad');
  expect(mine).toHaveLength(punches.filter(({ at }) => at < (LAST + 7) * DAY).length + 1);
  const column = (name: string) => heads.indexOf(name);
  const [was, is] = mine.slice(0, 2);
  expect([was[column('Counts')], is[column('Counts')], is[column('Instead of')]]).toEqual([
    'no',
    'yes',
    was[column('Time')],
  ]);
  expect([is[column('From')], is[column('Why')]]).toEqual(['By hand', '=cmd']);
  // No spreadsheet runs what was written.
  expect(formatCsv(list.lines)).toContain("'=cmd");
  expect(await punchLines(db, await actorNamed(db, 'demo-noor'), 'bistro', LAST)).toMatchObject({
    ok: false,
  });
  const today = await todayLines(db, OWNER, 'bistro');
  expect(today.ok && today.lines.find(([name]) => name === 'Wanja Ekström')).toEqual(
    expect.arrayContaining(['missing, 3 h']),
  );
  expect(await todayLines(db, await actorNamed(db, 'demo-noor'), 'bistro')).toMatchObject({ ok: false });
});
