/** The part of the package that is used; it has no types of its own. */
declare module 'bidi-js' {
  interface EmbeddingLevels {
    readonly levels: Uint8Array;
  }
  interface Bidi {
    getEmbeddingLevels(text: string, direction?: 'ltr' | 'rtl'): EmbeddingLevels;
    getReorderedIndices(text: string, levels: EmbeddingLevels, start?: number, end?: number): number[];
    getMirroredCharacter(sign: string): string | null;
  }
  const bidiFactory: () => Bidi;
  export = bidiFactory;
}
