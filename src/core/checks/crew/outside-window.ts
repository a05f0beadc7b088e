import { dateOfPiece } from '../../jobs/resolved-visit';
import { DAY, shared } from '../../time/span';
import type { CrewCheck } from '../shared/check';
import { during, placeOfVisit, startAt, whose } from './shared';

/** A visit before or after the dates that were agreed, or outside the hours of the day that the customer said. */
export const outsideWindow: CrewCheck = {
  code: 'outside-window',
  title: 'Outside what was agreed',
  rule: { text: 'Visits lie within the dates and hours that were agreed' },
  severity: 'warn',
  unit: null,
  dependsOn: 'crew',
  inspect({ context, visits }, report) {
    for (const visit of visits) {
      const { earliest, latest, window } = visit.job;
      const { date } = visit.visit;
      const last = dateOfPiece(context, { from: visit.end - 1, to: visit.end });
      if (earliest !== null && date < earliest)
        report({
          ...placeOfVisit(context, visit),
          ...{ amount: earliest - date, unit: 'days', params: { agreed: earliest, side: 'early' } },
        });
      else if (latest !== null && last > latest)
        report({
          ...placeOfVisit(context, visit),
          ...{ amount: last - latest, unit: 'days', params: { agreed: latest, side: 'late' } },
        });
      else if (window !== null) {
        const inside = visit.pieces.reduce((sum, { from, to }) => {
          const piece = { from: context.clock.wall(from), to: context.clock.wall(to) };
          const day = Math.floor(piece.from / DAY) * DAY;
          return sum + shared(piece, { from: day + window.from, to: day + window.to });
        }, 0);
        if (inside < visit.minutes)
          report({
            ...placeOfVisit(context, visit),
            ...{ amount: visit.minutes - inside, unit: 'minutes' },
            params: { from: window.from, to: window.to, side: 'hours' },
          });
      }
    }
  },
  message(snag, words) {
    const { amount, params } = snag;
    const what = `${whose(snag, words)} is at ${words.job(snag.job!)} ${during(snag, words)}`;
    if (params.side === 'hours')
      return `${what}, ${words.hours(amount!)} outside the hours agreed, ${words.span(Number(params.from), Number(params.to))}.`;
    const agreed = words.day(Number(params.agreed));
    return params.side === 'early'
      ? `${what}; not before ${agreed} was agreed.`
      : `${what}; it was promised by ${agreed}.`;
  },
  fix(snag, plan, words) {
    const { params, date, from } = snag;
    if (params.side === 'hours') return startAt(snag, Number(params.from), plan, words);
    return startAt(snag, (Number(params.agreed) - date) * DAY + from!, plan, words);
  },
};
