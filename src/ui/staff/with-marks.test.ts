import { expect, test } from '@jest/globals';
import type { OwnPage } from '@/server/staff/payload';
import { type Mark, withMarks } from './with-marks';

const page = {
  shifts: [
    { shift: { id: 's1' }, done: ['Candles'] },
    { shift: { id: 's2' }, done: [] },
  ],
  news: [
    { id: 'n1', isSeen: false, answer: null },
    { id: 'n2', isSeen: false, answer: null },
  ],
} as unknown as OwnPage;

let order = 0;
const mark = (kind: Mark['kind'], input: unknown): Mark => ({
  id: `${++order}`,
  kind,
  input,
  who: 'me',
  order,
});
const done = (shown: OwnPage) => shown.shifts.map((own) => own.done);
const news = (shown: OwnPage) => shown.news.map(({ isSeen, answer }) => [isSeen, answer]);

test('what was said without a connection is shown as if it had arrived, the last word of each thing', () => {
  const tick = (task: string, isDone: boolean) => mark('task.tick', { shift: 's1', task, isDone });
  expect(done(withMarks(page, [tick('Candles', true), tick('Alarm', true)]))).toEqual([
    ['Candles', 'Alarm'],
    [],
  ]);
  expect(done(withMarks(page, [tick('Alarm', true), tick('Alarm', false)]))).toEqual([['Candles'], []]);
  expect(news(withMarks(page, [mark('news.see', { news: ['n2'] })]))).toEqual([
    [false, null],
    [true, null],
  ]);
  expect(news(withMarks(page, [mark('news.answer', { news: 'n1', answer: 'no' })]))).toEqual([
    [true, 'no'],
    [false, null],
  ]);
  expect(withMarks(page, [])).toBe(page);
});
