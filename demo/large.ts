import { judge } from '../src/core/consequences/judge';
import type { AvailabilityEntry, Need, Person, Plan, Role, Shift } from '../src/core/plan/types';
import { DEFAULT_RULES } from '../src/core/plan/types';
import { type Day, WEEKDAYS } from '../src/core/time/day';
import { DAY } from '../src/core/time/span';
import { seeded } from '../src/core/seeded';

const FIRST = 'Ada Bo Cato Dita Eli Fen Gio Hedy Ivo Juno Kai Lea Milo Nell Odo Pia Quin Rui Sol Tove'.split(
  ' ',
);
const LAST =
  'Abara Bergsma Calloway Dufresne Engström Farrow Galvani Hollis Ibarra Jansma Kerrigan Lunde Moravec Nakata Osei Pereira Quist Romano Santoro Thorne Ueda Varga Wren Xanthos Yilmaz Zeller Ashdown-Montgomery Brandvold Castellanos Drummond'.split(
    ' ',
  );
const LARGE_ROLES: readonly Role[] = [
  { id: 'grounds', name: 'Grounds', hourlyRate: 13.4 },
  { id: 'pantry', name: 'Pantry', hourlyRate: 14.2 },
  { id: 'counter', name: 'Counter', hourlyRate: 13.1 },
  { id: 'gate', name: 'Gate', hourlyRate: 12.9 },
  { id: 'ferry', name: 'Ferry', hourlyRate: 16.8 },
  { id: 'berths', name: 'Berths', hourlyRate: 15.1 },
  { id: 'laundry', name: 'Laundry', hourlyRate: 12.7 },
  { id: 'watch', name: 'Watch', hourlyRate: 17.3 },
];
const SPANS = [
  [6, 14],
  [7, 15],
  [9, 17],
  [10, 16],
  [13, 21],
  [15, 23],
  [17, 23],
  [22, 30],
].map(([from, to]) => ({ from: from * 60, to: to * 60 }));

/**
 * A week of one large site for `count` people: five shifts a person, availability for two thirds of them,
 * needs close to what is planned. The same for the same seed.
 */
export function largePlan(count: number, from: Day, seed = 1): Plan {
  const random = seeded(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)];
  const people: Person[] = Array.from({ length: count }, (_, i) => {
    const main = LARGE_ROLES[i % LARGE_ROLES.length].id;
    const other = pick(LARGE_ROLES).id;
    return {
      id: `g${i}`,
      name: `${FIRST[i % FIRST.length]} ${LAST[Math.floor(i / FIRST.length) % LAST.length]}`,
      roles: [...new Set([main, other])].map((role) => ({ role, until: null, hourlyRate: null })),
      contractMinutes: pick([1200, 1440, 1920, 2280, 2400]),
      maxWeekMinutes: 2880,
      standardDayMinutes: null,
      employedFrom: from - 100 - i,
      employedTo: null,
      birthDate: null,
      availability: i % 3 === 0 ? [] : availability(offDays(i)[0], i),
      leave:
        i % 40 === 7
          ? [{ id: `g${i}-1`, from: (from + 2) * DAY, to: (from + 4) * DAY, state: 'approved' as const }]
          : [],
    };
  });
  const shifts = people.flatMap((person, i) => shiftsOf(person, i, from, pick));
  const plan: Plan = {
    site: {
      id: 'grounds',
      name: 'Saltmere Grounds',
      timeZone: 'Europe/Lisbon',
      weekStart: 0,
      blockMinutes: 30,
      currency: 'EUR',
      openHours: WEEKDAYS.map(() => [{ from: 360, to: 1380 }]),
      openDates: new Map(),
      margins: { before: 60, after: 60 },
    },
    from,
    days: 7,
    roles: LARGE_ROLES,
    people,
    holidays: [],
    needs: [],
    shifts,
    surroundingShifts: [],
    rules: {
      ...DEFAULT_RULES,
      breaks: [{ atLeastMinutes: 360, minutes: 30, paid: false }],
      overtime: { weekMinutes: 2400, multiplier: 1.5, day: [], after: [], seventhDay: null },
      off: ['closed', 'surplus'],
      minimumOn: 1,
    },
    budget: { minutes: count * 34 * 60, cost: count * 34 * 14.5 },
  };
  return { ...plan, needs: needsLike(plan) };
}

/** The two weekdays on which a person does not work. */
function offDays(index: number): number[] {
  return [index % 7, (index + 1 + (index % 5)) % 7];
}

/** Available but on one of their days off; now and then less than they are planned for. */
function availability(off: number, index: number): AvailabilityEntry[] {
  const entry = { since: null, until: null };
  const only = (day: number) => WEEKDAYS.map((_, i) => i === day % 7);
  const most = index % 20 === 1 ? 900 : 1440 + 480;
  return [
    {
      ...entry,
      days: WEEKDAYS.map((_, i) => i !== off),
      from: 300,
      to: Math.min(most, 300 + 1440),
      kind: 'available',
    },
    { ...entry, days: only(off + 2), from: 1080, to: 1440, kind: 'rather-not' },
    { ...entry, days: only(off), from: 0, to: 1440, kind: 'not-available' },
  ];
}

function shiftsOf(person: Person, index: number, from: Day, pick: <T>(list: readonly T[]) => T): Shift[] {
  const off = offDays(index);
  const usual = index % SPANS.length;
  return WEEKDAYS.flatMap((_, day) => {
    if (off.includes(day)) return [];
    const span = SPANS[(usual + pick([0, 0, 0, 1])) % SPANS.length];
    return {
      id: `${person.id}-${day}`,
      person: index % 50 === 49 && day === 3 ? null : person.id,
      role: person.roles[day % 3 === 0 ? person.roles.length - 1 : 0].role,
      date: from + day,
      ...span,
      break: null,
      fixed: false,
      note: null,
      label: null,
    };
  });
}

/** Needs that ask for about as many people as are planned, in steps of two hours. */
function needsLike(plan: Plan): Need[] {
  const { staffing } = judge(plan);
  const needs: Need[] = [];
  plan.roles.forEach((role, row) => {
    for (let day = 0; day < plan.days; day++)
      for (let from = 360; from < 1380; from += 120) {
        const count = staffing.staffed[row][day * DAY + from + 60];
        if (count > 0)
          needs.push({
            role: role.id,
            days: WEEKDAYS.map((_, i) => i === day),
            date: null,
            from,
            to: Math.min(from + 120, 1380),
            count: count + (day === 5 && from === 1080 ? 1 : 0),
          });
      }
  });
  return needs;
}
