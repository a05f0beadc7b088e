import type { HolidayDetail } from '@/core/plan/holiday-rule';
import type { Day } from '@/core/time/day';

/** A holiday that a site keeps. */
export interface HolidayDraft {
  readonly id: string;
  readonly date: Day;
  readonly name: string;
  /** Nobody works and the day is credited; otherwise it is open, as usual or for shorter hours. */
  readonly closed: boolean;
  readonly detail: HolidayDetail;
}

/** Where a site's public holidays are looked up. */
export interface HolidayPlaceDraft {
  readonly country: string;
  readonly region: string | null;
}

/** What Set-up shows of a site's holidays. */
export interface HolidaySetup {
  readonly place: HolidayPlaceDraft | null;
  readonly holidays: readonly HolidayDraft[];
  /** Those that every site keeps. */
  readonly shared: readonly HolidayDraft[];
}

/** What is known of public holidays at a place in a year. */
export interface HolidayOffer {
  readonly countries: readonly { readonly code: string; readonly name: string }[];
  readonly regions: readonly { readonly code: string; readonly name: string }[];
  readonly holidays: readonly { readonly date: Day; readonly name: string; readonly isSubstitute: boolean }[];
}
