import { aString, being, checkArguments } from '../problem/index.ts'
import type { SfntTables } from './sfnt.ts'

/**
 * The code points a font has glyphs for, as ranges in rising order: first and last of each, one
 * behind the other.
 */
export type Coverage = Uint32Array

/** Whether a code point is among those covered, by bisection. */
export function isCovered(coverage: Coverage, codePoint: number): boolean {
  let low = 0
  let high = coverage.length / 2
  while (low < high) {
    const middle = (low + high) >> 1
    if (coverage[middle * 2 + 1] < codePoint) low = middle + 1
    else high = middle
  }
  return low * 2 < coverage.length && coverage[low * 2] <= codePoint
}

/** Whether a text has a character that is covered, and wanted. */
export function hasCovered(
  coverage: Coverage,
  text: string,
  isWanted: (codePoint: number) => boolean = () => true,
): boolean {
  for (const character of text) {
    const codePoint = character.codePointAt(0) ?? 0
    if (isCovered(coverage, codePoint) && isWanted(codePoint)) return true
  }
  return false
}

/** The code points that any of several has. */
export function unitedCoverage(coverages: readonly Coverage[]): Coverage {
  if (coverages.length === 1) return coverages[0]
  return coverageOfRanges(
    coverages.flatMap(coverage =>
      Array.from(
        { length: coverage.length / 2 },
        (_, i) => [coverage[i * 2], coverage[i * 2 + 1]] as const,
      ),
    ),
  )
}

/** The code points of ranges in any order, which may overlap. */
export function coverageOfRanges(ranges: readonly (readonly [number, number])[]): Coverage {
  const united: number[] = []
  for (const [first, last] of ranges.toSorted((a, b) => a[0] - b[0])) {
    const end = united.at(-1) ?? -2
    if (first <= end + 1) united[united.length - 1] = Math.max(end, last)
    else united.push(first, last)
  }
  return Uint32Array.from(united)
}

/** Spaces, joiners, variation selectors and marks of direction need no glyph. */
const needsNoGlyph = /[\s\p{Cf}\p{Variation_Selector}]/u

const someRanges = being('the coverage of a face', value => value instanceof Uint32Array)

/** Whether a coverage has every character of a text. */
export function coversText(coverage: Coverage, text: string): boolean {
  checkArguments('coversText', ['coverage', coverage, someRanges], ['text', text, aString])
  return [...text].every(
    character => needsNoGlyph.test(character) || isCovered(coverage, character.codePointAt(0) ?? 0),
  )
}

export const lastCodePoint = 0x10ffff

/**
 * Reads the `cmap` table (OpenType 1.9), the widest of its Unicode subtables; of a broken one, as
 * much as can be made out. Groups are in order in a sound table, and those that are not are left out.
 */
export function readCoverage(tables: SfntTables): Coverage {
  const cmap = tables.table('cmap')
  const subtable = cmap && widestSubtable(cmap)
  if (!subtable) return new Uint32Array()
  const ranges: number[] = []
  const add = (first: number, last: number) => {
    const end = ranges.at(-1) ?? -1
    if (first <= end || last < first || last > lastCodePoint) return
    if (ranges.length > 0 && first === end + 1) ranges[ranges.length - 1] = last
    else ranges.push(first, last)
  }
  const format = subtable.getUint16(0)
  if (format === 4) readSegments(subtable, add)
  else if (format === 12 || format === 13) readGroups(subtable, add)
  else if (format === 6) readTrimmed(subtable, add)
  else if (format === 0) readBytes(subtable, add)
  return Uint32Array.from(ranges)
}

type Add = (first: number, last: number) => void

/** Encodings of Unicode, the widest first: platform and encoding. */
const encodings = [
  [3, 10],
  [0, 6],
  [0, 4],
  [3, 1],
  [0, 3],
  [0, 2],
  [0, 1],
  [0, 0],
  [3, 0],
]

function widestSubtable(cmap: DataView): DataView | undefined {
  if (cmap.byteLength < 4) return undefined
  const offsets = new Map<string, number>()
  const count = cmap.getUint16(2)
  for (let i = 0, at = 4; i < count && at + 8 <= cmap.byteLength; i++, at += 8) {
    offsets.set(`${cmap.getUint16(at)} ${cmap.getUint16(at + 2)}`, cmap.getUint32(at + 4))
  }
  for (const [platform, encoding] of encodings) {
    const offset = offsets.get(`${platform} ${encoding}`)
    if (offset === undefined || offset + 16 > cmap.byteLength) continue
    return new DataView(cmap.buffer, cmap.byteOffset + offset, cmap.byteLength - offset)
  }
  return undefined
}

/** Format 4: segments of 16 bits, some by arrays of glyphs in which 0 is none. */
function readSegments(view: DataView, add: Add) {
  const count = view.getUint16(6) >> 1
  const [ends, starts] = [14, 16 + count * 2]
  const [deltas, offsets] = [16 + count * 4, 16 + count * 6]
  if (offsets + count * 2 > view.byteLength) return
  // Segments are in order: those that say again what others said would be read again and again.
  let next = 0
  for (let i = 0; i < count; i++) {
    const [first, last] = [view.getUint16(starts + i * 2), view.getUint16(ends + i * 2)]
    const offset = view.getUint16(offsets + i * 2)
    const delta = view.getUint16(deltas + i * 2)
    const from = Math.max(first, next)
    next = Math.max(next, last + 1)
    for (let code = from; code <= last && code < 0xffff; code++) {
      const at = offsets + i * 2 + offset + (code - first) * 2
      if (offset !== 0 && at + 2 > view.byteLength) break
      const mapped = offset === 0 ? code : view.getUint16(at)
      if (offset !== 0 && mapped === 0) continue
      if (((mapped + delta) & 0xffff) !== 0) add(code, code)
    }
  }
}

/** Formats 12 and 13: groups of 32 bits. */
function readGroups(view: DataView, add: Add) {
  const count = Math.min(view.getUint32(12), Math.floor((view.byteLength - 16) / 12))
  for (let i = 0, at = 16; i < count; i++, at += 12) {
    const first = view.getUint32(at)
    add(view.getUint32(at + 8) === 0 ? first + 1 : first, view.getUint32(at + 4))
  }
}

/** Format 6: one range of 16 bits. */
function readTrimmed(view: DataView, add: Add) {
  const first = view.getUint16(6)
  const count = Math.min(view.getUint16(8), (view.byteLength - 10) >> 1)
  for (let i = 0; i < count; i++) {
    if (view.getUint16(10 + i * 2) !== 0) add(first + i, first + i)
  }
}

/** Format 0: 256 glyphs of a byte. */
function readBytes(view: DataView, add: Add) {
  for (let code = 0; code < 256 && 6 + code < view.byteLength; code++) {
    if (view.getUint8(6 + code) !== 0) add(code, code)
  }
}
