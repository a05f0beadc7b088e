/** Papers that a sheet is printed on: their size, and how they lie. */
export const PAPERS = {
  'a4-landscape': { name: 'A4, landscape', css: 'A4 landscape', size: 'A4', isUpright: false },
  'a4-portrait': { name: 'A4, portrait', css: 'A4 portrait', size: 'A4', isUpright: true },
  'letter-landscape': {
    name: 'Letter, landscape',
    css: 'letter landscape',
    size: 'LETTER',
    isUpright: false,
  },
  'letter-portrait': { name: 'Letter, portrait', css: 'letter portrait', size: 'LETTER', isUpright: true },
} as const;

export type Paper = keyof typeof PAPERS;

export const USUAL_PAPER: Paper = 'a4-landscape';

/** The paper of an address; the usual one where it names none that there is. */
export function paperOf(text: unknown): Paper {
  return typeof text === 'string' && Object.hasOwn(PAPERS, text) ? (text as Paper) : USUAL_PAPER;
}
