// Compresses what the browser loads, once: the server then hands out files instead of compressing each request.
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';

/** Smaller than this a file is not worth a second one. */
const LEAST = 1000;

const folder = '.next/static';
for (const entry of readdirSync(folder, { recursive: true, withFileTypes: true })) {
  if (!entry.isFile() || !/\.(js|css|svg|json|txt)$/.test(entry.name)) continue;
  const file = join(entry.parentPath, entry.name);
  const bytes = readFileSync(file);
  if (bytes.length < LEAST) continue;
  writeFileSync(`${file}.gz`, gzipSync(bytes, { level: 9 }));
  writeFileSync(
    `${file}.br`,
    brotliCompressSync(bytes, {
      params: { [constants.BROTLI_PARAM_QUALITY]: 11, [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length },
    }),
  );
}
