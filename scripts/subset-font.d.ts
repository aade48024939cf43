declare module 'subset-font' {
  /** The glyphs of some signs, cut out of a font. */
  export default function subsetFont(
    font: Uint8Array,
    text: string,
    options: { targetFormat: 'woff2' | 'truetype' },
  ): Promise<Uint8Array>
}
