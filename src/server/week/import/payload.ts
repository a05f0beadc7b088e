import type { ShiftMeaning } from '@/formats/shifts/columns';
import type { Day } from '@/core/time/day';
import type { DateOrder } from '@/core/time/typed-date';
import type { FileOptions, FilePreview } from '../../import/payload';

/** How a file of shifts is to be read; everything but the draft can be changed while looking at the preview. */
export interface ShiftImportOptions extends FileOptions {
  /** The first day of the week that weekdays without a date are of. */
  readonly week: Day;
  /** Which of the lines holds the heads, from 0; -1: none does. */
  readonly head: number;
  readonly columns: readonly ShiftMeaning[];
  readonly dateOrder: DateOrder;
  /** What becomes of shifts that stand on the days the file speaks of and are not in it. */
  readonly others: 'stay' | 'go';
}

/** The file as it would be read, with what that would do. */
export interface ShiftImportPreview extends FilePreview<ShiftImportOptions> {
  /** What a column can mean, besides a day. */
  readonly fields: readonly { readonly id: string; readonly name: string }[];
  /** The days a column can be of. */
  readonly days: readonly { readonly id: string; readonly name: string }[];
  /** Whether a date in it can be read two ways, by the order of its numbers. */
  readonly hasOpenDates: boolean;
  readonly headTexts: readonly string[];
  /** A few cells under each head. */
  readonly samples: readonly (readonly string[])[];
  /** The first lines, from which the heads are chosen. */
  readonly firstLines: readonly { readonly row: number; readonly text: string }[];
  /** How many shifts stand on the days the file speaks of and are not in it. */
  readonly left: number;
}
