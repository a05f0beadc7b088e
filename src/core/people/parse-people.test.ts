import { expect, test } from '@jest/globals';
import { parsePeopleList } from './parse-people';

const ROLES = [
  { id: 'k', name: 'Kitchen' },
  { id: 'b', name: 'Bar' },
  { id: 's', name: 'Bar / Stage' },
];

test('reads names with roles, typed or pasted from a spreadsheet', () => {
  const { people, unknown, faults } = parsePeopleList(
    'Ann Aalto\nBo Berg, bar\n\n Cy Cole\tKitchen\tfull time\r\nDi; k\nEd, Bar / Stage',
    ROLES,
  );
  expect(people).toEqual([
    { name: 'Ann Aalto', roles: [] },
    { name: 'Bo Berg', roles: ['b'] },
    { name: 'Cy Cole', roles: ['k'] },
    { name: 'Di', roles: ['k'] },
    { name: 'Ed', roles: ['s'] },
  ]);
  expect([unknown, faults]).toEqual([[], []]);
});

test('takes several roles, however they are parted', () => {
  const text = 'A, bar, kitchen\nB, bar/kitchen\nC\tBar & Kitchen\nD; bar; kitchen\nE, bar and kitchen';
  for (const person of parsePeopleList(text, ROLES).people) expect(person.roles).toEqual(['b', 'k']);
});

test('asks about what is no role, and leaves nobody out', () => {
  const text = 'Ann, bar, juggler\nBo, Juggler\nCy, acrobat';
  const { people, unknown } = parsePeopleList(text, ROLES);
  expect(people.map(({ name, roles }) => `${name} ${roles.join()}`)).toEqual(['Ann b', 'Bo ', 'Cy ']);
  expect(unknown.map(({ word, lines }) => [word, lines])).toEqual([
    ['juggler', [1, 2]],
    ['acrobat', [3]],
  ]);
  expect(unknown[0].message).toContain('the roles here are Kitchen, Bar');
  const answered = parsePeopleList(text, ROLES, { juggler: 'k', acrobat: '' });
  expect(answered.people.map(({ roles }) => roles)).toEqual([['b', 'k'], ['k'], []]);
  expect(answered.unknown).toEqual([]);
});

test('a name that is too long is told with its line', () => {
  const { people, faults } = parsePeopleList(`Ann\n${'x'.repeat(121)}`, ROLES);
  expect(people).toHaveLength(1);
  expect(faults).toEqual([{ line: 2, message: 'the name is longer than 120 signs' }]);
});
