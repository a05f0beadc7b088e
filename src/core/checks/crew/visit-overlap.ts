import { placeOfJob } from '../../jobs/field';
import { travelMinutes } from '../../jobs/travel';
import { DAY, shared } from '../../time/span';
import type { CrewCheck } from '../shared/check';
import { placeOfVisit, startAt, whose } from './shared';

/** A crew in two places at once, or with too little time between two to get from one to the other; one snag a pair. */
export const visitOverlap: CrewCheck = {
  code: 'visit-overlap',
  title: 'Visits overlap',
  rule: { text: 'A crew is at one place at a time, with time to get from one to the next' },
  severity: 'stop',
  unit: 'minutes',
  dependsOn: 'crew',
  inspect({ context, index, visits }, report) {
    const { travel } = context.plan.work!;
    // By then all up to each of them are over: those before need not be looked at.
    const over: number[] = [];
    for (const [i, { end }] of visits.entries()) over.push(Math.max(end, over[i - 1] ?? -Infinity));
    for (let i = 1; i < visits.length; i++)
      for (let j = i - 1; j >= 0 && (j === i - 1 || over[j] > visits[i].start); j--) {
        const [before, after] = [visits[j], visits[i]];
        const meets = before.pieces.reduce(
          (sum, piece) => sum + after.pieces.reduce((all, other) => all + shared(piece, other), 0),
          0,
        );
        // Only the next one is travelled to.
        const way =
          j === i - 1 && meets === 0
            ? travelMinutes(travel, placeOfJob(index, before.job), placeOfJob(index, after.job))
            : 0;
        const short = meets > 0 ? 0 : before.end + way - after.start;
        // One in several pieces may lie around another without meeting it.
        const isLate = short > 0 && before.end <= after.start;
        if (meets === 0 && !isLate) continue;
        report({
          ...placeOfVisit(context, after),
          visits: [before.visit.id, after.visit.id],
          amount: meets > 0 ? meets : short,
          params: {
            other: before.job.id,
            way: meets > 0 ? 0 : way,
            free: context.clock.wall(before.end + (meets > 0 ? 0 : way)) - after.visit.date * DAY,
          },
        });
      }
  },
  message(snag, words) {
    const { date, amount, params } = snag;
    const [other, job] = [words.job(String(params.other)), words.job(snag.job!)];
    const on = `${whose(snag, words)}, ${words.day(date)}:`;
    return Number(params.way) > 0
      ? `${on} it is ${words.hours(Number(params.way))} from ${other} to ${job}, ${words.hours(amount!)} more than there is.`
      : `${on} ${other} and ${job} overlap by ${words.hours(amount!)}.`;
  },
  fix: (snag, plan, words) => startAt(snag, Math.ceil(Number(snag.params.free) / 5) * 5, plan, words),
};
