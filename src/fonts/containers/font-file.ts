/** A file that is read in pieces: lists of fonts need a few tables of each and not their outlines. */
export interface FontFile {
  readonly length: number
  /** As many bytes from `start` on as there are, at most `length`. */
  read(start: number, length: number): Uint8Array
  /** All of it. */
  whole(): Uint8Array
}

/** A file that is in memory already. */
export function fileOf(bytes: Uint8Array): FontFile {
  return {
    length: bytes.length,
    read: (start, length) => bytes.subarray(start, start + length),
    whole: () => bytes,
  }
}
