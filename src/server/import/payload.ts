export type { CellFault } from '@/formats/table/cells';
import type { CellFault } from '@/formats/table/cells';

/** How any file is read: which, what of it, and what was typed in place of cells, by their names: `D17`. */
export interface FileOptions {
  /** The file as it was taken in. */
  readonly draft: string;
  /** Which of its sheets. */
  readonly sheet: number;
  readonly mended?: Readonly<Record<string, string>>;
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

/** A file as it would be read, with what that would do. */
export interface FilePreview<Options extends FileOptions> {
  readonly name: string;
  readonly sheets: readonly string[];
  readonly options: Options;
  readonly counts: Readonly<Record<RowPreview['state'], number>>;
  readonly rows: readonly RowPreview[];
  /** Set where nothing can be taken as it stands, such as no column for the name. */
  readonly problem: string | null;
}

/** A line of the answer to an upload: how far it is, then what came of it. */
export type UploadEvent<Preview> =
  { readonly rows: number } | { readonly preview: Preview } | { readonly problem: string };
