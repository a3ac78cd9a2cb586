/** What is used of it; the package brings no types. */
declare module 'bidi-js' {
  export interface EmbeddingLevels {
    levels: Uint8Array;
  }
  export default function bidiFactory(): {
    getEmbeddingLevels(text: string, direction?: 'ltr' | 'rtl'): EmbeddingLevels;
    /** of each place of what is seen from left to right, the place in the text */
    getReorderedIndices(text: string, levels: EmbeddingLevels): number[];
  };
}
