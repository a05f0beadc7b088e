import type { PortablePlan } from '@/core/plan/portable';
import type { VisitNews } from '@/core/jobs/visit-news';
import type { Day } from '@/core/time/day';
import type { HourFormat } from '@/core/time/format';

/** The days of a site's crews, with what waits. */
export interface JobsPage {
  /** How far the log went before this was read. */
  readonly asOf: number;
  readonly site: string;
  readonly siteName: string;
  readonly plan: PortablePlan;
  readonly hourFormat: HourFormat;
  readonly today: Day;
  /** The ink of each crew. */
  readonly inks: Readonly<Record<string, string>>;
  /** Services and places that are not offered any more. */
  readonly retired: readonly string[];
  readonly rounds: readonly { readonly id: string; readonly name: string }[];
  /** What was written to jobs, where something was. */
  readonly notes: Readonly<Record<string, string>>;
  /** What crews were not told of yet in these days, and what is sent to tell them of just that. */
  readonly untold: { readonly news: readonly VisitNews[]; readonly stamp: string };
  readonly canChange: boolean;
  readonly canPublish: boolean;
}
