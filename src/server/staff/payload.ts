import type { Shift } from '@/core/plan/types';
import type { Day } from '@/core/time/day';
import type { HourFormat } from '@/core/time/format';
import type { NewsItem } from '@/core/publish/late';

/** A published shift of who asks. */
export interface OwnShift {
  readonly site: string;
  readonly shift: Shift;
  /** Paid minutes, as the site's rules count them. */
  readonly paid: number;
}

/** What who asks was told at once, and whether they still have to see or answer it. */
export interface OwnNews {
  readonly id: string;
  readonly site: string;
  readonly at: string;
  readonly kind: 'publish' | 'withdraw';
  readonly message: string;
  readonly items: readonly NewsItem[];
  readonly isLate: boolean;
  readonly isSeen: boolean;
  readonly answer: 'yes' | 'no' | null;
  readonly decision: 'keep' | 'give back' | null;
}

/** Everything the page of one's own shifts shows. Nothing in it is about anybody else. */
export interface OwnPage {
  readonly name: string;
  readonly today: Day;
  readonly weekStart: number;
  readonly hourFormat: HourFormat;
  readonly contractMinutes: number | null;
  readonly sites: Readonly<Record<string, string>>;
  readonly roles: Readonly<Record<string, string>>;
  /** By date and start. */
  readonly shifts: readonly OwnShift[];
  /** The latest first. */
  readonly news: readonly OwnNews[];
}

/** What becomes of a no to a late change. */
export interface LateDecision {
  readonly site: string;
  readonly news: string;
  readonly decision: 'keep' | 'give back';
  /** What becomes of a draft that is neither what was told nor what is given back; asked for where there is one. */
  readonly draft?: 'keep' | 'drop';
}
