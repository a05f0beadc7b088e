import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, test } from '@jest/globals';
import { daySheet } from '@/core/sheets/day-sheet';
import { groundOf } from '@/core/sheets/testing';
import { monthSheet, personSheet, weekSheet } from '@/core/sheets/week-sheet';
import { NO_DETAIL } from '@/core/plan/types';
import { MONDAY, need, person, plan, shift } from '@/core/testing';
import { parseDate } from '@/core/time/day';
import { dayPdf } from './day-pdf';
import { type Face, facesFrom } from './faces';
import { tablesPdf } from './table-pdf';
import { inkAt, pagesOf, pictureOf, wordsOf } from './testing';

// What is printed is read back by poppler (pdftotext, pdftoppm): a font can give text and no ink, or ink and wrong text.

let faces: readonly Face[];
/** The week on the usual paper: many look at it. */
let usual: Uint8Array;
beforeAll(async () => {
  faces = facesFrom((path) => readFileSync(join(process.cwd(), 'node_modules/@fontsource', path)));
  usual = await tablesPdf([weekSheet(groundOf(week))], 'Week', 'a4-landscape', faces);
});

/** Names as people have them. Right-to-left ones are given in the order in which they are read (Unicode UAX #9). */
const NAMES = [
  'Łukasz Żółć',
  'Ngọc Trần',
  'Ελένη Παππά',
  'Ирина Жук',
  'محمد الأمين',
  'אברהם בן דוד',
  'Zoë 👩‍🍳 ⚓',
  'Maximiliana Wolkenstein-Trostburg zu Hohenaschau und Neuberg',
  'A'.repeat(60),
  '<b>=1+1</b> & "co"',
];
const week = plan({
  people: NAMES.map((name, i) => person(`p${i}`, { name })),
  needs: [need('bar', 1, '7-15', 2)],
  shifts: [
    ...NAMES.map((_, i) => shift(`p${i}`, 1, '7-15', { label: i % 2 ? null : 'Öffnen' })),
    shift(null, 2, '22-30'),
  ],
});
const squeezed = (text: string) => text.replace(/\s+/g, '');

describe('a week as a PDF', () => {
  test('has the text of every name, in the order in which it is read, whatever its script', async () => {
    const [page, ...more] = pagesOf(usual);
    expect(more).toEqual([]);
    // What is long is broken into lines, what stands beside it in the row lies between them.
    for (const name of NAMES.filter((one) => one.length < 20)) expect(page).toContain(name);
    for (const part of NAMES[7].split(' ')) expect(page).toContain(part);
    expect(page.match(/A{4,}/g)!.join('')).toBe('A'.repeat(60));
    expect(page).toContain('22–28 March 2027');
    expect(page).toContain('Quay');
    expect(page.match(/7–15/g)).toHaveLength(NAMES.length);
    expect(page).toContain('22–6');
    expect(page).toContain('11 of 11 shifts are drafts');
  });

  test('has ink for every word of it', async () => {
    const bytes = usual;
    const picture = pictureOf(bytes);
    const { words } = wordsOf(bytes);
    expect(words.length).toBeGreaterThan(60);
    const bare = words.filter((word) => inkAt(picture, word) < 0.02 && !/^[·–.,-]+$/.test(word.text));
    expect(bare).toEqual([]);
    // The measure itself can fail: beside the table there is none.
    expect(inkAt(picture, { text: '', left: 5, right: 20, top: 100, bottom: 120 })).toBe(0);
  });

  test.each(['a4-landscape', 'a4-portrait', 'letter-landscape', 'letter-portrait'] as const)(
    'on %s keeps every word on the paper and within its column',
    async (paper) => {
      const bytes = await tablesPdf([weekSheet(groundOf(week))], 'Week', paper, faces);
      const { words, width } = wordsOf(bytes);
      expect(words.filter(({ left, right }) => left < 20 || right > width - 20)).toEqual([]);
      // Times of Tuesday begin under its head, and names end before the first day.
      const monday = words.find(({ text }) => text === 'Mon')!.left;
      expect(words.filter(({ text, right }) => /^A{3,}$|Hohen|Maxim/.test(text) && right > monday)).toEqual(
        [],
      );
    },
  );

  test('of 60 people repeats title and heads, and numbers its pages', async () => {
    const many = plan({
      people: Array.from({ length: 60 }, (_, i) => person(`p${i}`, { name: `Name ${i}` })),
      shifts: Array.from({ length: 60 }, (_, i) => shift(`p${i}`, i % 7, '9-17')),
    });
    const pages = pagesOf(await tablesPdf([weekSheet(groundOf(many))], 'Week', 'letter-landscape', faces));
    expect(pages.length).toBeGreaterThan(1);
    pages.forEach((page, i) => {
      expect(page).toContain('22–28 March 2027');
      expect(page).toContain('Mon 22');
      expect(squeezed(page)).toContain(`${i + 1}/${pages.length}`);
      expect(page).toContain('60 of 60 shifts are drafts');
    });
    const names = pages.flatMap((page) => page.match(/Name \d+/g));
    expect(names).toEqual(Array.from({ length: 60 }, (_, i) => `Name ${i}`));
  });

  test('with a page each has one for every person, of theirs alone', async () => {
    const ground = groundOf(week);
    const pages = pagesOf(
      await tablesPdf(
        [personSheet(ground, 'p0', null), personSheet(ground, 'p3', null)],
        'Week',
        'a4-portrait',
        faces,
      ),
    );
    expect(pages.map((page) => [page.includes(NAMES[0]), page.includes(NAMES[3])])).toEqual([
      [true, false],
      [false, true],
    ]);
  });

  test('with a day that is longer than a page goes on, and misses nobody', async () => {
    const crowd = plan({
      people: [person('ann', { name: 'Ann Bo' })],
      shifts: [
        shift('ann', 2, '9-17'),
        ...Array.from({ length: 90 }, (_, i) => shift(null, 1, '9-17', { label: `Berth ${i}` })),
      ],
    });
    const pages = pagesOf(await tablesPdf([weekSheet(groundOf(crowd))], 'Week', 'a4-landscape', faces));
    expect(pages.length).toBeLessThan(8);
    const text = pages.join('');
    const labels = [...text.matchAll(/Berth\s+(\d+)/g)].map(([, number]) => Number(number));
    expect(labels.sort((a, b) => a - b)).toEqual(Array.from({ length: 90 }, (_, i) => i));
    expect(text).toContain('Ann Bo');
  });

  test('of nobody says so', async () => {
    const none = groundOf(plan({ people: [person('ann')] }));
    const [page] = pagesOf(await tablesPdf([weekSheet(none)], 'Week', 'a4-landscape', faces));
    expect(page).toContain('Nobody is planned in this week.');
    expect(page).not.toContain('draft');
  });
});

describe('a month as a PDF', () => {
  const month = groundOf(plan({ ...week, from: parseDate('2027-03-01')!, days: 35 }));

  test('of the team has its days, times and roles', async () => {
    const [page] = pagesOf(await tablesPdf([monthSheet(month, MONDAY)], 'Month', 'a4-landscape', faces));
    expect(page).toContain('March 2027');
    for (const day of [1, 23, 31]) expect(page).toMatch(new RegExp(`(^|\\s)${day}(\\s|$)`, 'm'));
    expect(page.match(/(?<=\s)BA(?=\s)/g)).toHaveLength(NAMES.length + 1);
  });

  test('on upright paper has a page for each half', async () => {
    const pages = pagesOf(await tablesPdf([monthSheet(month, MONDAY)], 'Month', 'a4-portrait', faces));
    expect(pages).toHaveLength(2);
    expect([pages[0].includes('BA'), pages[1].includes('BA')]).toEqual([false, true]);
    expect([pages[0].includes('Hours'), pages[1].includes('Hours')]).toEqual([false, true]);
  });

  test('of one person has their weeks', async () => {
    const [page] = pagesOf(
      await tablesPdf([personSheet(month, 'p5', MONDAY)], 'Month', 'letter-portrait', faces),
    );
    expect(squeezed(page)).toContain(squeezed(NAMES[5]));
    expect(page).toContain('March 2027');
    for (const week of [9, 10, 11, 12, 13]) expect(page).toContain(`Week ${week}`);
    expect(page).toContain('7–15 Bar');
  });
});

describe('a day as a PDF', () => {
  test('has who is on, what they do, the note of the day and how many are on', async () => {
    const bytes = await dayPdf(
      daySheet(groundOf(week), MONDAY + 1, 'Boats from 10.\nאין חניה'),
      'a4-landscape',
      faces,
    );
    const text = pagesOf(bytes).join('');
    expect(text).toContain('Tue 23 March');
    expect(text).toContain('Boats from 10.');
    expect(text).toContain('אין חניה');
    expect(text).toContain('7:00–15:00 Bar');
    expect(text).toContain('Öffnen');
    expect(text).toContain('10/2');
    expect(text).toContain('10 of 10 shifts are drafts');
  });

  test('on which a shift has more to say than fits on a page goes on', async () => {
    const tasks = Array.from({ length: 300 }, (_, i) => `Check line ${i} of the mooring`);
    const long = plan({
      people: [person('ann')],
      shifts: [shift('ann', 1, '7-15', { detail: { ...NO_DETAIL, tasks } })],
    });
    const text = pagesOf(
      await dayPdf(daySheet(groundOf(long), MONDAY + 1, null), 'a4-landscape', faces),
    ).join('');
    expect(text).toContain('line 0 of');
    expect(text).toContain('line 299 of');
  });

  test('that is short of people says so without a colour', async () => {
    const short = plan({
      people: [person('ann')],
      needs: [need('bar', 1, '7-15', 2)],
      shifts: [shift('ann', 1, '7-15')],
    });
    const text = pagesOf(
      await dayPdf(daySheet(groundOf(short), MONDAY + 1, null), 'a4-landscape', faces),
    ).join('');
    expect(text).toContain('1/2 !');
  });
});
