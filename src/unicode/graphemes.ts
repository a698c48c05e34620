import { uint32Row } from '../blocks/index.ts'
import { ranges, values } from './grapheme-break.data.ts'
import { endsWithVowel, isHangulSyllable } from './hangul.ts'
import { once, propertyIndex, propertyTable } from './property-table.ts'

const table = once(() => propertyTable(ranges))

const of = (name: string) => values.indexOf(name)
const [other, cr, lf, control] = ['Other', 'CR', 'LF', 'Control'].map(of)
const [extend, zwj, spacingMark, prepend] = ['Extend', 'ZWJ', 'SpacingMark', 'Prepend'].map(of)
const [hangulL, hangulV, hangulT, hangulLV, hangulLVT] = ['L', 'V', 'T', 'LV', 'LVT'].map(of)
const [regional, pictograph] = ['Regional_Indicator', 'Extended_Pictographic'].map(of)

/**
 * The offsets at which the extended grapheme clusters of `text` end, in UTF-16 code units (UAX #29,
 * Unicode 15.0, rules GB1 to GB999). The last is the text's length.
 *
 * @returns End offsets.
 * @example
 * graphemes('e\u0301') // [2]
 */
export function graphemes(text: string): Uint32Array {
  const ends = uint32Row(text.length)
  let count = 0
  let before = -1
  /** Regional indicators in a row before this point (GB12, GB13). */
  let regionals = 0
  /** A pictograph, then only extenders, then a joiner (GB11): 1 seen the pictograph, 2 the joiner. */
  let joined = 0
  for (let at = 0; at < text.length; ) {
    const codePoint = text.codePointAt(at) ?? 0
    // Printable ASCII is the common case, and has no rules of its own.
    const kind = codePoint >= 32 && codePoint < 127 ? other : kindOf(codePoint)
    if (before >= 0 && endsBetween(before, kind, regionals, joined)) ends[count++] = at
    regionals = kind === regional ? regionals + 1 : 0
    if (kind === pictograph) joined = 1
    else if (kind === zwj) joined = joined === 1 ? 2 : 0
    else if (kind !== extend || joined === 2) joined = 0
    before = kind
    at += codePoint > 0xffff ? 2 : 1
  }
  if (text.length > 0) ends[count++] = text.length
  return ends.slice(0, count)
}

function kindOf(codePoint: number): number {
  if (isHangulSyllable(codePoint)) return endsWithVowel(codePoint) ? hangulLV : hangulLVT
  return propertyIndex(table(), codePoint)
}

function endsBetween(before: number, after: number, regionals: number, joined: number): boolean {
  if (before === cr && after === lf) return false // GB3
  if (isControl(before) || isControl(after)) return true // GB4, GB5
  if (before === hangulL) {
    if (after === hangulL || after === hangulV || after === hangulLV || after === hangulLVT) {
      return false // GB6
    }
  }
  if (before === hangulLV || before === hangulV) {
    if (after === hangulV || after === hangulT) return false // GB7
  }
  if ((before === hangulLVT || before === hangulT) && after === hangulT) return false // GB8
  if (after === extend || after === zwj || after === spacingMark) return false // GB9, GB9a
  if (before === prepend) return false // GB9b
  if (joined === 2 && after === pictograph) return false // GB11
  if (before === regional && after === regional) return regionals % 2 === 0 // GB12, GB13
  return true // GB999
}

function isControl(kind: number): boolean {
  return kind === control || kind === cr || kind === lf
}
