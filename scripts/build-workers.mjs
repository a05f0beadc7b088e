// Bundles what runs in worker threads into `.workers`, one file each: threads load no TypeScript.
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const root = fileURLToPath(new URL('..', import.meta.url));

export default async function buildWorkers() {
  await build({
    absWorkingDir: root,
    entryPoints: {
      'read-file': 'src/server/workers/read-file.worker.ts',
      data: 'src/server/workers/data.worker.ts',
    },
    outdir: '.workers',
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    logLevel: 'error',
  });
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await buildWorkers();
