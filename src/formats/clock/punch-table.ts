import type { PunchKind } from '@/core/clock/punch';
import { parseClock } from '@/core/time/format';
import { parseTimeWithin } from '@/core/time/parse-time';
import { DAY } from '@/core/time/span';
import { type DateOrder, orderOf, parseTypedDate } from '@/core/time/typed-date';
import type { Table } from '../table/cells';

/** A row of a clock that people own: whose, when, and which way. */
export interface PunchRow {
  /** Of the file, from 1. */
  readonly row: number;
  /** The staff number as it stands there. */
  readonly number: string;
  /** Elapsed minutes where the row says its offset, else wall-clock minutes since 1970-01-01T00:00. */
  readonly at: { readonly elapsed: number } | { readonly wall: number };
  /** null: the row does not say. */
  readonly kind: Exclude<PunchKind, 'change'> | null;
}

/** A row that cannot be taken, and why. */
export interface PunchRowFault {
  readonly row: number;
  readonly text: string;
  readonly message: string;
}

const HEADS = {
  number:
    /^(staff|employee|person(nel)?|badge|card|user|payroll)?[\s_-]*(no\.?|number|nr\.?|id|code)$|^(staff|employee|badge)$/i,
  instant: /^(date[\s_-]*(and|&)?[\s_-]*time|time[\s_-]*stamp|instant|when|clocked|punch(ed)?)$/i,
  date: /^(date|day)$/i,
  time: /^(time|hour|clock)$/i,
  kind: /^(direction|in[\s/_-]*(or)?[\s/_-]*out|kind|type|event|status|action)$/i,
} as const;

type Columns = { readonly [K in keyof typeof HEADS]: number };

const WORDS: readonly (readonly [RegExp, Exclude<PunchKind, 'change'>])[] = [
  [/^break[\s_-]*(begins?|starts?|out)$|^(begin|start)[\s_-]*(of[\s_-]*)?break$|^to break$/i, 'break-begins'],
  [/^break[\s_-]*(ends?|stops?|in)$|^(end|stop)[\s_-]*(of[\s_-]*)?break$|^from break$/i, 'break-ends'],
  [/^(clock[\s_-]*)?in$|^i$|^entry$|^come[s]?$|^arriv(e|es|al)$|^start(s)?$/i, 'in'],
  [/^(clock[\s_-]*)?out$|^o$|^exit$|^go(es)?$|^leave(s)?$|^end(s)?$/i, 'out'],
];

/**
 * Reads a list of what people clocked: a number, an instant (in one column or as date and time), and which way where the list
 * says so. Columns are found by their heads; without heads they stand in this order. `order`: which of 3/4 is the day where the
 * dates themselves do not tell.
 */
export function parsePunchTable(
  { lines }: Table,
  order: DateOrder,
): { readonly rows: PunchRow[]; readonly faults: PunchRowFault[] } {
  const [first] = lines;
  const named = first ? columnsOf(first.cells) : null;
  const columns: Columns = named ?? guessed(first?.cells ?? []);
  const body = named ? lines.slice(1) : lines;
  const dates = body.map(
    ({ cells }) => textAt(cells, columns.date) || dateIn(textAt(cells, columns.instant)),
  );
  const told = orderOf(dates.filter((text) => text !== '')) ?? order;
  const rows: PunchRow[] = [];
  const faults: PunchRowFault[] = [];
  for (const { row, cells } of body) {
    const fault = (message: string) =>
      faults.push({
        row,
        text: cells
          .filter((cell) => cell !== '')
          .join(', ')
          .slice(0, 120),
        message,
      });
    const number = textAt(cells, columns.number);
    if (number === '') {
      fault('there is no staff number');
      continue;
    }
    const at =
      columns.instant >= 0
        ? instantOf(textAt(cells, columns.instant), told)
        : instantOf(`${textAt(cells, columns.date)} ${textAt(cells, columns.time)}`, told);
    if (typeof at === 'string') {
      fault(at);
      continue;
    }
    const way = textAt(cells, columns.kind);
    const kind = way === '' ? null : WORDS.find(([pattern]) => pattern.test(way))?.[1];
    if (kind === undefined) fault(`"${way}" says neither in nor out`);
    else rows.push({ row, number, at, kind });
  }
  return { rows, faults };
}

function columnsOf(cells: readonly string[]): Columns | null {
  const at = (pattern: RegExp) => cells.findIndex((cell) => pattern.test(cell.trim()));
  const columns: Columns = {
    number: at(HEADS.number),
    instant: at(HEADS.instant),
    date: at(HEADS.date),
    time: at(HEADS.time),
    kind: at(HEADS.kind),
  };
  const hasTime = columns.instant >= 0 || (columns.date >= 0 && columns.time >= 0);
  return columns.number >= 0 && hasTime ? columns : null;
}

/** Number, then an instant or a date and a time, then which way. */
function guessed(cells: readonly string[]): Columns {
  const isInstant = typeof instantOf(cells[1] ?? '', 'day') !== 'string';
  return isInstant
    ? { number: 0, instant: 1, date: -1, time: -1, kind: 2 }
    : { number: 0, instant: -1, date: 1, time: 2, kind: 3 };
}

function textAt(cells: readonly string[], column: number): string {
  return column < 0 ? '' : (cells[column] ?? '').trim();
}

function dateIn(text: string): string {
  return text
    .split(/[T ](?=\d{1,2}[:.h])/)[0]
    .replace(/,$/, '')
    .trim();
}

/** An instant as lists write it; else what is wrong, in words. */
function instantOf(text: string, order: DateOrder): PunchRow['at'] | string {
  if (text.trim() === '') return 'there is no time';
  const exact = /^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}(:\d{2}(\.\d+)?)?\s*(Z|[+-]\d{2}:?\d{2})$/.exec(
    text.trim(),
  );
  if (exact) {
    const at = Date.parse(text.trim().replace(' ', 'T').replace(/\s/g, ''));
    return Number.isNaN(at) ? `"${text}" is no time` : { elapsed: Math.floor(at / 60_000) };
  }
  const found = /^(.*\S)[T ,]+(\d{1,2}[:.h]\d{2}(?:[:.]\d{2}(?:\.\d+)?)?(?:\s*[ap]\.?m?\.?)?)$/i.exec(
    text.trim(),
  );
  if (!found) return `"${text.trim()}" is no date with a time`;
  const date = parseTypedDate(found[1].replace(/,$/, '').trim(), order);
  if (!date.ok) return date.message;
  const time = found[2].replace(/^(\d{1,2}[:.h]\d{2})[:.]\d{2}(?:\.\d+)?/, '$1');
  const minute = parseClock(time.padStart(5, '0')) ?? parseTimeWithin(time, { from: 0, to: DAY - 1 }, '24');
  return minute === null || minute >= DAY
    ? `"${found[2]}" is no time of day`
    : { wall: date.value * DAY + minute };
}
