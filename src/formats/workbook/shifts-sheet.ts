import type ExcelJS from 'exceljs';
import type { Judgement } from '@/core/consequences/judge';
import { type ResolvedShift, fixedBreaks } from '@/core/plan/resolved-shift';
import { DAY } from '@/core/time/span';
import { columnName } from '../table/cells';
import { type BookLine, DATE, HOURS, TEXT, TIME, WIDE, dateCell, withHead } from './book-line';
import type { RolesSheet } from './roles-sheet';

/** Where formulas of other sheets find what they count: cells of one column each. */
export interface ShiftsSheet {
  readonly person: string;
  readonly date: string;
  readonly paid: string;
  /** How many people are on at a moment; `at` and `role` are cells or numbers, role null: in any. */
  readonly onAt: (at: string, role: string | null) => string;
  /** The least people on at a moment between two at which somebody goes; far more than there are where nobody does. */
  readonly leastWithin: (from: string, to: string, role: string | null) => string;
}

const COLUMNS = [
  { header: 'Date', width: 16, style: { numFmt: DATE } },
  { header: 'Person', width: 24, style: { numFmt: TEXT } },
  { header: 'Number', width: 9, style: { numFmt: TEXT } },
  { header: 'Role', width: 16, style: { numFmt: TEXT } },
  { header: 'Start', width: 8, style: { numFmt: TIME } },
  { header: 'End', width: 8, style: { numFmt: TIME } },
  { header: 'Unpaid break (min)', width: 10 },
  { header: 'Clock change (min)', width: 10 },
  { header: 'Paid hours', width: 10, style: { numFmt: HOURS } },
  { header: 'Label', width: 16, style: { numFmt: TEXT } },
  { header: 'Station', width: 16, style: { numFmt: TEXT } },
  { header: 'Note', width: 30, style: { numFmt: TEXT } },
  { header: 'State', width: 12, style: { numFmt: TEXT } },
] as const;
/** More people than any site has; stands where nobody goes within a block. */
const NOBODY_GOES = 99_999;

/** Adds the shifts, a row each. Whatever is computed of them follows from date, person, role and times. */
export function addShifts(
  book: ExcelJS.Workbook,
  lines: readonly BookLine[],
  { plan }: Judgement,
  roles: RolesSheet,
): ShiftsSheet {
  const sheet = book.addWorksheet('Shifts');
  const most = lines.reduce((sum, { shift }) => Math.max(sum, fixedBreaks(shift).length), 0);
  const pauses = Array.from({ length: most }, (_, i) => i);
  const heads = [
    ...COLUMNS,
    ...pauses.flatMap((i) => [
      { header: `Break ${i + 1} from`, width: 9, style: { numFmt: TIME } },
      { header: `Break ${i + 1} to`, width: 9, style: { numFmt: TIME } },
    ]),
  ];
  const helpers = [
    'Role number',
    'From',
    'To',
    ...pauses.flatMap((i) => [`Off ${i + 1} from`, `Off ${i + 1} to`]),
  ];
  // When somebody goes fewer are on: at the end of the shift, and at the beginning of each break.
  const moments = ['To', ...pauses.map((i) => `Off ${i + 1} from`)];
  const counts = moments.flatMap((moment) => [`In role at ${moment}`, `On at ${moment}`]);
  sheet.columns = [
    ...heads,
    // What other sheets count by; it follows from what is seen.
    ...[...helpers, ...counts].map((header) => ({ header, width: 9, hidden: true })),
  ];
  const names = [...heads.map(({ header }) => header as string), ...helpers, ...counts];
  const at = (name: string) => columnName(names.indexOf(name));
  const last = Math.max(2, lines.length + 1);
  const all = (name: string, own = false) => `${own ? '' : 'Shifts!'}$${at(name)}$2:$${at(name)}$${last}`;

  const countIn = (own: boolean) => (moment: string, role: string | null) => {
    const who = role === null ? `${all('Role number', own)},">=0"` : `${all('Role number', own)},${role}`;
    const within = (from: string, to: string) =>
      `COUNTIFS(${who},${all(from, own)},"<="&${moment},${all(to, own)},">"&${moment})`;
    return ['From|To', ...pauses.map((i) => `Off ${i + 1} from|Off ${i + 1} to`)]
      .map((pair) => within(...(pair.split('|') as [string, string])))
      .join('-');
  };
  const onAt = countIn(false);
  const ownAt = countIn(true);

  lines.forEach((line, i) => sheet.addRow(cellsOf(line, i + 2)));
  withHead(sheet, 2);
  Object.assign(sheet.pageSetup, WIDE, { printTitlesRow: '1:1' });

  function cellsOf({ shift, person, number, role, state }: BookLine, row: number): ExcelJS.CellValue[] {
    const { date, planShift } = shift;
    const cell = (name: string) => `$${at(name)}${row}`;
    const breaks = fixedBreaks(shift);
    const unpaid = unpaidMinutes(shift);
    const clock = shift.elapsed - (shift.to - shift.from);
    const start = minute(shift.from - date * DAY);
    const first = `(${cell('Date')}-DATE(${yearMonthDay(plan.from)}))*1440`;
    const moment = (name: string) => `ROUND(${cell(name)}*1440,0)`;
    const to = `${cell('From')}+MOD(${moment('End')}-${moment('Start')}-1,1440)+1`;
    const later = (name: string) => `${cell('From')}+MOD(${moment(name)}-${moment('Start')},1440)`;
    const formula = (text: string, result?: number): ExcelJS.CellValue =>
      ({ formula: text, result }) as ExcelJS.CellFormulaValue;
    return [
      dateCell(date),
      ...[person, number, role],
      ...[start, minute(shift.to - date * DAY)],
      ...[unpaid, clock],
      formula(
        `MAX(0,${cell('To')}-${cell('From')}+${cell('Clock change (min)')}-${cell('Unpaid break (min)')})/60`,
        shift.paid / 60,
      ),
      ...[planShift?.label ?? '', planShift?.detail?.station ?? '', planShift?.note ?? '', state],
      ...pauses.flatMap((i) =>
        breaks[i] ? [minute(breaks[i].from - date * DAY), minute(breaks[i].to - date * DAY)] : [null, null],
      ),
      // Open shifts and roles that are not there have numbers of their own: neither is counted in a role.
      formula(
        `SUMPRODUCT((${roles.names}=${cell('Role')})*${roles.numbers})*(${cell('Person')}<>"")-(${cell('Person')}="")`,
      ),
      formula(`${first}+${moment('Start')}`, shift.from - plan.from * DAY),
      formula(to, shift.to - plan.from * DAY),
      ...pauses.flatMap((i): ExcelJS.CellValue[] => {
        const [from, end] = [`Break ${i + 1} from`, `Break ${i + 1} to`];
        // A break counts as far as it lies in the shift; without one both are the same.
        const clipped = (name: string) =>
          formula(`IF(${cell(from)}="",${cell('From')},MIN(${cell('To')},${later(name)}))`);
        return [clipped(from), clipped(end)];
      }),
      ...moments.flatMap((name): ExcelJS.CellValue[] => [
        formula(ownAt(cell(name), cell('Role number'))),
        formula(ownAt(cell(name), null)),
      ]),
    ];
  }

  return {
    person: all('Person'),
    date: all('Date'),
    paid: all('Paid hours'),
    onAt,
    leastWithin: (from, to, role) => {
      const who = role === null ? `${all('Role number')},">=0"` : `${all('Role number')},${role}`;
      return moments
        .map((name) => {
          const least = all(`${role === null ? 'On' : 'In role'} at ${name}`);
          const where = `${who},${all(name)},">"&${from},${all(name)},"<"&${to}`;
          return `IF(COUNTIFS(${where})=0,${NOBODY_GOES},_xlfn.MINIFS(${least},${where}))`;
        })
        .join(',');
    },
  };
}

/** A time of day as a workbook holds it: a share of the day. */
function minute(of: number): number {
  return (((of % DAY) + DAY) % DAY) / DAY;
}

function unpaidMinutes({ break: first, moreBreaks }: ResolvedShift): number {
  return [first, ...moreBreaks].reduce((sum, { minutes, paid }) => sum + (paid ? 0 : minutes), 0);
}

function yearMonthDay(day: number): string {
  const date = dateCell(day);
  return `${date.getUTCFullYear()},${date.getUTCMonth() + 1},${date.getUTCDate()}`;
}
