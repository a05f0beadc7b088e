import type { Meaning } from '@/formats/people/columns';
import type { Day } from '@/core/time/day';
import type { DateOrder } from '@/core/time/typed-date';
import type { FileOptions, FilePreview } from '../../import/payload';

/** How a file is to be read; everything but the draft can be changed while looking at the preview. */
export interface ImportOptions extends FileOptions {
  /** Whether the first line holds heads. */
  readonly heads: boolean;
  readonly columns: readonly Meaning[];
  readonly dateOrder: DateOrder;
  /** Where people go whose row names no site. */
  readonly site: string | null;
  /** Make the roles and sites that the file names and nobody knows yet. */
  readonly create: boolean;
}

/** The file as it would be read, with what that would do. */
export interface ImportPreview extends FilePreview<ImportOptions> {
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
}
