// Bundles the tests of a room of the core, and those of the checks, with the code they try, into one module.
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const [room] = process.argv.slice(2);
const here = process.cwd();
const tests = [...new Set([room, 'checks'])].flatMap((name) =>
  readdirSync(join('src/core', name), { recursive: true })
    .filter((file) => file.endsWith('.test.ts'))
    .map((file) => `import './src/core/${name}/${file}';`),
);

await build({
  stdin: { contents: tests.join('\n'), resolveDir: here },
  outfile: 'tests.bundle.mjs',
  bundle: true,
  platform: 'node',
  format: 'esm',
  external: ['expect', 'jest-each', 'rrule', 'temporal-polyfill'],
  alias: {
    '@': join(here, 'src'),
    '@jest/globals': join(here, 'scripts/mutate/globals.mjs'),
    'fast-check': join(here, 'scripts/mutate/few-runs.mjs'),
    'fast-check-whole': fileURLToPath(import.meta.resolve('fast-check')),
  },
  define: { 'process.env.PLAN_GROUPS': '2' },
  logLevel: 'error',
});
