import type { Check, Report } from '../checks/shared/check';
import type { Snag } from '../checks/shared/snag';
import type { Rules } from '../plan/types';

const NO_FACTS: Snag['params'] = {};
const NO_SHIFTS: readonly string[] = [];

/** A check with the report that turns what it finds into snags; made once for a plan, used for every part. */
export interface Running<C extends Check> {
  readonly check: C;
  readonly report: Report;
}

/** Where the snags of the part being looked at go. */
export interface Sink {
  into: Snag[];
}

/** Gives checks their reports: the site's severity and limit, and the sink their snags go to. */
export function running<C extends Check>(checks: readonly C[], rules: Rules, sink: Sink): Running<C>[] {
  return checks.map((check) => {
    const { code, unit } = check;
    const severity = rules.severity[code] ?? check.severity;
    const limit = check.limit?.(rules) ?? null;
    const report: Report = (finding) => {
      const snag: Snag = {
        code,
        severity,
        date: finding.date,
        from: finding.from ?? null,
        to: finding.to ?? null,
        role: finding.role ?? null,
        person: finding.person ?? null,
        shifts: finding.shifts ?? NO_SHIFTS,
        amount: finding.amount ?? null,
        unit: finding.unit ?? unit,
        limit: finding.limit !== undefined ? finding.limit : limit,
        params: finding.params ?? NO_FACTS,
      };
      // Only snags of field work name these.
      sink.into.push(
        finding.visits || finding.job
          ? Object.assign(snag, { crew: finding.crew, visits: finding.visits, job: finding.job })
          : snag,
      );
    };
    return { check, report };
  });
}
