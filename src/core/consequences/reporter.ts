import type { Check, Report } from '../checks/check';
import type { Snag } from '../checks/snag';
import type { Frame } from '../plan/frame';

const NO_FACTS: Snag['facts'] = {};

/** Turns what a check finds into snags on a list, with the site's severity and limit. */
export function reporter(frame: Frame, check: Check, into: Snag[]): Report {
  const { rules } = frame.plan;
  return (finding) => {
    into.push({
      code: check.code,
      severity: rules.severity[check.code] ?? check.severity,
      date: finding.date,
      from: finding.from ?? null,
      to: finding.to ?? null,
      role: finding.role ?? null,
      person: finding.person ?? null,
      shifts: finding.shifts ?? [],
      amount: finding.amount ?? null,
      unit: finding.unit ?? check.unit,
      limit: finding.limit !== undefined ? finding.limit : (check.limit?.(rules) ?? null),
      facts: finding.facts ?? NO_FACTS,
    });
  };
}
