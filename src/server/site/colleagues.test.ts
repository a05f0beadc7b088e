import { beforeEach, expect, test } from '@jest/globals';
import { OWNER } from '../access/testing';
import { runCommand } from '../commands/run';
import { undoCommand } from '../commands/undo';
import { db, freshDemo, id } from '../week/testing';
import { setupOf } from './queries';

beforeEach(freshDemo);

const sees = async () => {
  const found = await setupOf(db, OWNER, 'bistro');
  return found.ok && found.setup.staffSees;
};
const save = (words: readonly string[], named = id()) =>
  runCommand(
    db,
    OWNER,
    { id: named, kind: 'colleagues.save', input: { site: 'bistro', sees: words } },
    { preview: false },
  );

test('what staff see of each other is switched by site, and can be taken back', async () => {
  expect(await sees()).toEqual(['team', 'names']);
  expect(await save(['notes', 'team'], 'switch')).toMatchObject({ ok: true });
  expect(await sees()).toEqual(['team', 'notes']);
  // Without the team there is nothing of which names could be seen; they are there again with it.
  await save(['names']);
  expect(await sees()).toEqual([]);
  await save(['names', 'team'], 'again');
  expect(await sees()).toEqual(['team', 'names']);
  expect(await undoCommand(db, OWNER, 'again', id())).toMatchObject({ ok: true });
  expect(await sees()).toEqual([]);
  expect(await save(['pay'])).toMatchObject({ ok: false, problem: { code: 'input' } });
});
