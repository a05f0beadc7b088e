import { mannedParts } from '../../jobs/crew-hours';
import type { CrewCheck } from '../shared/check';
import { placeOfVisit, whose } from './shared';

/** Fewer people at a visit than it can be done by, at the worst moment of it. */
export const crewShort: CrewCheck = {
  code: 'crew-short',
  title: 'Too few people',
  rule: { text: 'As many people at a visit as its job needs' },
  severity: 'stop',
  unit: 'people',
  dependsOn: 'crew',
  inspect({ context, row, visits }, report) {
    for (const visit of visits) {
      const least = Math.min(
        ...visit.pieces.flatMap((piece) => mannedParts(row, piece).map(({ people }) => people)),
      );
      const { people } = visit.job;
      if (least < people) report({ ...placeOfVisit(context, visit), amount: people - least, limit: people });
    }
  },
  message(snag, words) {
    const there = snag.limit! - snag.amount!;
    const who = there === 0 ? 'nobody is' : there === 1 ? 'one person is' : `${there} people are`;
    return `${whose(snag, words)}, ${words.day(snag.date)}: ${who} there for ${words.job(snag.job!)}, which needs ${snag.limit}.`;
  },
};
