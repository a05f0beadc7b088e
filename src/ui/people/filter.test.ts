import { expect, test } from '@jest/globals';
import type { PersonRow } from '@/server/people/payload';
import { NO_FILTER, filtered } from './filter';

const line = (name: string, more: Partial<PersonRow> = {}): PersonRow => ({
  id: name,
  name,
  number: null,
  email: null,
  phone: null,
  birthDate: null,
  employedFrom: null,
  employedTo: null,
  contractKind: null,
  contractMinutes: null,
  maxWeekMinutes: null,
  standardDayMinutes: null,
  payKind: 'hourly',
  groups: [],
  manager: null,
  homeSite: null,
  sites: ['quay'],
  roles: [],
  fields: {},
  rate: null,
  available: [0, 480, 480, 480, 480, 480, 480],
  ...more,
});

const people = [
  line('Ann Ekström', { number: '7', groups: ['Keyholders'] }),
  line('Bo Berg', { roles: [{ role: 'bar', until: null }], available: [60, 0, 0, 0, 0, 0, 0] }),
  line('Cy Cole', { employedTo: 99, sites: ['shop'] }),
];
const names = (filter: Partial<typeof NO_FILTER & { site: string | null }>) =>
  filtered(people, { ...NO_FILTER, site: null, ...filter } as never, 100).map((person) => person.name);

test.each([
  [{}, ['Ann Ekström', 'Bo Berg']],
  [{ left: true }, ['Ann Ekström', 'Bo Berg', 'Cy Cole']],
  [{ text: 'ekst key' }, ['Ann Ekström']],
  [{ text: 'nobody' }, []],
  [{ role: 'bar' }, ['Bo Berg']],
  [{ weekday: 0 }, ['Bo Berg']],
  [{ left: true, site: 'shop' }, ['Cy Cole']],
])('%j finds %j', (filter, expected) => expect(names(filter as never)).toEqual(expected));
