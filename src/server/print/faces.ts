import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Face, facesFrom } from '@/formats/pdf/faces';

let faces: readonly Face[] | undefined;

/** The faces that ship with the application; read once. */
export function shippedFaces(): readonly Face[] {
  const fonts = join(/* turbopackIgnore: true */ process.cwd(), 'node_modules/@fontsource');
  return (faces ??= facesFrom((path) => readFileSync(join(fonts, path))));
}
