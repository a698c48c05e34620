export interface LineBreak {
  /** UTF-16 offset before which the line may or must end. */
  readonly offset: number
  readonly kind: 'allowed' | 'mandatory'
}

const lineSeparator = 0x2028

/**
 * Where lines may end: after spaces, after hyphens between letters (UAX #14, rules LB18 and
 * LB21), and where they must: after U+2028 (LB4). The end of the text is mandatory (LB3).
 */
export function lineBreaks(text: string): LineBreak[] {
  const breaks: LineBreak[] = []
  for (let offset = 1; offset < text.length; offset++) {
    const before = text.charCodeAt(offset - 1)
    if (before === lineSeparator) breaks.push({ offset, kind: 'mandatory' })
    else if (allowedBetween(text, offset, before)) breaks.push({ offset, kind: 'allowed' })
  }
  if (text.length > 0) breaks.push({ offset: text.length, kind: 'mandatory' })
  return breaks
}

function allowedBetween(text: string, offset: number, before: number): boolean {
  const after = text.charCodeAt(offset)
  if (isBreakingSpace(after) || after === lineSeparator) return false // LB6, LB7
  if (isBreakingSpace(before)) return true // LB18
  if (before === objectReplacement || after === objectReplacement) return !isGlue(before, after) // LB20
  if (!isHyphen(before) || offset < 2) return false
  // A hyphen that starts a word is a sign, and U+002D before a digit a minus (LB25).
  const ahead = text.charCodeAt(offset - 2)
  const minus = before === 0x2d && after >= 0x30 && after <= 0x39
  return !isBreakingSpace(ahead) && !isHyphen(after) && !minus
}

/** Spaces that a line may end after, and that hang at its end: not U+00A0, U+2007, U+202F. */
export function isBreakingSpace(code: number): boolean {
  if (code === 0x20 || code === 0x09) return true
  return code >= 0x2000 && code <= 0x200b && code !== 0x2007
}

/** U+FFFC, a box in the line. */
const objectReplacement = 0xfffc

/** No-break space and word joiner hold on to what is beside them (LB11, LB12). */
function isGlue(before: number, after: number): boolean {
  return [before, after].some(code => code === 0xa0 || code === 0x202f || code === 0x2060)
}

function isHyphen(code: number): boolean {
  return code === 0x2d || code === 0x2010 || code === 0x2013 || code === 0x2014
}
