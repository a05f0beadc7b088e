import type { Day } from '../time/day';

/** A shift as a sheet for the wall tells it. */
export interface SheetEntry {
  readonly key: string;
  /** Both times together, `9:30–17`, and each by itself, for a column that is narrow. */
  readonly times: string;
  readonly from: string;
  readonly to: string;
  /** What is done: role, label, station, another site. */
  readonly what: string;
  /** The role alone, in two letters where the site gave it some. */
  readonly mark: string;
  /** Not published, or changed since. */
  readonly draft: boolean;
}

export interface SheetCell {
  /** Null: a day that does not belong to the sheet, as those of a month's first week before its first. */
  readonly date: Day | null;
  readonly away: boolean;
  readonly entries: readonly SheetEntry[];
}

export interface SheetRow {
  readonly key: string;
  readonly name: string;
  readonly cells: readonly SheetCell[];
  /** Paid minutes; null: not told on this sheet. */
  readonly paid: number | null;
}

/** A sheet of paper that is a table: who, or which week, by days. */
export interface TableSheet {
  readonly kind: 'week' | 'month' | 'person';
  readonly title: string;
  readonly site: string;
  /** What the rows are. */
  readonly corner: string;
  readonly heads: readonly { readonly name: string; readonly remark: string }[];
  readonly rows: readonly SheetRow[];
  /** Paid minutes of all rows with people; null: not told on this sheet. */
  readonly paid: number | null;
  /** How many of the shifts on it are drafts, and of how many. */
  readonly drafts: number;
  readonly of: number;
  /** What is to be said of the days besides; empty: nothing. */
  readonly remark: string;
  /** What stands there where there are no rows. */
  readonly empty: string;
}

/** Columns that fit beside each other on upright paper, where times stand over each other. */
const NARROW_COLUMNS = 16;

/** A sheet in as many parts as upright paper asks for: of a month its two halves, the hours on the last. */
export function inParts(sheet: TableSheet, isUpright: boolean): TableSheet[] {
  const { heads, rows } = sheet;
  if (!isUpright || heads.length <= NARROW_COLUMNS) return [sheet];
  const half = Math.ceil(heads.length / 2);
  return [
    {
      ...sheet,
      heads: heads.slice(0, half),
      rows: rows.map((row) => ({ ...row, cells: row.cells.slice(0, half), paid: null })),
      paid: null,
    },
    {
      ...sheet,
      heads: heads.slice(half),
      rows: rows.map((row) => ({ ...row, cells: row.cells.slice(half) })),
    },
  ];
}
