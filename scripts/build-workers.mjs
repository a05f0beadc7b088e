// Bundles what runs in worker threads into `.workers`, one file each: threads load no TypeScript. And what the browser
// keeps staff pages with into `public`.
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const root = fileURLToPath(new URL('..', import.meta.url));

export default async function buildWorkers() {
  await build({
    absWorkingDir: root,
    entryPoints: {
      'read-file': 'src/server/workers/read-file.worker.ts',
      data: 'src/server/workers/data.worker.ts',
      propose: 'src/server/workers/propose.worker.ts',
    },
    outdir: '.workers',
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    logLevel: 'error',
  });
  await build({
    absWorkingDir: root,
    entryPoints: { 'service-worker': 'src/service-worker/service-worker.ts' },
    outdir: 'public',
    bundle: true,
    minify: true,
    platform: 'browser',
    target: 'es2022',
    format: 'iife',
    define: { 'process.env.NODE_ENV': '"production"' },
    logLevel: 'error',
  });
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await buildWorkers();
