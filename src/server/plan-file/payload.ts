import type { Day } from '@/core/time/day';

/** What a plan file holds, or everything that is wrong with it. */
export type PlanFileCheck =
  | {
      readonly ok: true;
      readonly site: string;
      readonly from: Day;
      readonly days: number;
      readonly people: number;
      readonly roles: number;
      readonly shifts: number;
      readonly needs: number;
    }
  | { readonly ok: false; readonly faults: readonly { readonly path: string; readonly message: string }[] };
