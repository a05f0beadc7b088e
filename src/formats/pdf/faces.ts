import * as fontkit from 'fontkit';

/**
 * Faces in the order in which they are asked whether they have a sign: the application's own for what it is written
 * in, others for names in other scripts. Each is a file cut to a script, with the same file name in both weights.
 */
const FILES = [
  { name: 'latin', file: 'archivo/files/archivo-latin' },
  { name: 'latin-ext', file: 'archivo/files/archivo-latin-ext' },
  { name: 'vietnamese', file: 'archivo/files/archivo-vietnamese' },
  { name: 'noto-ext', file: 'noto-sans/files/noto-sans-latin-ext' },
  { name: 'greek', file: 'noto-sans/files/noto-sans-greek' },
  { name: 'cyrillic', file: 'noto-sans/files/noto-sans-cyrillic' },
  { name: 'cyrillic-ext', file: 'noto-sans/files/noto-sans-cyrillic-ext' },
  { name: 'devanagari', file: 'noto-sans/files/noto-sans-devanagari' },
  { name: 'arabic', file: 'noto-sans-arabic/files/noto-sans-arabic-arabic' },
  { name: 'hebrew', file: 'noto-sans-hebrew/files/noto-sans-hebrew-hebrew' },
  { name: 'emoji', file: 'noto-emoji/files/noto-emoji-emoji' },
] as const;

/** Titles are set in another face than the rest. */
const TITLE_FILES = [
  { name: 'title', file: 'fraunces/files/fraunces-latin' },
  { name: 'title-ext', file: 'fraunces/files/fraunces-latin-ext' },
] as const;

export type Weight = 'normal' | 'bold';
const WEIGHTS = { normal: 400, bold: 600 } as const;

export interface Face {
  readonly name: string;
  readonly isTitle: boolean;
  readonly bytes: Readonly<Record<Weight, Uint8Array>>;
  readonly fonts: Readonly<Record<Weight, fontkit.Font>>;
}

/** The faces, of font files that `read` finds by their path among the packages of fonts. */
export function facesFrom(read: (path: string) => Uint8Array): Face[] {
  const faceOf = (isTitle: boolean) => (one: { readonly name: string; readonly file: string }) => {
    const bytes = {
      // Of the face of titles there is one weight.
      normal: read(`${one.file}-${isTitle ? WEIGHTS.bold : WEIGHTS.normal}-normal.woff`),
      bold: read(`${one.file}-${WEIGHTS.bold}-normal.woff`),
    };
    const open = (file: Uint8Array) => fontkit.create(Buffer.from(file)) as fontkit.Font;
    return {
      name: one.name,
      isTitle,
      bytes,
      fonts: { normal: open(bytes.normal), bold: open(bytes.bold) },
    };
  };
  return [...TITLE_FILES.map(faceOf(true)), ...FILES.map(faceOf(false))];
}
