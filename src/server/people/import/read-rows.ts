import { normalized } from '@/core/availability/normalize';
import type { WeekBlock } from '@/core/availability/week-blocks';
import { type Day, WEEKDAYS, formatDate } from '@/core/time/day';
import { SHORT_WEEKDAYS, formatHours } from '@/core/time/format';
import { widestHours } from '@/core/time/parse-time';
import type { Span } from '@/core/time/span';
import { DAY_FIELDS, type Meaning, PEOPLE_FIELDS } from '@/formats/people/columns';
import { type DateOrder, parseTypedDate } from '@/core/time/typed-date';
import {
  type CellValue,
  parseContractCell,
  parseDayCell,
  parseWeekCell,
  parseHoursCell,
  parseListCell,
  parseMoneyCell,
  parseRoleCell,
  formatDayCell,
} from '@/formats/people/values';
import { FORMULA, type TableRow, columnName } from '@/formats/table/cells';
import type { PersonDraft } from '../payload';
import type { CellFault } from '../../import/payload';

/** What a row says of a person, field by field; what its cells leave empty is not in it. */
export interface RowValues {
  readonly draft: Partial<Omit<PersonDraft, 'roles' | 'sites' | 'manager' | 'pay' | 'fields'>>;
  readonly rate?: number;
  readonly roles?: readonly { readonly name: string; readonly until: Day | null }[];
  readonly sites?: readonly string[];
  /** Name or number, with the cell it stands in. */
  readonly manager?: { readonly text: string; readonly cell: CellFault };
  readonly fields: Readonly<Record<string, string>>;
  /** Blocks by weekday (0 Monday); a weekday that is not in it was left empty. */
  readonly days: ReadonlyMap<number, readonly WeekBlock[]>;
}

type Fields = Record<string, unknown>;

/** A function that remembers its answers: lists of people say the same few weeks over and over. */
export function remembering<A extends readonly unknown[], T>(work: (...args: A) => T): (...args: A) => T {
  const known = new Map<string, T>();
  return (...args) => {
    const key = JSON.stringify(args);
    const before = known.get(key);
    if (before !== undefined) return before;
    const fresh = work(...args);
    known.set(key, fresh);
    return fresh;
  };
}

/** How cells of availability are read. */
export interface AvailabilityReaders {
  readonly day: (text: string, weekday: number) => ReturnType<typeof parseDayCell>;
  readonly week: (text: string) => ReturnType<typeof parseWeekCell>;
}

/** Readers for a site that is open at these hours, by weekday (0 Monday). */
export function availabilityReaders(hours: readonly (readonly Span[])[]): AvailabilityReaders {
  const widest = widestHours(hours);
  return {
    day: remembering((text, weekday) => parseDayCell(text, weekday, hours[weekday])),
    week: remembering((text) => parseWeekCell(text, widest)),
  };
}

/** Reads one row; cells that cannot be read come back as faults, each with its place. */
export function parseRow(
  line: TableRow,
  columns: readonly Meaning[],
  heads: readonly string[],
  order: DateOrder,
  readers: AvailabilityReaders,
): { readonly values: RowValues; readonly faults: readonly CellFault[] } {
  const draft: Fields = {};
  const fields: Record<string, string> = {};
  const days = new Map<number, readonly WeekBlock[]>();
  const rest: { -readonly [K in 'rate' | 'roles' | 'sites' | 'manager']?: RowValues[K] } = {};
  const faults: CellFault[] = [];
  const names: Record<string, string> = {};
  columns.forEach((meaning, i) => {
    const text = (line.cells[i] ?? '').trim();
    if (meaning === null || text === '') return;
    const place = (message: string): CellFault => ({
      cell: `${columnName(i)}${line.row}`,
      text,
      column: heads[i] || nameOf(meaning),
      message,
    });
    const take = <T>(read: CellValue<T>, put: (value: T) => void) => {
      if (read.ok) put(read.value);
      else faults.push(place(read.message));
    };
    if (text.startsWith(FORMULA))
      return void faults.push(
        place(
          'a formula without its result; only values are read, so save the file from a spreadsheet again',
        ),
      );
    if (text.length > (meaning === 'notes' ? 5000 : 500))
      return void faults.push(place('longer than 500 signs'));
    if (meaning.startsWith('field:') || meaning === 'new')
      fields[meaning === 'new' ? `new:${i}` : meaning.slice(6)] = text;
    else if ((DAY_FIELDS as readonly string[]).includes(meaning)) {
      const weekday = WEEKDAYS.indexOf(meaning as (typeof WEEKDAYS)[number]);
      take(readers.day(text, weekday), (blocks) => days.set(weekday, blocks));
    } else
      switch (meaning) {
        case 'name':
        case 'firstName':
        case 'lastName':
          if (text.length > 120) faults.push(place('longer than 120 signs'));
          else names[meaning] = text;
          break;
        case 'email':
          if (/^[^\s@]+@[^\s@]+$/.test(text) && text.length <= 200) draft.email = text;
          else faults.push(place(`"${text}" is no e-mail address`));
          break;
        case 'number':
        case 'phone':
          if (text.length > (meaning === 'number' ? 40 : 60)) faults.push(place('too long'));
          else draft[meaning] = text;
          break;
        case 'birthDate':
        case 'employedFrom':
        case 'employedTo':
          take(parseTypedDate(text, order), (day) => (draft[meaning] = day));
          break;
        case 'contractKind':
          take(parseContractCell(text), (kind) => (draft.contractKind = kind));
          break;
        case 'contractMinutes':
        case 'maxWeekMinutes':
          take(parseHoursCell(text, 10_080), (minutes) => (draft[meaning] = minutes));
          break;
        case 'standardDayMinutes':
          take(parseHoursCell(text, 1440), (minutes) => (draft.standardDayMinutes = minutes));
          break;
        case 'payKind':
          draft.payKind = /salar/i.test(text) ? 'salaried' : 'hourly';
          break;
        case 'rate':
          take(parseMoneyCell(text), (amount) => (rest.rate = amount));
          break;
        case 'sites':
          rest.sites = parseListCell(text);
          break;
        case 'roles': {
          const roles: { name: string; until: Day | null }[] = [];
          // A slash may part a date too, so roles with an end are taken whole.
          for (const part of /until|till/i.test(text) ? text.split(/[,;\n|]/) : parseListCell(text))
            if (part.trim() !== '') take(parseRoleCell(part.trim(), order), (role) => roles.push(role));
          rest.roles = roles;
          break;
        }
        case 'availability':
          // What the column of a weekday says of it comes first.
          take(readers.week(text), (week) => {
            for (const [weekday, blocks] of week) if (!days.has(weekday)) days.set(weekday, blocks);
          });
          break;
        case 'groups':
          draft.groups = parseListCell(text).sort();
          break;
        case 'manager':
          rest.manager = { text, cell: place('') };
          break;
        case 'notes':
          draft.notes = text;
          break;
      }
  });
  const name = names.name ?? [names.firstName, names.lastName].filter(Boolean).join(' ');
  if (name) draft.name = name;
  return { values: { draft: draft as RowValues['draft'], ...rest, fields, days }, faults };
}

/** What a meaning is called. */
export function nameOf(meaning: string): string {
  return PEOPLE_FIELDS.find((field) => field.id === meaning)?.name ?? 'Own field';
}

/**
 * The week of a person after a row was read: weekdays with a cell as it says, the others as they were (`before`,
 * null: nothing was said, then they count as off). Null: the row says nothing of it, or nothing new.
 */
export function weekAfter(
  before: readonly WeekBlock[] | null,
  days: ReadonlyMap<number, readonly WeekBlock[]>,
): WeekBlock[] | null {
  if (days.size === 0) return null;
  const old = before === null ? [] : normalized(before);
  const named = Array.from({ length: 7 }, (_, weekday) => {
    const said = days.get(weekday);
    return said ?? (before === null ? [] : old.filter((block) => block.weekday === weekday));
  }).flat();
  // A week in which nothing is possible has to be said as such: without a block it would mean any time.
  const fresh =
    named.length > 0
      ? normalized(named)
      : Array.from({ length: 7 }, (_, weekday) => ({
          weekday,
          from: 0,
          to: 1440,
          kind: 'not-available' as const,
        }));
  const text = (blocks: readonly WeekBlock[]) => JSON.stringify([...blocks].sort(byPlace));
  return before !== null && text(normalized(fresh)) === text(old) ? null : fresh;
}

function byPlace(a: WeekBlock, b: WeekBlock): number {
  return a.weekday - b.weekday || a.from - b.from || a.to - b.to || (a.kind < b.kind ? -1 : 1);
}

/** A value of a field as it is shown in a preview. */
export function shown(field: string, value: unknown): string {
  if (value === null || value === undefined || value === '') return 'nothing';
  if (/Minutes$/.test(field)) return formatHours(value as number);
  if (/^(birthDate|employedFrom|employedTo)$/.test(field)) return formatDate(value as number);
  if (Array.isArray(value)) return value.join(', ') || 'nothing';
  return String(value);
}

/** A week in the words of its columns, for a preview: `Mon 9-17, Tue off`. */
export function shownWeek(blocks: readonly WeekBlock[]): string {
  const spelled = normalized(blocks);
  return Array.from({ length: 7 }, (_, weekday) => {
    const name = SHORT_WEEKDAYS[weekday];
    return `${name} ${formatDayCell(spelled.filter((block) => block.weekday === weekday))}`;
  }).join(', ');
}
