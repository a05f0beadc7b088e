import { UnreadableFile } from './cells';

/** The most columns of a table that are read: far more than any list has. */
export const MOST_COLUMNS = 400;
/** The most cells that merged ranges of one sheet may cover. */
const MOST_MERGED = 100_000;

const COLUMNS = `A list has at most ${MOST_COLUMNS} columns`;

/** A cell's place in a column behind the last that is read, `OJ`. */
const FAR_CELL = /<c\s[^>]*?\br=["']([A-Z]{3,}|[P-Z][A-Z]|O[K-Z])\d+["']/;
const MERGED = /<mergeCell\s[^>]*?\bref=["']([A-Z]+)(\d+):([A-Z]+)(\d+)["']/g;

/**
 * Looks through the XML of a sheet before cells are made of it: a few bytes can ask for more cells than fit into
 * memory. Throws {@link UnreadableFile} where a cell stands too far to the right or a merged range is too large.
 */
export function checkSheet(xml: string): void {
  const far = FAR_CELL.exec(xml);
  if (far)
    throw new UnreadableFile(
      `The workbook has a cell in column ${far[1]}. ${COLUMNS}: delete the columns behind the list and try again.`,
    );
  let merged = 0;
  for (const [ref, left, top, right, bottom] of xml.matchAll(MERGED)) {
    const columns = Math.abs(columnNumber(right) - columnNumber(left)) + 1;
    merged += columns * (Math.abs(Number(bottom) - Number(top)) + 1);
    if (columns > MOST_COLUMNS || merged > MOST_MERGED)
      throw new UnreadableFile(
        `The workbook has cells merged over ${/"?([A-Z]+\d+:[A-Z]+\d+)/.exec(ref)![1]}. Split merged cells and try again.`,
      );
  }
}

function columnNumber(name: string): number {
  let number = 0;
  for (const letter of name) number = number * 26 + letter.charCodeAt(0) - 64;
  return number;
}

/** Makes sure that no line of a text has too many cells. Throws {@link UnreadableFile} with the line. */
export function checkLines(text: string, separator: string): void {
  const [quote, end, between] = ['"'.charCodeAt(0), 10, separator.charCodeAt(0)];
  let quoted = false;
  let cells = 1;
  let line = 1;
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    if (code === quote) quoted = !quoted;
    else if (quoted) continue;
    else if (code === end) {
      cells = 1;
      line++;
    } else if (code === between && ++cells > MOST_COLUMNS)
      throw new UnreadableFile(`Line ${line} has more than ${MOST_COLUMNS} columns. ${COLUMNS}.`);
  }
}
