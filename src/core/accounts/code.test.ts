import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { codeOf, formatCode, parseCode } from './code';

const digests = fc.uint8Array({ minLength: 32, maxLength: 32 });

test('a code is read back however it is copied', () => {
  fc.assert(
    fc.property(digests, fc.constantFrom('-', ' ', ' – ', ''), fc.boolean(), (digest, between, small) => {
      const code = codeOf(digest);
      const written = formatCode(code).replaceAll('-', between);
      return parseCode(small ? written.toLowerCase() : written) === code;
    }),
  );
});

test('other digests make other codes', () => {
  fc.assert(
    fc.property(
      digests,
      fc.integer({ min: 16, max: 31 }),
      fc.integer({ min: 1, max: 255 }),
      (digest, at, by) => {
        const other = digest.slice();
        other[at] = (other[at] + by) % 256;
        return codeOf(digest) !== codeOf(other);
      },
    ),
  );
});

test('a code is written in three groups of four', () => {
  expect(formatCode('K7QM4XPT9RWD')).toBe('K7QM-4XPT-9RWD');
});

test.each(['', 'K7QM-4XPT-9RW', 'K7QM-4XPT-9RWDD', 'K7QM-4XPT-9RW0', 'K7QM_4XPT_9RWD'])(
  '%p is no code',
  (text) => {
    expect(parseCode(text)).toBeNull();
  },
);
