import { expect, test } from '@jest/globals';
import { passwordFault } from './password';

const ANA = { name: 'Ana Lima Reis', number: 'SQ-10000007', email: 'ana.lima.reis@saltmere.example' };

test.each([
  ['ninechars', /at least 10/],
  ['', /at least 10/],
  ['x'.repeat(129), /at most 128/],
  ['Ana Lima Reis', /own name/],
  ['ANALIMAREIS', /own name/],
  ['reis lima ána', /own name/],
  ['sq10000007', /own name/],
  ['ana.lima.reis@saltmere.example', /own name/],
  ['ana-lima-reis', /own name/],
  ['----------', /own name/],
])('%p is refused', (password, reason) => {
  expect(passwordFault(password, ANA)).toMatch(reason);
});

test.each(['tencharact', 'aaaaaaaaaa', 'Ana Lima Reis 2', '☂☂☂☂☂☂☂☂☂☂a', 'ana lima reis and the sea'])(
  '%p is taken: there are no other rules',
  (password) => {
    expect(passwordFault(password, ANA)).toBeNull();
  },
);

test('somebody without number and e-mail is not compared with nothing', () => {
  expect(passwordFault('a long password', { name: 'Bo' })).toBeNull();
});
