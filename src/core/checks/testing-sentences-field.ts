import { away, crew, fieldPlan, job, visit } from '../jobs/testing';
import type { Plan } from '../plan/types';
import { MONDAY, person, span } from '../testing';

/** What is planned of field work, the check, and what it says of it: the sentence, and the way out where there is one. */

const EIGHT = 8 * 60;
const TWO = [job('curlew', 4), job('tern', 4)];
const at = (id: string, patch: object) => ({ do: 'set-visit', id: `v-${id}`, visit: patch });
const role = { id: 'check', name: 'Check', personMinutes: null, role: 'floor', price: null, factors: null };

export const FIELD_CASES: readonly (readonly [Plan, string, string, string?, unknown?])[] = [
  [
    fieldPlan({ jobs: TWO, visits: [visit('curlew', 0, EIGHT), visit('tern', 0, EIGHT + 90)] }),
    'visit-overlap',
    'Engine, Mon 22: Curlew and Tern overlap by ½ h.',
    'Start Tern Mon 22 at 10:00',
    at('tern', { from: 600 }),
  ],
  [
    fieldPlan({
      travel: { usual: 22, pairs: [] },
      jobs: TWO,
      visits: [visit('curlew', 0, EIGHT), visit('tern', 0, EIGHT + 130)],
    }),
    'visit-overlap',
    'Engine, Mon 22: it is 22 min from Curlew to Tern, 12 min more than there is.',
    'Start Tern Mon 22 at 10:25',
    at('tern', { from: 625 }),
  ],
  [
    fieldPlan({ jobs: TWO, visits: [visit('curlew', 0, EIGHT), visit('tern', 0, EIGHT, { isFixed: true })] }),
    'visit-overlap',
    'Engine, Mon 22: Curlew and Tern overlap by 2 h.',
  ],
  [
    fieldPlan({ jobs: TWO, visits: [visit('curlew', 0, 7 * 60)] }),
    'crew-away',
    'Engine is at Curlew Mon 22 7:00–9:00, 1 h outside its hours.',
    'Start Curlew Mon 22 at 8:00',
    at('curlew', { from: EIGHT }),
  ],
  [
    fieldPlan({ jobs: TWO, visits: [visit('curlew', 5, EIGHT)] }),
    'crew-away',
    'Engine is at Curlew Sat 27 8:00–10:00, 2 h outside its hours.',
    'Start Curlew Mon 29 at 8:00',
    at('curlew', { date: MONDAY + 7, from: EIGHT }),
  ],
  [
    fieldPlan({ jobs: TWO, visits: [visit('curlew', 0, 11 * 60, { isThrough: true })] }),
    'crew-away',
    'Engine is at Curlew Mon 22 11:00–13:00, 1 h outside its hours.',
    'Go on in the next working hours',
    at('curlew', { isThrough: false }),
  ],
  [
    fieldPlan(
      { jobs: [job('curlew', 4, { people: 2 })], visits: [visit('curlew', 0, EIGHT)] },
      { people: [person('ann'), person('bo', { leave: [away(0, 7, 12)] })] },
    ),
    'crew-short',
    'Engine, Mon 22: one person is there for Curlew, which needs 2.',
  ],
  [
    fieldPlan({ crews: [crew({ members: [] })], jobs: TWO, visits: [visit('curlew', 0, EIGHT)] }),
    'crew-short',
    'Engine, Mon 22: nobody is there for Curlew, which needs 1.',
  ],
  [
    fieldPlan(
      {
        services: [role],
        jobs: [job('curlew', 4, { service: 'check' })],
        visits: [visit('curlew', 0, EIGHT, { crew: null, person: 'ann' })],
      },
      { people: [person('ann', { name: 'Ann Bo', roles: [] })] },
    ),
    'not-certified',
    'Ann Bo, Mon 22: nobody there is Floor, which Curlew needs.',
  ],
  [
    fieldPlan({ jobs: [job('curlew', 4, { latest: MONDAY + 1 })], visits: [visit('curlew', 3, EIGHT)] }),
    'outside-window',
    'Engine is at Curlew Thu 25 8:00–10:00; it was promised by Tue 23.',
    'Start Curlew Tue 23 at 8:00',
    at('curlew', { date: MONDAY + 1, from: EIGHT }),
  ],
  [
    fieldPlan({ jobs: [job('curlew', 4, { earliest: MONDAY + 1 })], visits: [visit('curlew', 0, EIGHT)] }),
    'outside-window',
    'Engine is at Curlew Mon 22 8:00–10:00; not before Tue 23 was agreed.',
    'Start Curlew Tue 23 at 8:00',
    at('curlew', { date: MONDAY + 1, from: EIGHT }),
  ],
  [
    fieldPlan({ jobs: [job('curlew', 4, { window: span('9-12') })], visits: [visit('curlew', 0, EIGHT)] }),
    'outside-window',
    'Engine is at Curlew Mon 22 8:00–10:00, 1 h outside the hours agreed, 9:00–12:00.',
    'Start Curlew Mon 22 at 9:00',
    at('curlew', { from: 540 }),
  ],
  [
    fieldPlan({ today: MONDAY + 1, jobs: [job('curlew', 4, { latest: MONDAY })] }),
    'overdue',
    'Curlew was to be done by Mon 22, a day ago, and is not planned.',
  ],
  [
    fieldPlan({ jobs: [job('curlew', 20)], visits: [visit('curlew', 0, EIGHT, { isThrough: true })] }),
    'crew-overfull',
    'Engine, Mon 22: 10 h of visits and travel; the day has 8 h.',
  ],
  [
    fieldPlan({ today: MONDAY + 3, jobs: [job('curlew', 1, { round: { id: 'wash', date: MONDAY } })] }),
    'forgotten',
    'Curlew: the visit of its round, due Mon 22, was not planned.',
  ],
];
