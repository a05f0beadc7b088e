// Before unit tests: bundles the workers, and makes a folder in which the run keeps the demo that its tests copy.
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import buildWorkers from './build-workers.mjs';

export default async function setup() {
  await buildWorkers();
  process.env.VICENDA_TEST_FILES = mkdtempSync(join(tmpdir(), 'vicenda-test-'));
  // Where tests name no folder of their own: what stands beside a data file stands there.
  process.env.VICENDA_DATA ??= process.env.VICENDA_TEST_FILES;
}
