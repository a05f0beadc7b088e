import { type Day, parseDate } from '@/core/time/day';
import type { HourFormat } from '@/core/time/format';
import { parseLength } from '@/core/time/parse-hours';
import { type NamedSpan, type RoleNames, findRole, overlapIn, parseShifts } from '@/core/time/parse-shifts';
import type { Span } from '@/core/time/span';
import { DAY } from '@/core/time/span';
import { type DateOrder, parseTypedDate } from '@/core/time/typed-date';
import { type CellFault, FORMULA, type TableRow, columnName } from '../table/cells';
import { type ShiftField, type ShiftMeaning, dayOfHead, dayOfMeaning } from './columns';

/** How a table of shifts is read. */
export interface ShiftReading {
  readonly columns: readonly ShiftMeaning[];
  readonly heads: readonly string[];
  readonly dateOrder: DateOrder;
  /** First day of the week that weekdays alone are of. */
  readonly week: Day;
  readonly hourFormat: HourFormat;
  /** When the place is open on a date. */
  readonly openOn: (date: Day) => readonly Span[];
  readonly roles: readonly RoleNames[];
  /** Shifts by their short names. */
  readonly named: readonly NamedSpan[];
}

/** A shift as a cell or a row tells it. */
export interface ReadShift extends Span {
  /** The cell it stands in, `D17`, and for one of several in a cell which. */
  readonly at: string;
  readonly cell: CellFault;
  readonly date: Day;
  /** A role's id. */
  readonly role: string | null;
  readonly pause: number | null;
  readonly label: string | null;
  readonly station: string | null;
  readonly note: string | null;
}

/** A row of a table of shifts. */
export interface ReadRow {
  readonly row: number;
  /** Whom it names; both empty: open shifts. */
  readonly name: string;
  readonly number: string;
  /** Where they are named. */
  readonly who: CellFault;
  readonly shifts: readonly ReadShift[];
  /** The days that it says something of. */
  readonly days: readonly Day[];
  /** What it says of a day that is no shift: `"hol", no shift`. */
  readonly remarks: readonly { readonly date: Day; readonly text: string }[];
  readonly faults: readonly CellFault[];
}

const NO_SHIFT = /^(?:off|day ?off|rest|rdo|r\/o|free|x|n\/?a|[-–—./]+)$/i;
const AWAY =
  /^(?:hol(?:iday|idays|s)?|a\/?l|annual leave|leave|vac(?:ation)?|sick|ill|pto|unpaid|maternity|parental|away|course|training)$/i;
const OPEN = /^(?:open|open shifts?|unassigned|vacant|tbc|tbd|nobody)$/i;
const LONGEST = 120;

/**
 * Reads the rows of a table of shifts: a row each with its own date, or a row a person with a day in each column.
 * Cells that cannot be read come back as faults. Rows of heads between the others and empty ones are left out.
 */
export function readShiftTable(lines: readonly TableRow[], reading: ShiftReading): ReadRow[] {
  const rows: ReadRow[] = [];
  let above: Pick<ReadRow, 'name' | 'number'> | null = null;
  for (const line of lines) {
    if (isHeadAgain(line, reading)) continue;
    const row = readRow(line, reading, above);
    if (row.days.length === 0 && row.faults.length === 0 && row.remarks.length === 0) {
      // A name with nothing behind it: what stands under it may be theirs.
      above = row.name || row.number ? row : null;
      continue;
    }
    above = row;
    rows.push(row);
  }
  return rows;
}

/** Heads that are repeated, on a page further down or under others: days where times would stand. */
function isHeadAgain({ cells }: TableRow, { columns, heads, week, dateOrder }: ShiftReading): boolean {
  const days = columns.flatMap((meaning, i) =>
    dayOfMeaning(meaning) === null || !cells[i]?.trim() ? [] : [{ text: cells[i].trim(), head: heads[i] }],
  );
  return (
    days.length > 1 &&
    days.every(
      ({ text, head }) =>
        text === head?.trim() ||
        // Without a letter it may be times: 9-17 is also a day of September.
        (/\p{L}/u.test(text) && dayOfHead(text, week, dateOrder) !== null) ||
        /^\d{1,2}\.?$/.test(text),
    )
  );
}

function readRow(
  line: TableRow,
  reading: ShiftReading,
  above: Pick<ReadRow, 'name' | 'number'> | null,
): ReadRow {
  const { columns, heads } = reading;
  const faults: CellFault[] = [];
  const remarks: { date: Day; text: string }[] = [];
  const shifts: ReadShift[] = [];
  const days: Day[] = [];
  const texts = columns.map((_, i) => (line.cells[i] ?? '').trim());
  const place = (i: number, message = ''): CellFault => ({
    cell: `${columnName(Math.max(0, i))}${line.row}`,
    column: heads[i] || 'Column',
    text: texts[i] ?? '',
    message,
  });
  const fault = (i: number, message: string) => void faults.push(place(i, message));
  texts.forEach((text, i) => {
    if (columns[i] !== null && text.startsWith(FORMULA))
      fault(
        i,
        'a formula without its result; only values are read, so save the file from a spreadsheet again',
      );
  });
  const indexOf = (field: ShiftField) => columns.indexOf(field);
  const textOf = (field: ShiftField) => {
    const text = texts[indexOf(field)] ?? '';
    return text.startsWith(FORMULA) ? '' : text;
  };
  const wide = columns.some((meaning) => dayOfMeaning(meaning) !== null);
  const carried = wide && textOf('person') === '' && textOf('number') === '' ? above : null;
  const name = carried ? carried.name : OPEN.test(textOf('person')) ? '' : textOf('person');
  const number = carried ? carried.number : textOf('number');
  const who = place(Math.max(indexOf('person'), indexOf('number')));
  const rest = () => ({
    role: roleOf(),
    pause: pauseOf(),
    label: shortText('label'),
    station: shortText('station'),
    note: textOf('note') || null,
  });
  const shortText = (field: 'label' | 'station') => {
    const text = textOf(field);
    if (text.length > LONGEST) fault(indexOf(field), `longer than ${LONGEST} signs`);
    return text || null;
  };
  const roleOf = (): string | null => {
    const text = textOf('role');
    if (text === '') return null;
    const role = findRole(text, reading.roles);
    if (!role.ok) fault(indexOf('role'), role.message);
    return role.ok ? role.id : null;
  };
  const pauseOf = (): number | null => {
    const text = textOf('break');
    if (text === '') return null;
    const minutes = /^\d+(?:\.0+)?(?:\s*min\.?)?$/i.test(text) ? parseInt(text, 10) : parseLength(text);
    if (minutes === null || minutes > DAY / 2) fault(indexOf('break'), `"${text}" is no break in minutes`);
    return minutes;
  };
  const readCell = (text: string, date: Day, i: number) => {
    days.push(date);
    if (NO_SHIFT.test(text)) return;
    if (AWAY.test(text)) return void remarks.push({ date, text: `"${text}", no shift` });
    const habits = { openHours: reading.openOn(date), format: reading.hourFormat };
    // Behind a dot in the middle, sheets say what else there is to it; several parts stand on lines of their own.
    const typed = text.replace(/ · [^\n]*/g, '').replace(/\s*\n\s*/g, ', ');
    const read = parseShifts(typed, reading.roles, habits, reading.named);
    if (!read.ok) return fault(i, read.problem.message);
    const overlap = overlapIn(text, read.value);
    if (overlap) return fault(i, overlap.message);
    const said = rest();
    read.value.forEach(({ from, to, role }, part) =>
      shifts.push({
        ...said,
        ...{ date, from, to },
        at: `${columnName(i)}${line.row}${part === 0 ? '' : `.${part + 1}`}`,
        cell: place(i),
        role: role ?? said.role,
      }),
    );
  };
  if (wide)
    columns.forEach((meaning, i) => {
      const date = dayOfMeaning(meaning);
      if (date !== null && texts[i] !== '' && !texts[i].startsWith(FORMULA)) readCell(texts[i], date, i);
    });
  else readListed();
  return { row: line.row, name, number, who, shifts, days, remarks, faults };

  /** A row that has a date of its own, and times in one column or in two. */
  function readListed(): void {
    const [start, end] = [textOf('start'), textOf('end')];
    const times = textOf('times');
    if (texts.every((text) => text === '')) return;
    // Programs write a moment with its date, and times in full: those are as they stand.
    const moment = /^(\d{4}-\d{2}-\d{2})[T ](\d{2}:\d{2})/.exec(start);
    const dateText = textOf('date') || (moment ? moment[1] : '');
    const at = indexOf(textOf('date') || !moment ? 'date' : 'start');
    const date = dateOf(dateText, at);
    if (date === null) return;
    const [from, to] = [start, end].map((text) => text.replace(/^\d{4}-\d{2}-\d{2}[T ]/, ''));
    const column = indexOf(times && !from ? 'times' : 'start');
    if (!from && !to) {
      if (times === '') return fault(Math.max(column, indexOf('times')), 'no times');
      return readCell(times, date, column);
    }
    if (from === '' || to === '') return fault(indexOf(from === '' ? 'start' : 'end'), 'no time');
    const exact = [from, to].map((text) => /^(\d{2}):(\d{2})(?::00)?$/.exec(text));
    if (exact[0] && exact[1]) {
      const [a, b] = exact.map((match) => Number(match![1]) * 60 + Number(match![2]));
      if (a >= DAY || b > DAY || Number(exact[0][2]) > 59 || Number(exact[1][2]) > 59)
        return fault(indexOf(a >= DAY ? 'start' : 'end'), `"${a >= DAY ? from : to}" is no time of day`);
      days.push(date);
      shifts.push({
        ...rest(),
        ...{ date, from: a, to: b > a ? b : b + DAY },
        at: place(indexOf('start')).cell,
        cell: place(indexOf('start')),
      });
      return;
    }
    readCell(`${from}-${to}`, date, indexOf('start'));
  }

  function dateOf(text: string, at: number): Day | null {
    if (text === '') return (fault(Math.max(0, at), 'no date'), null);
    const iso = parseDate(text.slice(0, 10));
    if (iso !== null) return iso;
    const typed = parseTypedDate(text, reading.dateOrder);
    if (typed.ok) return typed.value;
    const named = dayOfHead(text, reading.week, reading.dateOrder);
    if (named === null) fault(at, typed.message);
    return named;
  }
}
