import { bytesRow, latin1 } from '../../blocks/index.ts'
import { type GlyphsItem, numberText } from '../../drawing/index.ts'
import type { Definitions } from './definitions.ts'

/** Writes the elements that use the shapes of glyphs. */
export type GlyphUses = (item: GlyphsItem) => string

/** As many bytes as two numbers and what stands around them may take, signs and decimals with them. */
const longest = 72
const [quote, slash, greater] = ['"', '/', '>'].map(character => character.charCodeAt(0))
const minus = '-'.charCodeAt(0)
const zero = '0'.charCodeAt(0)
const decoder = new TextDecoder()

const beforeY = latin1('" y="')

/**
 * Uses of glyphs at whole font units, or nearly, where a line was justified. Written byte by byte: a
 * text has hundreds of thousands of them, and pieces of text would be as many objects, and more.
 */
export function glyphUses(definitions: Definitions): GlyphUses {
  let bytes = bytesRow(0)

  function makeRoom(most: number) {
    if (most <= bytes.length) return
    const grown = bytesRow(2 * most)
    grown.set(bytes)
    bytes = grown
  }

  return ({ face, glyphs: { glyphs, advances, offsetsX, offsetsY } }) => {
    const startOf = definitions.glyphsOf(face)
    let end = 0
    let pen = 0
    for (let i = 0; i < glyphs.length; i++) {
      const start = startOf(glyphs[i])
      const x = pen + offsetsX[i]
      const y = offsetsY[i]
      pen += advances[i]
      if (start === undefined) continue
      makeRoom(end + start.length + longest)
      bytes.set(start, end)
      end = putNumber(bytes, end + start.length, x)
      if (y !== 0) {
        bytes.set(beforeY, end)
        end = putNumber(bytes, end + beforeY.length, y)
      }
      bytes[end] = quote
      bytes[end + 1] = slash
      bytes[end + 2] = greater
      end += 3
    }
    return decoder.decode(bytes.subarray(0, end))
  }
}

/** Beyond that a whole number is not one of 32 bits. */
const mostWhole = 0x7fffffff

function putNumber(bytes: Uint8Array, start: number, value: number): number {
  let left = Math.abs(value)
  if (!Number.isInteger(value) || left > mostWhole) {
    const text = latin1(numberText(value, 3))
    bytes.set(text, start)
    return start + text.length
  }
  let at = start
  if (value < 0) bytes[at++] = minus
  let digits = 1
  for (let power = 10; power <= left; power *= 10) digits++
  for (let i = at + digits - 1; i >= at; i--) {
    const tens = Math.floor(left / 10)
    bytes[i] = zero + left - tens * 10
    left = tens
  }
  return at + digits
}
