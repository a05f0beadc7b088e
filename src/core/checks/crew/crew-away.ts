import { DAY, covered } from '../../time/span';
import type { CrewCheck } from '../shared/check';
import { during, placeOfVisit, startAt, whose } from './shared';

/** A visit outside the crew's hours; one snag a visit, all its minutes outside together. */
export const crewAway: CrewCheck = {
  code: 'crew-away',
  title: 'Crew does not work then',
  rule: { text: 'Visits lie in the working hours of the crew' },
  severity: 'warn',
  unit: 'minutes',
  dependsOn: 'crew',
  inspect({ context, row, visits }, report) {
    for (const visit of visits) {
      const inside = visit.pieces.reduce((sum, piece) => sum + covered(piece, row.hours), 0);
      const outside = visit.minutes - inside;
      if (outside === 0) continue;
      const next = row.hours.find(({ to }) => to > visit.start);
      const begins = next && Math.max(next.from, visit.start);
      report({
        ...placeOfVisit(context, visit),
        amount: outside,
        params: {
          opens:
            begins === undefined || begins === visit.start
              ? null
              : context.clock.wall(begins) - visit.visit.date * DAY,
        },
      });
    }
  },
  message(snag, words) {
    const { amount, job } = snag;
    return `${whose(snag, words)} is at ${words.job(job!)} ${during(snag, words)}, ${words.hours(amount!)} outside its hours.`;
  },
  fix(snag, plan, words) {
    if (snag.params.opens !== null) return startAt(snag, Number(snag.params.opens), plan, words);
    const visit = plan.work?.visits.find(({ id }) => id === snag.visits![0]);
    if (!visit?.isThrough) return null;
    return {
      label: 'Go on in the next working hours',
      changes: [{ do: 'set-visit', id: visit.id, visit: { isThrough: false } }],
    };
  },
};
