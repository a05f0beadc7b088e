import { describe, expect, test } from '@jest/globals';
import { judge, snagsOf } from '../consequences/judge';
import { checkOf } from './list';
import { wordsFor } from './shared/messages';
import { bySeverity } from './shared/snag';
import { FIELD_CASES } from './testing-sentences-field';
import { OTHER_CASES } from './testing-sentences-other';
import { PERSON_CASES } from './testing-sentences-person';

const sites = new Map([['chandlery', 'The Chandlery']]);

const CASES = [...OTHER_CASES, ...PERSON_CASES, ...FIELD_CASES];

describe('what a check says, with its way out', () => {
  test.each(CASES.map((one) => [one]))('%#', ([p, code, sentence, label, changes]) => {
    const [snag] = snagsOf(judge(p))
      .filter((one) => one.code === code)
      .sort(bySeverity);
    const words = wordsFor(p, '24', sites);
    const check = checkOf(code)!;
    expect(check.message(snag, words)).toBe(sentence);
    const fix = check.fix?.(snag, p, words) ?? null;
    expect([fix?.label, fix?.changes[0]]).toEqual([label, changes]);
  });
});
