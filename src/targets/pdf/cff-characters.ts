/**
 * The codes of a CFF font's glyphs in PDF: for a CID-keyed font, the character identifiers of its
 * charset; for others, their indices (ISO 32000-2, 9.7.4.2). Undefined if they are the indices.
 */
export function cffCharacters(table: DataView, glyphCount: number): Uint16Array | undefined {
  const names = indexEnd(table, table.getUint8(2))
  const dictionaries = indexEnd(table, names)
  const top = firstOf(table, names)
  const operators = dictionary(table, top[0], top[1])
  if (!operators.has(registryOrderingSupplement) || dictionaries > table.byteLength)
    return undefined
  return charset(table, operators.get(charsetOperator) ?? 0, glyphCount)
}

/** Operators of a Top DICT (Adobe Technical Note 5176, table 9); 12 starts those of two bytes. */
const registryOrderingSupplement = 1200 + 30
const charsetOperator = 15

/** The end of an INDEX (section 5): its last offset counts from the byte before its data. */
function indexEnd(view: DataView, start: number): number {
  const count = view.getUint16(start)
  if (count === 0) return start + 2
  const size = view.getUint8(start + 2)
  return start + 2 + (count + 1) * size + offsetAt(view, start + 3 + count * size, size)
}

/** The first entry of an INDEX: where it starts and ends. */
function firstOf(view: DataView, start: number): readonly [start: number, end: number] {
  const count = view.getUint16(start)
  const size = view.getUint8(start + 2)
  const base = start + 2 + (count + 1) * size
  const [from, to] = [0, 1].map(i => offsetAt(view, start + 3 + i * size, size))
  return [base + from, base + to]
}

function offsetAt(view: DataView, at: number, size: number): number {
  let offset = 0
  for (let i = 0; i < size; i++) offset = offset * 256 + view.getUint8(at + i)
  return offset
}

/** A DICT's operators with the last of their operands, where that is a whole number (section 4). */
function dictionary(view: DataView, start: number, end: number): ReadonlyMap<number, number> {
  const operators = new Map<number, number>()
  let operand = 0
  for (let at = start; at < end; ) {
    const byte = view.getUint8(at++)
    if (byte === 12) operators.set(1200 + view.getUint8(at++), operand)
    else if (byte <= 21) operators.set(byte, operand)
    else if (byte === 28) {
      operand = view.getInt16(at)
      at += 2
    } else if (byte === 29) {
      operand = view.getInt32(at)
      at += 4
    } else if (byte === 30) {
      // A real number ends with a nibble of 15.
      while (at < end && (view.getUint8(at) & 15) !== 15 && view.getUint8(at) >> 4 !== 15) at++
      at++
    } else if (byte <= 246) operand = byte - 139
    else if (byte <= 250) operand = (byte - 247) * 256 + view.getUint8(at++) + 108
    else operand = -(byte - 251) * 256 - view.getUint8(at++) - 108
  }
  return operators
}

/** Character identifiers by glyph (section 13); glyph 0 is always 0. */
function charset(view: DataView, start: number, glyphCount: number): Uint16Array {
  const characters = new Uint16Array(glyphCount)
  // Offsets 0 to 2 stand for charsets that are not for CID-keyed fonts.
  if (start <= 2) return characters.map((_, i) => i)
  const format = view.getUint8(start)
  let at = start + 1
  for (let glyph = 1; glyph < glyphCount; ) {
    const first = view.getUint16(at)
    const left = format === 0 ? 0 : format === 1 ? view.getUint8(at + 2) : view.getUint16(at + 2)
    at += format === 0 ? 2 : format === 1 ? 3 : 4
    for (let i = 0; i <= left && glyph < glyphCount; i++) characters[glyph++] = first + i
  }
  return characters
}
