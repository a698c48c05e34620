/** The header of a PNG, and its compressed data unchanged (ISO/IEC 15948). */
export interface PngParts {
  readonly bitDepth: number
  /** 0 gray, 2 color, 3 palette, 4 gray and alpha, 6 color and alpha. */
  readonly colorType: number
  readonly palette: Uint8Array
  /** Opacity of palette entries; of gray and color, the one that is not seen, in two bytes a sample. */
  readonly transparency: Uint8Array
  readonly isInterlaced: boolean
  readonly data: Uint8Array
}
