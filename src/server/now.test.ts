import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, expect, test } from '@jest/globals';
import { now, nowAt } from './now';

const before = process.env.VICENDA_NOW;
afterEach(() => {
  process.env.VICENDA_NOW = before;
});

test('the clock stands where it is told, and moves with the file that tells it', () => {
  process.env.VICENDA_NOW = '2026-11-24T23:30:00Z';
  expect(nowAt('Europe/Berlin')).toEqual({ date: '2026-11-25', minute: 30 });
  const file = join(mkdtempSync(join(tmpdir(), 'vicenda-clock-')), 'now');
  writeFileSync(file, '2026-12-01T10:00:00Z\n');
  process.env.VICENDA_NOW = `file:${file}`;
  expect(now()).toBe(Date.UTC(2026, 11, 1, 10));
  writeFileSync(file, '2026-12-02T10:00:00Z');
  expect(now()).toBe(Date.UTC(2026, 11, 2, 10));
  writeFileSync(file, 'soon');
  expect(() => now()).toThrow('no date and time');
});
