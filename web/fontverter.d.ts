declare module 'fontverter' {
  /** A font in another packing, its glyphs as they are. */
  export function convert(
    font: Uint8Array,
    to: 'sfnt' | 'truetype' | 'woff' | 'woff2',
  ): Promise<Uint8Array<ArrayBuffer>>;
}
