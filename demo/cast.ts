/**
 * Saltmere Quay, an invented marina: its sites, roles, people and what they ask for. Times are written as
 * people write them; weekdays are 0 Monday to 6 Sunday.
 */

export interface DemoRole {
  readonly id: string;
  readonly name: string;
  readonly mark: string;
  readonly ink: string;
  readonly rate: number;
}

export const ROLES: readonly DemoRole[] = [
  { id: 'kitchen', name: 'Kitchen', mark: 'K', ink: 'olive', rate: 15.2 },
  { id: 'bar', name: 'Bar', mark: 'B', ink: 'sea', rate: 14.5 },
  { id: 'floor', name: 'Floor', mark: 'F', ink: 'plum', rate: 13.8 },
  { id: 'lead', name: 'Lead', mark: 'L', ink: 'clay', rate: 18.4 },
  { id: 'till', name: 'Till', mark: 'T', ink: 'plum', rate: 13.4 },
  { id: 'stock', name: 'Stockroom', mark: 'S', ink: 'olive', rate: 13.1 },
  { id: 'desk', name: 'Rigging desk', mark: 'R', ink: 'sea', rate: 16.2 },
  { id: 'engine', name: 'Engine crew', mark: 'E', ink: 'sea', rate: 19.6 },
  { id: 'hull', name: 'Hull crew', mark: 'H', ink: 'olive', rate: 17.9 },
  { id: 'rigging', name: 'Rigging crew', mark: 'G', ink: 'plum', rate: 18.3 },
];

/** A shift that is needed on some weekdays, and how many people on it. */
export interface DemoSlot {
  readonly role: string;
  readonly days: readonly number[];
  readonly time: string;
  readonly count: number;
}

export interface DemoSite {
  readonly id: string;
  readonly name: string;
  /** Opening span by weekday, Monday first. */
  readonly hours: readonly (string | null)[];
  readonly roles: readonly string[];
  readonly slots: readonly DemoSlot[];
  readonly budgetHours: number;
  readonly budgetCost: number;
  /** Sales that an hour of work should bring. */
  readonly salesPerHour: number;
  readonly areas: readonly string[];
  readonly off: readonly string[];
  readonly minimumOn: number;
}

const ALL = [0, 1, 2, 3, 4, 5, 6];
const WORKDAYS = [0, 1, 2, 3, 4];

export const SITES: readonly DemoSite[] = [
  {
    id: 'bistro',
    name: 'Quay Bistro',
    hours: ALL.map(() => '7-23:30'),
    roles: ['kitchen', 'bar', 'floor', 'lead'],
    slots: [
      { role: 'lead', days: ALL, time: '7-15', count: 1 },
      { role: 'lead', days: ALL, time: '15-23:30', count: 1 },
      { role: 'kitchen', days: ALL, time: '7-15', count: 1 },
      { role: 'kitchen', days: ALL, time: '14-22:30', count: 1 },
      { role: 'kitchen', days: [4, 5, 6], time: '11-19', count: 1 },
      { role: 'bar', days: ALL, time: '15-23', count: 1 },
      { role: 'bar', days: [5, 6], time: '10-16', count: 1 },
      { role: 'floor', days: ALL, time: '8-14', count: 1 },
      { role: 'floor', days: ALL, time: '11-17', count: 1 },
      { role: 'floor', days: ALL, time: '17-23', count: 1 },
      { role: 'floor', days: [4, 5], time: '17-22', count: 1 },
    ],
    budgetHours: 435,
    budgetCost: 6800,
    salesPerHour: 52,
    areas: ['Dining room', 'Terrace', 'Galley'],
    off: [],
    minimumOn: 0,
  },
  {
    id: 'chandlery',
    name: 'The Chandlery',
    hours: [...[0, 1, 2, 3, 4, 5].map(() => '9-18'), '9-13'],
    roles: ['till', 'stock', 'desk', 'lead'],
    slots: [
      { role: 'lead', days: [0, 1, 2, 3, 4, 5], time: '9-18', count: 1 },
      { role: 'lead', days: [6], time: '9-13', count: 1 },
      { role: 'till', days: [0, 1, 2, 3, 4, 5], time: '9-14', count: 1 },
      { role: 'till', days: [0, 1, 2, 3, 4, 5], time: '13-18', count: 1 },
      { role: 'till', days: [5], time: '10-17', count: 1 },
      { role: 'till', days: [6], time: '9-13', count: 1 },
      { role: 'stock', days: WORKDAYS, time: '9-15', count: 1 },
      { role: 'desk', days: [0, 1, 2, 3, 4, 5], time: '10-18', count: 1 },
    ],
    budgetHours: 205,
    budgetCost: 3200,
    salesPerHour: 88,
    areas: ['Shop floor', 'Stockroom'],
    off: ['surplus'],
    minimumOn: 1,
  },
  {
    id: 'dockside',
    name: 'Dockside Service',
    hours: [...WORKDAYS.map(() => '8-17'), '8-13', null],
    roles: ['engine', 'hull', 'rigging', 'lead'],
    slots: [
      { role: 'lead', days: WORKDAYS, time: '8-16:30', count: 1 },
      { role: 'engine', days: WORKDAYS, time: '8-16:30', count: 2 },
      { role: 'engine', days: [5], time: '8-13', count: 1 },
      { role: 'hull', days: WORKDAYS, time: '8-16:30', count: 2 },
      { role: 'rigging', days: WORKDAYS, time: '8:30-17', count: 2 },
      { role: 'rigging', days: [5], time: '8-13', count: 1 },
    ],
    budgetHours: 300,
    budgetCost: 5600,
    salesPerHour: 74,
    areas: ['North berths', 'South berths', 'Slipway'],
    off: ['surplus'],
    minimumOn: 0,
  },
];

/** What a person says about when they can work: weekdays, span, kind, and until when it holds. */
export interface DemoAvailability {
  readonly days: readonly number[];
  readonly time: string;
  readonly kind?: 'available' | 'rather-not' | 'not-available';
}

export interface DemoPerson {
  readonly id: string;
  readonly name: string;
  readonly sites: readonly string[];
  readonly roles: readonly string[];
  /** Contract hours a week. */
  readonly hours: number;
  readonly birth: string;
  readonly availability?: readonly DemoAvailability[];
  /** Availability changes this many weeks from now, to `later`. */
  readonly untilWeeks?: number;
  readonly later?: readonly DemoAvailability[];
  /** Rate of their own, whatever the role. */
  readonly rate?: number;
  /** A role whose certificate ends on this day of the current week (0 Monday). */
  readonly ends?: { readonly role: string; readonly weekday: number };
}

const EVENINGS: DemoAvailability[] = [
  { days: WORKDAYS, time: '16:30-23:30' },
  { days: [5, 6], time: '7-23:30' },
];

export const PEOPLE: readonly DemoPerson[] = [
  p('ilse', 'Ilse Brandt', 'bistro', 'lead floor', 38, '1984-03-11', [
    { days: ALL, time: '7-23:30' },
    { days: [6], time: '7-12', kind: 'rather-not' },
  ]),
  p('bram', 'Bram de Wit', 'bistro', 'lead kitchen', 40, '1979-10-02'),
  p('anouk', 'Anouk Vesper', 'bistro', 'lead bar', 24, '1990-06-24', [
    { days: [0, 1, 4, 5, 6], time: '7-23:30' },
    { days: [0], time: '18-23:30', kind: 'not-available' },
  ]),
  p('teo', 'Teo Marchetti', 'bistro', 'kitchen', 40, '1992-01-30'),
  p('yuki', 'Yuki Arai', 'bistro', 'kitchen', 38, '1988-12-05', [
    { days: [0, 1, 2, 3, 4, 6], time: '7-23' },
    { days: [6], time: '18-23', kind: 'rather-not' },
  ]),
  p('tomasz', 'Tomasz Zielak', 'bistro', 'kitchen', 32, '1996-08-19', [
    { days: ALL, time: '7-23' },
    { days: [3], time: '7-23', kind: 'not-available' },
  ]),
  p('mireille', 'Mireille Castan', 'bistro', 'kitchen floor', 24, '2001-04-14', [
    { days: [2, 3, 4, 5, 6], time: '9-23' },
  ]),
  p('priya', 'Priya Nair', 'bistro', 'bar', 38, '1998-02-11'),
  {
    ...p('emil', 'Emil Sandhu', 'bistro', 'bar floor', 20, '2002-09-27', [
      { days: [2, 4, 5, 6], time: '9-23:30' },
      { days: [5], time: '20-23:30', kind: 'rather-not' },
    ]),
    ends: { role: 'bar', weekday: 3 },
  },
  p('caio', 'Caio Duarte', 'bistro', 'bar floor', 32, '1995-05-08'),
  p('fleur', 'Fleur Okafor', 'bistro', 'floor bar lead', 38, '1987-07-21', [
    { days: [0, 1, 2, 3, 4], time: '7-18' },
    { days: [5, 6], time: '12-23:30' },
  ]),
  {
    ...p('noor', 'Noor Haddad', 'bistro', 'floor', 30, '1999-11-16', [
      { days: [0], time: '14-23:30' },
      { days: [1, 2, 3, 4], time: '7-20' },
      { days: [5, 6], time: '7-23:30' },
    ]),
    untilWeeks: 2,
    later: [
      { days: [0, 2, 4], time: '7-15 17-23' },
      { days: [5, 6], time: '10-23:30' },
    ],
  },
  p('oona', 'Oona Kelly', 'bistro', 'floor', 20, '2003-02-02', EVENINGS),
  p('wanja', 'Wanja Ekström', 'bistro', 'floor', 24, '2000-10-10', [
    { days: [0, 1, 3, 4, 6], time: '8-23' },
    { days: [5], time: '9-23' },
  ]),
  p('dario', 'Dario Pellin', 'bistro', 'floor', 24, '1997-03-03', [
    { days: [0, 1, 2, 3], time: '7-13 17-23' },
    { days: [4, 5, 6], time: '7-23:30' },
  ]),
  p('jonas', 'Jonas Havili', 'bistro', 'floor', 12, '+17', [
    { days: [2, 4], time: '16-21' },
    { days: [5, 6], time: '9-21' },
  ]),
  p('sefa', 'Sefa Tamarua', 'bistro', 'kitchen bar', 30, '1993-06-06'),
  p('lior', 'Lior Amsel', 'bistro chandlery', 'floor till', 24, '1994-12-12', [
    { days: [0, 2, 5, 6], time: '8-23' },
  ]),

  p('hanne', 'Hanne Lindqvist', 'chandlery', 'lead till', 38, '1981-09-09'),
  p('osman', 'Osman Yilderan', 'chandlery', 'lead desk', 34, '1986-02-17'),
  p('petra', 'Petra Novotna', 'chandlery', 'till', 30, '1990-10-30'),
  p('gwen', 'Gwen Pritchard', 'chandlery', 'till stock', 24, '1999-05-25', [
    { days: [0, 1, 2, 3, 4], time: '9-15' },
  ]),
  p('rafe', 'Rafe Dunmore', 'chandlery', 'stock till', 20, '2004-07-07', [
    { days: [1, 3], time: '9-18' },
    { days: [5, 6], time: '9-18' },
  ]),
  p('tilde', 'Tilde Aamot', 'chandlery', 'desk', 32, '1989-01-19'),
  p('kofi', 'Kofi Mensah-Reed', 'chandlery', 'desk till', 24, '1996-03-28'),
  p('salome', 'Salome Beridze', 'chandlery', 'till', 16, '2001-12-01', [
    { days: [0, 2, 4, 5], time: '12-18' },
  ]),
  p('viggo', 'Viggo Hartmann', 'chandlery', 'stock', 20, '1978-08-08'),
  p('marisol', 'Marisol Quintero', 'chandlery', 'till lead', 28, '1985-05-05'),
  p('edda', 'Edda Jónsdóttir-Whitfield', 'chandlery', 'till stock', 16, '2002-02-22', [
    { days: [3, 4, 5, 6], time: '9-18' },
  ]),
  p('bruno', 'Bruno Falk', 'chandlery', 'desk stock', 20, '1991-11-11'),
  p('ines', 'Inês Moura', 'chandlery', 'till', 12, '2005-06-18', [{ days: [5, 6], time: '9-18' }]),

  p('arvid', 'Arvid Sund', 'dockside', 'lead engine', 40, '1976-04-04'),
  p('lotte', 'Lotte Maas', 'dockside', 'lead hull', 36, '1983-03-23'),
  p('dmitri', 'Dmitri Volkan', 'dockside', 'engine', 40, '1990-09-19'),
  p('joao', 'João Ferraz', 'dockside', 'engine', 40, '1987-10-07'),
  p('siobhan', 'Siobhán Carrow', 'dockside', 'engine rigging', 32, '1995-01-15'),
  p('henk', 'Henk Bosman', 'dockside', 'hull', 40, '1980-12-24'),
  p('amara', 'Amara Diallo', 'dockside', 'hull', 36, '1997-07-17'),
  p('pavel', 'Pavel Krejčí', 'dockside', 'hull rigging', 32, '1992-05-29'),
  p('nia', 'Nia Llewelyn', 'dockside', 'rigging', 40, '1994-08-13'),
  p('otto', 'Otto Reinholt', 'dockside', 'rigging', 36, '1988-06-26'),
  p('yara', 'Yara Castellan', 'dockside', 'rigging engine', 24, '2000-01-08', [
    { days: [0, 1, 2, 5], time: '8-17' },
  ]),
  p('finn', 'Finn Aldersey', 'dockside', 'hull engine', 24, '1998-11-20', [
    { days: [1, 2, 3, 4], time: '8-17' },
  ]),
  p('zofia', 'Zofia Walczak', 'dockside', 'rigging hull', 30, '1986-02-03'),
];

function p(
  id: string,
  name: string,
  sites: string,
  roles: string,
  hours: number,
  birth: string,
  availability?: readonly DemoAvailability[],
): DemoPerson {
  return { id, name, sites: sites.split(' '), roles: roles.split(' '), hours, birth, availability };
}
