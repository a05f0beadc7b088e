// What tests import of their runner, by another runner that keeps modules loaded from one wrong edit to the next.
import { expect } from 'expect';
import { bind } from 'jest-each';

const { after, afterEach, before, beforeEach, describe, it } = globalThis;
const test = (name, run) => it(name, run);
test.each = bind(test, false);

export { after as afterAll, afterEach, before as beforeAll, beforeEach, describe, expect, test };
