import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Reads PDFs back with poppler, which knows nothing of how they were made. */
function withFile<T>(bytes: Uint8Array, read: (file: string, folder: string) => T): T {
  const folder = mkdtempSync(join(tmpdir(), 'vicenda-pdf-'));
  try {
    const file = join(folder, 'a.pdf');
    writeFileSync(file, bytes);
    return read(file, folder);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** The text of each page, in the order in which it is read; marks of direction are left out. */
export function pagesOf(bytes: Uint8Array): string[] {
  const text = withFile(bytes, (file) =>
    execFileSync('pdftotext', ['-enc', 'UTF-8', '-layout', file, '-'], { maxBuffer: 1e8 }).toString(),
  );
  return text
    .replace(/[\u200e\u200f\u202a-\u202e]/g, '')
    .split('\f')
    .slice(0, -1);
}

/** A word with where it stands on its page, in points from the upper left. */
export interface PlacedWord {
  readonly text: string;
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** The words of the first page, and how wide that is. */
export function wordsOf(bytes: Uint8Array): {
  readonly width: number;
  readonly words: readonly PlacedWord[];
} {
  const html = withFile(bytes, (file) =>
    execFileSync('pdftotext', ['-bbox', '-f', '1', '-l', '1', file, '-'], { maxBuffer: 1e8 }).toString(),
  );
  const word = /<word xMin="([\d.-]+)" yMin="([\d.-]+)" xMax="([\d.-]+)" yMax="([\d.-]+)">(.*?)<\/word>/g;
  return {
    width: Number(/<page width="([\d.]+)"/.exec(html)![1]),
    words: [...html.matchAll(word)].map(([, left, top, right, bottom, text]) => ({
      text: text.replace(/&lt;/g, '<').replace(/&gt;/g, '>').replace(/&amp;/g, '&'),
      left: Number(left),
      top: Number(top),
      right: Number(right),
      bottom: Number(bottom),
    })),
  };
}

/** A picture in shades of grey, 0 black to 255 white, row by row. */
export interface Picture {
  readonly width: number;
  readonly height: number;
  readonly shades: Uint8Array;
  /** Dots to a point. */
  readonly scale: number;
}

/** The first page as a picture. */
export function pictureOf(bytes: Uint8Array, dpi = 144): Picture {
  const pgm = withFile(bytes, (file, folder) => {
    execFileSync('pdftoppm', [
      '-gray',
      '-r',
      String(dpi),
      '-f',
      '1',
      '-l',
      '1',
      '-singlefile',
      file,
      join(folder, 'a'),
    ]);
    return readFileSync(join(folder, 'a.pgm'));
  });
  const head = /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(pgm.subarray(0, 40).toString('latin1'))!;
  return {
    width: Number(head[1]),
    height: Number(head[2]),
    shades: pgm.subarray(head[0].length),
    scale: dpi / 72,
  };
}

/** How much ink lies on a place of a picture: the share of dots that are darker than half. */
export function inkAt({ width, height, shades, scale }: Picture, place: PlacedWord): number {
  const [x0, x1] = [Math.floor(place.left * scale), Math.min(width, Math.ceil(place.right * scale))];
  const [y0, y1] = [Math.floor(place.top * scale), Math.min(height, Math.ceil(place.bottom * scale))];
  let dark = 0;
  for (let y = y0; y < y1; y++) for (let x = x0; x < x1; x++) if (shades[y * width + x] < 128) dark++;
  return dark / Math.max(1, (x1 - x0) * (y1 - y0));
}
