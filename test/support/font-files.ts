import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'

/** The path of a file of this repository, or of a package in it. */
export const file = (path: string) => fileURLToPath(new URL(`../../${path}`, import.meta.url))
export const read = (path: string) => readFileSync(file(path))

const expo = 'node_modules/@expo-google-fonts'
const sourceCode = 'node_modules/source-code-pro'

/** Font files of every format, and of every kind of outlines. */
export const fontFiles = {
  serif: file('assets/fonts/SourceSerif4-Regular.ttf'),
  mono: file('assets/fonts/SourceCodePro-Regular.ttf'),
  woff: file('node_modules/@fontsource/source-sans-3/files/source-sans-3-latin-400-normal.woff'),
  variable: file(
    'node_modules/@fontsource-variable/source-sans-3/files/source-sans-3-latin-wght-normal.woff2',
  ),
  cff: file(`${sourceCode}/OTF/SourceCodePro-Regular.otf`),
  variableCff: file(`${sourceCode}/VF/SourceCodeVF-Upright.otf`),
  emoji: file(`${expo}/noto-color-emoji/400Regular/NotoColorEmoji_400Regular.ttf`),
  gradients: file(`${expo}/bungee-spice/400Regular/BungeeSpice_400Regular.ttf`),
  arabic: file(`${expo}/noto-sans-arabic/400Regular/NotoSansArabic_400Regular.ttf`),
  hebrew: file(`${expo}/noto-sans-hebrew/400Regular/NotoSansHebrew_400Regular.ttf`),
  thai: file(`${expo}/noto-sans-thai/400Regular/NotoSansThai_400Regular.ttf`),
  japanese: file(`${expo}/kosugi/Kosugi_400Regular.ttf`),
}

/** Where a table of a font starts, and how long it is. */
export function tablePlace(font: Buffer, tag: string): readonly [offset: number, length: number] {
  for (let at = 12; at < 12 + font.readUInt16BE(4) * 16; at += 16) {
    if (font.toString('latin1', at, at + 4) !== tag) continue
    return [font.readUInt32BE(at + 8), font.readUInt32BE(at + 12)]
  }
  throw new Error(`no table ${tag}`)
}

export interface PatchedTraits {
  readonly weight?: number
  /** `OS/2.usWidthClass`, 1 to 9. */
  readonly widthClass?: number
  readonly slant?: 'normal' | 'italic' | 'oblique'
}

/** A font that says other things of itself in `OS/2` than it did. */
export function withTraits(font: Buffer, { weight, widthClass, slant }: PatchedTraits): Buffer {
  const copy = Buffer.from(font)
  const [os2] = tablePlace(copy, 'OS/2')
  if (weight !== undefined) copy.writeUInt16BE(weight, os2 + 4)
  if (widthClass !== undefined) copy.writeUInt16BE(widthClass, os2 + 6)
  const flags = { normal: 0x40, italic: 1, oblique: 0x200 }
  if (slant) copy.writeUInt16BE(flags[slant], os2 + 62)
  return copy
}

/** A font whose license forbids documents to carry it. */
export function notEmbeddable(font: Buffer): Buffer {
  const copy = Buffer.from(font)
  copy.writeUInt16BE(2, tablePlace(copy, 'OS/2')[0] + 8)
  return copy
}

/** A TrueType font whose glyph for what is missing has no outline. */
export function withEmptyMissingGlyph(font: Buffer): Buffer {
  const copy = Buffer.from(font)
  const isLong = copy.readInt16BE(tablePlace(copy, 'head')[0] + 50) === 1
  const [loca] = tablePlace(copy, 'loca')
  const size = isLong ? 4 : 2
  copy.copy(copy, loca, loca + size, loca + 2 * size)
  return copy
}

/** A font whose numbers mean another part of an em. */
export function withUnitsPerEm(font: Buffer, units: number): Buffer {
  const copy = Buffer.from(font)
  copy.writeUInt16BE(units, tablePlace(copy, 'head')[0] + 18)
  return copy
}

/** A font that some of its tables are hidden in, under names nobody knows. */
export function withoutTables(font: Buffer, ...tags: readonly string[]): Buffer {
  const copy = Buffer.from(font)
  for (let at = 12; at < 12 + copy.readUInt16BE(4) * 16; at += 16) {
    if (tags.includes(copy.toString('latin1', at, at + 4))) copy.write('zzzz', at, 'latin1')
  }
  return copy
}

/** A font without its last table, which is large and of no use to us. */
export function cutAtTable(font: Buffer, tag: string): Buffer {
  const [start] = tablePlace(font, tag)
  const copy = Buffer.from(font.subarray(0, start))
  copy.writeUInt32BE(0, font.indexOf(tag, 12, 'latin1') + 12)
  return copy
}

/** A collection of whole fonts, one behind the other, as its head points at them. */
export function collection(...files: readonly Buffer[]): Buffer {
  const head = Buffer.alloc(12 + files.length * 4)
  head.write('ttcf', 0)
  head.writeUInt32BE(0x00010000, 4)
  head.writeUInt32BE(files.length, 8)
  let start = head.length
  const moved = files.map((font, i) => {
    head.writeUInt32BE(start, 12 + i * 4)
    const copy = Buffer.from(font)
    // Offsets of tables count from the start of the file.
    for (let at = 20; at < 12 + copy.readUInt16BE(4) * 16; at += 16) {
      copy.writeUInt32BE(copy.readUInt32BE(at) + start, at)
    }
    start += copy.length
    return copy
  })
  return Buffer.concat([head, ...moved])
}

/** A font with one of its tables replaced by a longer one, at its end. */
function withTable(font: Buffer, tag: string, table: Buffer): Buffer {
  const copy = Buffer.concat([font, Buffer.alloc((4 - (font.length % 4)) % 4)])
  for (let at = 12; at < 12 + copy.readUInt16BE(4) * 16; at += 16) {
    if (copy.toString('latin1', at, at + 4) !== tag) continue
    copy.writeUInt32BE(copy.length, at + 8)
    copy.writeUInt32BE(table.length, at + 12)
  }
  return Buffer.concat([copy, table])
}

/** By how much the character identifiers of `cidKeyed` fonts are more than their glyph indices. */
export const cidShift = 500

/**
 * An OpenType CFF font whose glyphs are keyed by character identifiers (Adobe Technical Note 5176,
 * section 9.3), from one whose glyphs have names. The old table stands behind the new head, which
 * points into it.
 */
export function cidKeyed(font: Buffer): Buffer {
  const glyphCount = font.readUInt16BE(tablePlace(font, 'maxp')[0] + 4)
  const [start, length] = tablePlace(font, 'CFF ')
  const cff = font.subarray(start, start + length)
  const name = indexAt(cff, cff[2])
  const top = operandsOf(indexAt(cff, name.end).entries[0])
  const strings = indexAt(cff, indexAt(cff, name.end).end)
  const subroutines = indexAt(cff, strings.end)
  const [privateSize, privateStart] = top.get(18) ?? [0, 0]
  const [charStrings] = top.get(17) ?? [0]
  const globals = cff.subarray(strings.end, subroutines.end)
  const charset = Buffer.from([2, 0, 0, 0, 0])
  charset.writeUInt16BE(cidShift + 1, 1)
  charset.writeUInt16BE(glyphCount - 2, 3)
  const select = Buffer.from([3, 0, 1, 0, 0, 0, 0, 0])
  select.writeUInt16BE(glyphCount, 6)
  const stringIndex = indexOf([Buffer.from('Adobe'), Buffer.from('Identity')])
  const fontDict = (old: number) =>
    Buffer.concat([number(privateSize), number(old + privateStart), Buffer.from([18])])
  const topDict = (at: Record<'charset' | 'select' | 'array' | 'old', number>) =>
    Buffer.concat([
      ...[number(391), number(392), number(0), Buffer.from([12, 30])],
      ...[number(cidShift + glyphCount), Buffer.from([12, 34])],
      ...[number(at.charset), Buffer.from([15])],
      ...[number(at.old + charStrings), Buffer.from([17])],
      ...[number(at.array), Buffer.from([12, 36])],
      ...[number(at.select), Buffer.from([12, 37])],
    ])
  const nothing = { charset: 0, select: 0, array: 0, old: 0 }
  const headOf = (at: typeof nothing) =>
    Buffer.concat([
      cff.subarray(0, cff[2]),
      indexOf(name.entries),
      indexOf([topDict(at)]),
      stringIndex,
      globals,
    ])
  const charsetAt = headOf(nothing).length
  const selectAt = charsetAt + charset.length
  const arrayAt = selectAt + select.length
  const old = arrayAt + indexOf([fontDict(0)]).length
  const head = headOf({ charset: charsetAt, select: selectAt, array: arrayAt, old })
  const table = Buffer.concat([head, charset, select, indexOf([fontDict(old)]), cff])
  return withTable(font, 'CFF ', table)
}

/** A whole number of five bytes in a DICT. */
function number(value: number): Buffer {
  const bytes = Buffer.from([29, 0, 0, 0, 0])
  bytes.writeInt32BE(value, 1)
  return bytes
}

function indexOf(entries: readonly Buffer[]): Buffer {
  const offsets = Buffer.alloc((entries.length + 1) * 4)
  let at = 1
  entries.forEach((entry, i) => {
    offsets.writeUInt32BE(at, i * 4)
    at += entry.length
  })
  offsets.writeUInt32BE(at, entries.length * 4)
  return Buffer.concat([Buffer.from([0, entries.length, 4]), offsets, ...entries])
}

function indexAt(cff: Buffer, start: number): { entries: Buffer[]; end: number } {
  const count = cff.readUInt16BE(start)
  if (count === 0) return { entries: [], end: start + 2 }
  const size = cff[start + 2]
  const base = start + 2 + (count + 1) * size
  const offset = (i: number) => cff.readUIntBE(start + 3 + i * size, size)
  const entries = Array.from({ length: count }, (_, i) =>
    cff.subarray(base + offset(i), base + offset(i + 1)),
  )
  return { entries, end: base + offset(count) }
}

/** The operators of a DICT with their whole numbers. */
function operandsOf(dict: Buffer): Map<number, number[]> {
  const operators = new Map<number, number[]>()
  let operands: number[] = []
  for (let at = 0; at < dict.length; ) {
    const byte = dict[at++]
    if (byte <= 21) {
      operators.set(byte === 12 ? 1200 + dict[at++] : byte, operands)
      operands = []
    } else if (byte === 28 || byte === 29) {
      const size = byte === 28 ? 2 : 4
      operands.push(dict.readIntBE(at, size))
      at += size
    } else if (byte === 30) {
      while ((dict[at] & 15) !== 15) at++
      at++
    } else if (byte <= 246) operands.push(byte - 139)
    else if (byte <= 250) operands.push((byte - 247) * 256 + dict[at++] + 108)
    else operands.push(-(byte - 251) * 256 - dict[at++] - 108)
  }
  return operators
}
