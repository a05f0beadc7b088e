import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { PdfPage } from '../src/formats/pdf/document';
import { facesFrom } from '../src/formats/pdf/faces';
import { type Picture, pictureOf } from '../src/formats/pdf/testing';

// Names in other scripts are drawn in a PDF as a browser draws them: joined, in the right order, brackets turned. The two
// pictures are compared by how much ink stands in each of 120 columns between their first and their last.

const FONTS = join(process.cwd(), 'node_modules/@fontsource');
const read = (path: string) => readFileSync(join(FONTS, path));
const faces = facesFrom(read);
const COLUMNS = 120;

/** How the ink of a text lies from left to right, as shares of all of it. */
function columnsOf(width: number, height: number, inkAt: (x: number, y: number) => number): number[] {
  const ink = Array.from({ length: width }, (_, x) => {
    let dark = 0;
    for (let y = 0; y < height; y++) dark += inkAt(x, y);
    return dark;
  });
  const first = ink.findIndex((dark) => dark > 100);
  const last = ink.findLastIndex((dark) => dark > 100);
  const columns = new Array<number>(COLUMNS).fill(0);
  const all = ink.reduce((sum, dark) => sum + dark, 0);
  for (let x = first; x <= last; x++)
    columns[Math.min(COLUMNS - 1, Math.floor(((x - first) / (last - first + 1)) * COLUMNS))] += ink[x] / all;
  return columns;
}

function correlation(a: readonly number[], b: readonly number[]): number {
  const mean = (list: readonly number[]) => list.reduce((sum, n) => sum + n, 0) / list.length;
  const [ma, mb] = [mean(a), mean(b)];
  let [ab, aa, bb] = [0, 0, 0];
  a.forEach((x, i) => {
    ab += (x - ma) * (b[i] - mb);
    aa += (x - ma) ** 2;
    bb += (b[i] - mb) ** 2;
  });
  return ab / Math.sqrt(aa * bb);
}

async function drawnInPdf(text: string): Promise<number[]> {
  const page = new PdfPage(faces, 'a4-landscape');
  const content = [page.text(text, { size: 48, width: page.width })];
  const picture: Picture = pictureOf(await page.file('', content), 72);
  // Without the foot of the page, which has its number.
  return columnsOf(picture.width, picture.height - 40, (x, y) => 255 - picture.shades[y * picture.width + x]);
}

const NAMES = {
  Latin: 'Łukasz Żółć',
  Arabic: 'محمد الأمين',
  Hebrew: 'אברהם בן דוד',
  'Hebrew with brackets and figures': 'שירה (קופה) 12',
  'Arabic in Latin': 'Noor نور الدين Haddad',
  emoji: 'Zoë 👩‍🍳⚓',
};

for (const [what, name] of Object.entries(NAMES))
  test(`a name with ${what} is drawn in a PDF as the browser draws it`, async ({ page }) => {
    const files = [
      'archivo/files/archivo-latin',
      'archivo/files/archivo-latin-ext',
      'noto-sans-arabic/files/noto-sans-arabic-arabic',
      'noto-sans-hebrew/files/noto-sans-hebrew-hebrew',
      'noto-emoji/files/noto-emoji-emoji',
    ];
    const rules = files.map(
      (file, i) =>
        `@font-face { font-family: face${i}; src: url(data:font/woff;base64,${read(`${file}-400-normal.woff`).toString('base64')}) }`,
    );
    const family = files.map((_, i) => `face${i}`).join();
    await page.setContent(`<style>${rules.join('\n')}</style><p style="font: 48px ${family}">${name}</p>`);
    const drawn = await page.evaluate(
      async ({ text, font }) => {
        await document.fonts.ready;
        const canvas = document.createElement('canvas');
        [canvas.width, canvas.height] = [900, 120];
        const pen = canvas.getContext('2d')!;
        // As the paragraph of a name that begins from the right.
        pen.direction = /^[\u0590-\u08ff]/.test(text) ? 'rtl' : 'ltr';
        pen.textAlign = 'left';
        pen.font = font;
        pen.fillText(text, 20, 80);
        const { data } = pen.getImageData(0, 0, 900, 120);
        return Array.from({ length: 900 * 120 }, (_, i) => data[i * 4 + 3]);
      },
      { text: name, font: `48px ${family}` },
    );
    const browser = columnsOf(900, 120, (x, y) => drawn[y * 900 + x]);
    const pdf = await drawnInPdf(name);
    expect(correlation(pdf, browser)).toBeGreaterThan(0.9);
    // The other way round it is another text: the measure tells the two apart.
    expect(correlation([...pdf].reverse(), browser)).toBeLessThan(0.8);
  });
