import { expect, test } from '@jest/globals';
import { parsePeopleList } from './parse-people';

const ROLES = [
  { id: 'k', name: 'Kitchen' },
  { id: 'b', name: 'Bar' },
];

test('reads names with roles, typed or pasted from a spreadsheet', () => {
  const { people, faults } = parsePeopleList(
    'Ann Aalto\nBo Berg, bar\n\n Cy Cole\tKitchen\tfull time\r\nDi; k',
    ROLES,
  );
  expect(people).toEqual([
    { name: 'Ann Aalto', role: null },
    { name: 'Bo Berg', role: 'b' },
    { name: 'Cy Cole', role: 'k' },
    { name: 'Di', role: 'k' },
  ]);
  expect(faults).toEqual([]);
});

test('says on which line a role is not known, and keeps the others', () => {
  const { people, faults } = parsePeopleList('Ann, bar\nBo, juggler', ROLES);
  expect(people).toHaveLength(1);
  expect(faults).toEqual([{ line: 2, message: 'no role "juggler"; the roles here are Kitchen, Bar' }]);
});
