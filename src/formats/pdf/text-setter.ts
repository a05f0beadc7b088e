import bidiFactory from 'bidi-js';
import type { Face, Weight } from './faces';

/** A piece of text in one face, as it is handed to the maker of PDFs. */
export interface TextRun {
  readonly text: string;
  readonly font: string;
  readonly noWrap?: boolean;
}

export interface TextStyle {
  readonly weight: Weight;
  readonly isTitle?: boolean;
  /** In points. */
  readonly size: number;
  /** The room there is on a line, in points. */
  readonly width: number;
}

/** What stands for a sign that no face has. */
const MISSING = '?';
const RIGHT_TO_LEFT = /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufefc]/;
/** Parts of a cluster that some faces draw nothing for, which is right. */
const SILENT = /[\u200c-\u200f\u202a-\u202e\u2066-\u2069\ufe0e\ufe0f]/gu;
const CLUSTERS = new Intl.Segmenter('en', { granularity: 'grapheme' });
const bidi = bidiFactory();

/**
 * Sets text in faces that have its signs. What the maker of PDFs cannot do is done here: each sign finds a face that
 * has it, right-to-left text stands in the order in which it is read (UAX #9), and a word that is wider than its line
 * is broken. All else it breaks into lines itself.
 */
export class TextSetter {
  private readonly faceOfCluster = new Map<string, Face | null>();
  private readonly set = new Map<string, readonly TextRun[]>();

  constructor(private readonly faces: readonly Face[]) {}

  /** The pieces of a text, line ends among them. */
  runs(text: string, style: TextStyle): readonly TextRun[] {
    const key = `${style.weight} ${style.isTitle ?? ''} ${style.size} ${style.width} ${text}`;
    let runs = this.set.get(key);
    if (!runs) this.set.set(key, (runs = this.made(text, style)));
    return runs;
  }

  private made(text: string, style: TextStyle): TextRun[] {
    const lines = clean(text).split('\n');
    return lines.flatMap((line, i) => [
      ...(this.needsLines(line, style) ? this.brokenLines(line, style) : this.byFace(line, style)),
      ...(i < lines.length - 1 ? [this.lineEnd()] : []),
    ]);
  }

  private lineEnd(): TextRun {
    return { text: '\n', font: this.faces.find(({ isTitle }) => !isTitle)!.name };
  }

  private needsLines(line: string, style: TextStyle): boolean {
    if (RIGHT_TO_LEFT.test(line)) return true;
    // A sign is at most about as wide as it is high; only a word that could be too wide is measured.
    return line
      .split(' ')
      .some((word) => word.length * style.size > style.width && this.widthOf(word, style) > style.width);
  }

  /** The width of a text on one line, in points. */
  widthOf(text: string, style: TextStyle): number {
    return this.byFace(text, style).reduce((sum, { text: part, font }) => {
      const { fonts } = this.faces.find(({ name }) => name === font)!;
      const { unitsPerEm } = fonts[style.weight];
      return sum + (fonts[style.weight].layout(part).advanceWidth / unitsPerEm) * style.size;
    }, 0);
  }

  /** A text in pieces of one face each, in the order in which it is written. */
  private byFace(text: string, style: TextStyle): TextRun[] {
    const runs: { text: string; font: string }[] = [];
    for (const { segment } of CLUSTERS.segment(text)) {
      const face = this.faceFor(segment, style);
      const shown = face ? segment : MISSING;
      const { name } = face ?? this.faceFor(MISSING, style)!;
      const last = runs.at(-1);
      if (last?.font === name) last.text += shown;
      else runs.push({ text: shown, font: name });
    }
    return runs;
  }

  private faceFor(cluster: string, { isTitle = false, weight }: TextStyle): Face | null {
    const key = `${isTitle} ${cluster}`;
    const known = this.faceOfCluster.get(key);
    if (known !== undefined) return known;
    const found = this.faces.find((face) => (isTitle || !face.isTitle) && hasCluster(face, weight, cluster));
    this.faceOfCluster.set(key, found ?? null);
    return found ?? null;
  }

  /** A text broken into lines that fit, each in the order in which its pieces stand from left to right. */
  private brokenLines(text: string, style: TextStyle): TextRun[] {
    const levels = bidi.getEmbeddingLevels(text);
    return this.spansOfLines(text, style).flatMap(([from, to], i) => [
      ...(i > 0 ? [this.lineEnd()] : []),
      ...this.inOrder(text, levels, from, to, style),
    ]);
  }

  /** Where lines begin and end, so that each has as many words as fit on it. */
  private spansOfLines(text: string, style: TextStyle): [number, number][] {
    const lines: [number, number][] = [];
    let from = 0;
    let to = 0;
    const end = () => {
      if (to > from) lines.push([from, to]);
      from = to;
    };
    for (const [at, word] of wordsOf(text)) {
      if (to > from && this.widthOf(text.slice(from, at + word.length), style) > style.width) end();
      if (to === from) from = at;
      to = at + word.length;
      if (this.widthOf(word, style) <= style.width) continue;
      to = at;
      for (const { segment } of CLUSTERS.segment(word)) {
        if (this.widthOf(text.slice(from, to + segment.length), style) > style.width) end();
        to += segment.length;
      }
    }
    end();
    return lines;
  }

  private inOrder(
    text: string,
    levels: ReturnType<typeof bidi.getEmbeddingLevels>,
    from: number,
    to: number,
    style: TextStyle,
  ): TextRun[] {
    const order = bidi.getReorderedIndices(text, levels, from, to - 1).slice(from, to);
    const runs: TextRun[] = [];
    for (let i = 0; i < order.length;) {
      const isRight = levels.levels[order[i]] % 2 === 1;
      const isSpace = text[order[i]] === ' ';
      let j = i + 1;
      while (
        j < order.length &&
        order[j] === order[j - 1] + (isRight ? -1 : 1) &&
        (levels.levels[order[j]] % 2 === 1) === isRight &&
        (text[order[j]] === ' ') === isSpace
      )
        j++;
      const [a, b] = isRight ? [order[j - 1], order[i]] : [order[i], order[j - 1]];
      const pieces = this.byFace(text.slice(a, b + 1), style).map((run) =>
        isRight && !RIGHT_TO_LEFT.test(run.text) ? { ...run, text: mirrored(run.text) } : run,
      );
      runs.push(...(isRight ? pieces.reverse() : pieces).map((run) => ({ ...run, noWrap: true })));
      i = j;
    }
    return runs;
  }
}

/** Words with where they begin. */
function wordsOf(text: string): [number, string][] {
  return [...text.matchAll(/[^ ]+/g)].map((match) => [match.index, match[0]]);
}

/** Signs that stand in right-to-left text without being of it, the other way round: brackets turn. */
function mirrored(text: string): string {
  return [...text]
    .reverse()
    .map((sign) => bidi.getMirroredCharacter(sign) ?? sign)
    .join('');
}

function hasCluster({ fonts }: Face, weight: Weight, cluster: string): boolean {
  const font = fonts[weight];
  const signs = [...cluster.replace(SILENT, '')];
  if (signs.length === 0) return true;
  if (signs.length === 1 && signs[0] === cluster) return font.hasGlyphForCodePoint(cluster.codePointAt(0)!);
  return font.layout(cluster).glyphs.every(({ id }) => id !== 0);
}

/** A text without what cannot be drawn: control characters, halves of signs, other kinds of white space. */
function clean(text: string): string {
  return text
    .normalize('NFC')
    .replace(/\r\n?|[\u2028\u2029]/g, '\n')
    .replace(/[^\S\n\u00a0]/g, ' ')
    .replace(/[\p{Cs}\u0000-\u0009\u000b-\u001f\u007f-\u009f\ufffd]/gu, MISSING);
}
