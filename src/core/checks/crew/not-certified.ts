import { peopleAt } from '../../jobs/crew-hours';
import type { CrewCheck } from '../shared/check';
import { placeOfVisit, whose } from './shared';

/** Nobody at a visit holds the role or certificate that its service needs, on the date it begins. */
export const notCertified: CrewCheck = {
  code: 'not-certified',
  title: 'Nobody is certified',
  rule: { text: 'Somebody at a visit holds the role that its service needs' },
  severity: 'stop',
  unit: null,
  dependsOn: 'crew',
  inspect({ context, index, row, visits }, report) {
    for (const visit of visits) {
      const role = visit.job.service === null ? null : (index.services.get(visit.job.service)?.role ?? null);
      if (role === null) continue;
      const there = new Set(peopleAt(row, visit.start));
      const { date } = visit.visit;
      const isHeld = row.people.some(
        ({ id, roles }) =>
          there.has(id) &&
          roles.some((held) => held.role === role && (held.until === null || held.until >= date)),
      );
      if (!isHeld) report({ ...placeOfVisit(context, visit), role });
    }
  },
  message: (snag, words) =>
    `${whose(snag, words)}, ${words.day(snag.date)}: nobody there is ${words.role(snag.role)}, which ${words.job(snag.job!)} needs.`,
};
