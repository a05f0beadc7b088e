import { expect, test } from '@jest/globals';
import { sentence } from './sentence';

test.each([
  ['must not be empty', 'input.name', 'Must not be empty (name).'],
  ['is missing', 'input.person.versions[1].until', 'Is missing (version 2, until).'],
  ['no such role', 'input.needs.sets[0].rows[3].role', 'No such role (set 1, row 4, role).'],
  ['must be a date', 'site.employedFrom', 'Must be a date (employed from).'],
  ['name must not be empty.', 'input.name', 'Name must not be empty.'],
])('%s at %s is said as a sentence', (message, path, said) => {
  expect(sentence({ code: 'input', message, path })).toBe(said);
});

test('what the storage says is about no field', () => {
  expect(sentence({ code: 'unavailable', message: 'the disk is full', path: 'input.name' })).toBe(
    'The disk is full.',
  );
});
