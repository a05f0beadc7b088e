import { judge } from '../src/core/consequences/judge';
import { nextFreeStart } from '../src/core/jobs/free-time';
import { applyVisit } from '../src/core/jobs/visit-change';
import { type Round, givenJobs, madeThrough } from '../src/core/jobs/round';
import type { Visit } from '../src/core/jobs/types';
import { seeded } from '../src/core/seeded';
import { type Day, formatDate } from '../src/core/time/day';
import { DAY } from '../src/core/time/span';
import type { Database } from '../src/data/database';
import { visitToRow } from '../src/data/jobs/field-store';
import { roundColumns } from '../src/data/jobs/round-store';
import type { NewRow } from '../src/data/records/records';
import { loadPlan } from '../src/data/week/plan-store';

/** The boats at the berths, each named after a bird of the coast, by the pier they lie at. */
const PIERS: Readonly<Record<string, readonly string[]>> = {
  'North pier': [
    ...['Tern', 'Curlew', 'Osprey', 'Plover', 'Heron', 'Knot', 'Siskin', 'Gannet', 'Dunlin', 'Petrel'],
    ...['Avocet', 'Teal', 'Merlin', 'Grebe', 'Sanderling'],
  ],
  'South pier': [
    ...['Shelduck', 'Whimbrel', 'Garganey', 'Pochard', 'Smew', 'Kittiwake', 'Fulmar', 'Puffin', 'Razorbill'],
    ...['Guillemot', 'Shearwater', 'Turnstone', 'Redshank', 'Greenshank', 'Ruff'],
  ],
  'Old basin': [
    ...['Wigeon', 'Gadwall', 'Pintail', 'Shoveler', 'Scoter', 'Eider', 'Goldeneye', 'Goosander', 'Brent'],
    ...['Barnacle', 'Bittern', 'Egret', 'Spoonbill', 'Stilt', 'Phalarope'],
  ],
  Moorings: [
    ...['Skua', 'Noddy', 'Auk', 'Murre', 'Dovekie', 'Loon', 'Diver', 'Cormorant', 'Shag', 'Albatross'],
    ...['Frigate', 'Tropicbird', 'Booby', 'Pelican', 'Ibis'],
  ],
};

const OWNERS = [
  ...[
    'Harbour Trust',
    'Tidewater Charter',
    'Blue Ensign Club',
    'Marsh & Daughters',
    'Lantern Sailing School',
  ],
  ...['Ferrybank Pilots', 'Quillfeather', 'Osgood', 'Vantongeren', 'Delacourt', 'Brightwell', 'Achterberg'],
];

const CREWS = [
  { id: 'engine-crew', name: 'Engine', ink: 'sea', people: ['arvid', 'dmitri', 'joao'] },
  { id: 'hull-crew', name: 'Hull', ink: 'olive', people: ['lotte', 'henk', 'amara'] },
  { id: 'rigging-crew', name: 'Rigging', ink: 'plum', people: ['nia', 'otto'] },
];

const HOURS = [0, 1, 2, 3, 4, 5, 6].map((day) =>
  day < 5
    ? [
        { from: 480, to: 720 },
        { from: 780, to: 1020 },
      ]
    : [],
);

/** Antifouling takes longer in March, when every boat is wanted at once. */
const SPRING = [1, 1, 1.4, 1.2, 1, 1, 1, 1, 1, 1, 1, 1];

const SERVICES = [
  { id: 'check', name: 'Engine check', minutes: 540, role: 'engine', price: 62, crew: 0 },
  { id: 'refit', name: 'Engine refit', minutes: 1440, role: 'engine', price: 64, crew: 0 },
  { id: 'pump', name: 'Bilge pump', minutes: 120, role: null, price: 58, crew: 0 },
  { id: 'wash', name: 'Wash-down', minutes: 90, role: null, price: 44, crew: 1 },
  { id: 'antifoul', name: 'Antifouling', minutes: 1920, role: 'hull', price: 49, crew: 1, factors: SPRING },
  { id: 'cover', name: 'Winter cover', minutes: 240, role: null, price: 46, crew: 1 },
  { id: 'rig', name: 'Rig inspection', minutes: 600, role: 'rigging', price: 57, crew: 2 },
  { id: 'lines', name: 'Mooring lines', minutes: 30, role: null, price: 52, crew: 2 },
  { id: 'shroud', name: 'Shroud replacement', minutes: 960, role: 'rigging', price: 57, crew: 2 },
];

/** One-off work: at which boat, what, by which day of the week from its Monday on (null: in no hurry), and when it is planned. */
const REPAIRS: readonly (readonly [boat: string, service: string, by: number | null, on: number])[] = [
  ['Tern', 'check', 1, 0],
  ['Curlew', 'refit', 2, 0],
  ['Osprey', 'pump', 2, 2],
  ['Plover', 'check', 3, 3],
  ['Heron', 'pump', 4, 3],
  ['Turnstone', 'refit', 4, 2],
  ['Knot', 'check', 4, 4],
  ['Siskin', 'antifoul', 4, 0],
  ['Wigeon', 'cover', 3, 3],
  ['Kittiwake', 'antifoul', 4, 2],
  ['Gannet', 'shroud', 2, 0],
  ['Petrel', 'rig', 3, 3],
  ['Dunlin', 'rig', 3, 2],
  ['Eider', 'shroud', 7, 4],
];

/** What waits to be planned. */
const WAITING: readonly (readonly [string, string, number | null])[] = [
  ['Shelduck', 'pump', -1],
  ['Avocet', 'check', 4],
  ['Whimbrel', 'pump', 4],
  ['Garganey', 'cover', 7],
  ['Pochard', 'antifoul', 11],
  ['Smew', 'rig', 11],
  ['Cormorant', 'shroud', null],
];

/** What is promised to customers for Thursday, at that very hour. */
const APPOINTMENTS = new Set(['Petrel']);
/** Boats that are washed each week, engines that are looked at each month, and moorings to which crews are called out in a storm. */
const ROUNDS = [
  { id: 'washing', name: 'Weekly wash-down', of: 'wash', rule: 'FREQ=WEEKLY;BYDAY=MO', count: 10, start: -7 },
  {
    ...{ id: 'checks', name: 'Monthly engine check', of: 'check', count: 6, start: 7 },
    rule: 'FREQ=WEEKLY;INTERVAL=4;BYDAY=MO',
  },
  { id: 'storm-watch', name: 'Storm watch of the moorings', of: 'lines', rule: null, count: 8, start: -7 },
];

/**
 * Work at the berths: three crews, sixty boats, a round of wash-downs and one of engine checks, repairs of which some wait, and a storm
 * announced for Thursday.
 */
export async function insertFieldWork(db: Database, site: string, monday: Day): Promise<void> {
  const random = seeded(17);
  const travel = {
    usual: 10,
    pairs: Object.keys(PIERS).map((pier) => ({ a: pier, b: pier, minutes: 5 })),
  };
  await db
    .updateTable('site')
    .set({ field_work: JSON.stringify(travel) })
    .where('id', '=', site)
    .execute();
  await db
    .insertInto('customer')
    .values(OWNERS.map((name, i) => ({ id: `owner-${i}`, name })))
    .execute();
  const boats = Object.entries(PIERS).flatMap(([zone, names]) => names.map((name) => ({ name, zone })));
  await db
    .insertInto('place')
    .values(
      boats.map(({ name, zone }, i) => ({
        ...{ id: name.toLowerCase(), site_id: site, name, zone, customer_id: `owner-${i % OWNERS.length}` },
        ...{ address: `${zone}, berth ${(i % 15) + 1}`, latitude: null, longitude: null },
      })),
    )
    .execute();
  await db
    .insertInto('service')
    .values(
      SERVICES.map(({ id, name, minutes, role, price, factors }, position) => ({
        ...{ id, site_id: site, name, person_minutes: minutes, role_id: role, position },
        price: JSON.stringify({ by: 'hour', amount: price }),
        factors: factors ? JSON.stringify(factors) : null,
      })),
    )
    .execute();
  for (const [position, { id, name, ink, people }] of CREWS.entries()) {
    await db
      .insertInto('crew')
      .values({
        ...{ id, site_id: site, name, ink, position, start_place_id: null, until: null },
        hours: JSON.stringify(HOURS),
      })
      .execute();
    await db
      .insertInto('crew_member')
      .values(
        people.map((person) => ({
          ...{ id: `${id}-${person}`, crew_id: id, person_id: person, from_date: null, to_date: null },
        })),
      )
      .execute();
  }
  await db
    .insertInto('daybook')
    .values({ site_id: site, date: formatDate(monday + 3), note: 'Storm warning: nothing outside.' })
    .execute();
  await insertJobs(db, site, monday, boats, random);
  await placeVisits(db, site, monday);
}

async function insertJobs(
  db: Database,
  site: string,
  monday: Day,
  boats: readonly { readonly name: string; readonly zone: string }[],
  random: () => number,
): Promise<void> {
  const service = (id: string) => SERVICES.find((one) => one.id === id)!;
  const once = [...REPAIRS.map(([boat, of, by]) => [boat, of, by] as const), ...WAITING].map(
    ([boat, of, by]): NewRow<'job'> => ({
      ...{
        id: `${of}-${boat.toLowerCase()}`,
        site_id: site,
        title: service(of).name,
        place_id: boat.toLowerCase(),
      },
      ...{ service_id: of, person_minutes: service(of).minutes, people: of === 'shroud' ? 2 : 1 },
      ...{ earliest: null, latest: by === null ? null : formatDate(monday + by) },
      ...{ window_from: null, window_to: null, price: null, round_id: null, round_date: null, done_at: null },
      note: of === 'antifoul' ? 'Two coats, red oxide.' : '',
    }),
  );
  const offset = Math.floor(random() * 5);
  for (const [position, { of, count, start, ...about }] of ROUNDS.entries()) {
    const places =
      about.rule === null
        ? boats.filter(({ zone }) => zone === 'Moorings').slice(0, count)
        : Array.from({ length: count }, (_, i) => boats[(offset + 20 * position + i * 3) % boats.length]);
    const round: Round = {
      ...{ ...about, service: of, since: monday + start, until: null, days: 5, personMinutes: null },
      places: places.map((boat) => boat.name.toLowerCase()),
    };
    const last = madeThrough(round, monday);
    await db
      .insertInto('job_round')
      .values({
        ...{ ...roundColumns(round), site_id: site, crew_id: CREWS[service(of).crew].id, position },
        made_until: round.rule === null ? null : formatDate(last),
      })
      .execute();
    const { minutes, factors, ...its } = service(of);
    const what = { ...its, personMinutes: minutes, factors: factors ?? null, price: null };
    once.push(
      ...givenJobs(round, what, round.since, last).map((job) => ({
        ...{ id: `${round.id}-${(job.date - monday) / 7 + 1}-${job.place}`, site_id: site, title: job.title },
        ...{ place_id: job.place, service_id: of, person_minutes: job.personMinutes, people: 1 },
        ...{ earliest: formatDate(job.date), latest: formatDate(job.latest) },
        ...{ window_from: null, window_to: null, price: null, done_at: null, note: '' },
        ...{ round_id: round.id, round_date: formatDate(job.date) },
      })),
    );
  }
  const done = formatDate(monday - 1);
  await db
    .insertInto('job')
    .values(
      once.map((job) => {
        const isOver = job.round_date && job.latest! < done;
        const done_at = isOver ? `${job.latest}T16:00:00.000Z` : null;
        return { ...job, progress: isOver ? 'done' : 'open', done_at };
      }),
    )
    .execute();
}

/** Visits of this week's repairs and wash-downs, each at the next time at which its crew has room. */
async function placeVisits(db: Database, site: string, monday: Day): Promise<void> {
  const { plan } = (await loadPlan(db, site, monday, 7))!;
  const planned: (readonly [id: string, on: number])[] = [
    ...REPAIRS.map(([boat, of, , on]) => [`${of}-${boat.toLowerCase()}`, on] as const),
    ...plan
      .work!.jobs.filter(({ round, latest }) => round?.id === 'washing' && latest === monday + 4)
      .map(({ id }, i) => [id, i % 5] as const),
  ];
  let now = plan;
  for (const [id, on] of planned) {
    const judged = judge(now);
    const job = now.work!.jobs.find((one) => one.id === id)!;
    const crew = CREWS[SERVICES.find((one) => one.id === job.service)!.crew].id;
    const boat = now.work!.places.find((one) => one.id === job.place)!.name;
    const draft: Visit = {
      ...{ id: `visit-${id}`, job: id, crew, person: null, date: monday, from: 480, minutes: null },
      ...{ personMinutes: null, isThrough: false, isFixed: APPOINTMENTS.has(boat), note: null },
    };
    const earliest = judged.context.clock.elapsed((monday + on) * DAY);
    const start = nextFreeStart(
      judged.context,
      judged.field!.index,
      judged.field!.crews.get(crew)!,
      draft,
      earliest,
    );
    if (!start || start.date > monday + 4) continue;
    const done = applyVisit(now.work!, { do: 'add-visit', visit: { ...draft, ...start } });
    if (done.ok) now = { ...now, work: done.work };
  }
  const visits = now.work!.visits.map((visit) => visitToRow(site, visit));
  await db.insertInto('visit').values(visits).execute();
  // Crews know of the days until Thursday.
  const told = visits.filter(({ date }) => date < formatDate(monday + 4));
  await db
    .insertInto('published_visit')
    .values(told as NewRow<'published_visit'>[])
    .execute();
}
