import pdfmake from 'pdfmake';
import type {
  Content,
  ContentText,
  DynamicContent,
  TDocumentDefinitions,
  TFontDictionary,
} from 'pdfmake/interfaces';
import { PAPERS, type Paper } from '@/core/sheets/paper';
import type { Face, Weight } from './faces';
import { TextSetter } from './text-setter';

/** The files that the maker of PDFs knows without a disk; its types leave them out. */
const { virtualfs: FILES } = pdfmake as unknown as {
  readonly virtualfs: {
    existsSync(path: string): boolean;
    writeFileSync(path: string, bytes: Uint8Array): void;
  };
};

/** Sizes of paper in points, as it stands upright. */
const SIZES = { A4: [595.28, 841.89], LETTER: [612, 792] } as const;
const MARGIN = { side: 28, top: 30, foot: 36 };

export const INK = '#1b2430';
export const MUTED = '#5f6468';
export const LINE = '#8d8778';

/** How a text is set where nothing else is said. */
interface TextOptions {
  readonly size?: number;
  readonly weight?: Weight;
  readonly isTitle?: boolean;
  readonly color?: string;
  /** Stands on a dashed line. */
  readonly isDashed?: boolean;
  /** The room there is, in points. */
  readonly width: number;
}

/** A sheet of paper being written: its room, and texts for it. */
export class PdfPage {
  private readonly setter: TextSetter;
  /** The room between the margins, in points. */
  readonly width: number;

  constructor(
    private readonly faces: readonly Face[],
    private readonly paper: Paper,
  ) {
    this.setter = new TextSetter(faces);
    const { size, isUpright } = PAPERS[paper];
    this.width = SIZES[size][isUpright ? 0 : 1] - 2 * MARGIN.side;
  }

  /** A text in faces that have its signs. Each piece says how it looks, as it may stand in a longer text. */
  text(
    text: string,
    { size = 8, weight = 'normal', isTitle = false, isDashed = false, color = INK, width }: TextOptions,
  ): { text: ContentText[] } {
    const look = {
      ...{ fontSize: size, bold: weight === 'bold', color },
      ...(isDashed ? { decoration: 'underline' as const, decorationStyle: 'dashed' as const } : {}),
    };
    const runs = this.setter.runs(text, { size, weight, isTitle, width });
    return { text: runs.map((run) => ({ ...run, ...look })) };
  }

  /** The file, with a number at the foot of each page. */
  async file(title: string, content: Content[]): Promise<Uint8Array> {
    const footer: DynamicContent = (page, pages) => ({
      margin: [MARGIN.side, 10, MARGIN.side, 0],
      ...this.text(`${page} / ${pages}`, { color: MUTED, width: 70 }),
      alignment: 'right' as const,
    });
    const definition: TDocumentDefinitions = {
      pageSize: PAPERS[this.paper].size,
      pageOrientation: PAPERS[this.paper].isUpright ? 'portrait' : 'landscape',
      pageMargins: [MARGIN.side, MARGIN.top, MARGIN.side, MARGIN.foot],
      defaultStyle: { font: 'latin', fontSize: 8, color: INK },
      info: { title },
      footer,
      content,
    };
    pdfmake.setFonts(this.fonts());
    pdfmake.setUrlAccessPolicy(() => false);
    pdfmake.setLocalAccessPolicy(() => false);
    return new Uint8Array(await pdfmake.createPdf(definition).getBuffer());
  }

  private fonts(): TFontDictionary {
    const fonts: TFontDictionary = {};
    for (const { name, bytes } of this.faces) {
      const path = (weight: Weight) => `${name}-${weight}.woff`;
      for (const weight of ['normal', 'bold'] as const)
        if (!FILES.existsSync(path(weight))) FILES.writeFileSync(path(weight), Buffer.from(bytes[weight]));
      fonts[name] = { normal: path('normal'), bold: path('bold') };
    }
    return fonts;
  }
}
