import { beforeEach, describe, expect, test } from '@jest/globals';
import { db, freshDemo } from '../week/testing';
import { awayPeople } from './away-people';
import { at, withTypes } from './testing';

beforeEach(async () => {
  await freshDemo();
  await withTypes();
});

describe('who may be away counts', () => {
  const counted = async (site: string) =>
    (await awayPeople(db, site, at('2026-11-23'), at('2026-11-30'))).map(({ person }) => person);

  test('somebody of two sites at the one they are at home at, chosen or the first of theirs', async () => {
    expect(await counted('bistro')).toContain('lior');
    expect(await counted('chandlery')).not.toContain('lior');
    await db.updateTable('person').set({ home_site_id: 'chandlery' }).where('id', '=', 'lior').execute();
    expect(await counted('bistro')).not.toContain('lior');
    expect(await counted('chandlery')).toContain('lior');
  });
});
