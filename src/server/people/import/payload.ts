import type { Meaning } from '@/formats/people/columns';
import type { Day } from '@/core/time/day';
import type { DateOrder } from '@/core/time/typed-date';

/** How a file is to be read; everything but the draft can be changed while looking at the preview. */
export interface ImportOptions {
  /** The file as it was taken in. */
  readonly draft: string;
  /** Which of its sheets. */
  readonly sheet: number;
  /** Whether the first line holds heads. */
  readonly heads: boolean;
  readonly columns: readonly Meaning[];
  readonly dateOrder: DateOrder;
  /** Where people go whose row names no site. */
  readonly site: string | null;
  /** Make the roles and sites that the file names and nobody knows yet. */
  readonly create: boolean;
  /** What was typed in place of cells, by their names: `D17`. */
  readonly mended?: Readonly<Record<string, string>>;
}

export interface CellFault {
  /** As spreadsheets name it: `D17`. */
  readonly cell: string;
  readonly column: string;
  /** What the cell holds, mended or not. */
  readonly text: string;
  readonly message: string;
}

/** What one row of the file would do. */
export interface RowPreview {
  readonly row: number;
  readonly name: string;
  readonly state: 'new' | 'changed' | 'same' | 'faulty';
  /** What changes, one line each. */
  readonly changes: readonly string[];
  readonly faults: readonly CellFault[];
}

/** The file as it would be read, with what that would do. */
export interface ImportPreview {
  readonly name: string;
  readonly sheets: readonly string[];
  readonly options: ImportOptions;
  /** What a column can mean, besides own fields. */
  readonly fields: readonly { readonly id: string; readonly name: string }[];
  readonly headTexts: readonly string[];
  /** A few cells under each head. */
  readonly samples: readonly (readonly string[])[];
  /** The first of its dates that can be read two ways, as it is written and by each order; null: there is none. */
  readonly ambiguousDate: { readonly text: string; readonly day: Day; readonly month: Day } | null;
  readonly newRoles: readonly string[];
  readonly newSites: readonly string[];
  readonly newFields: readonly string[];
  readonly counts: Readonly<Record<RowPreview['state'], number>>;
  readonly rows: readonly RowPreview[];
  /** Set where nothing can be taken as it stands, such as no column for the name. */
  readonly problem: string | null;
}

/** A line of the answer to an upload: how far it is, then what came of it. */
export type UploadEvent =
  { readonly rows: number } | { readonly preview: ImportPreview } | { readonly problem: string };
