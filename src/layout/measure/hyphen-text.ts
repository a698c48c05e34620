/** The mark of a word that goes on: U+2010 where the face has it, or else the hyphen-minus. */
export const hyphenText = (run: { readonly face: { glyphOf(codePoint: number): number } }) =>
  run.face.glyphOf(0x2010) === 0 ? '-' : '\u2010'
