// After unit tests: what they kept goes.
import { rmSync } from 'node:fs';

export default function teardown() {
  rmSync(process.env.VICENDA_TEST_FILES, { recursive: true, force: true });
}
