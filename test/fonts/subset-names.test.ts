import { openFonts } from 'dot-line'
import { expect, it } from 'vitest'
import { fontFiles } from '../support/font-files.ts'

/** Names of a font file by their numbers (OpenType 1.9, name). */
function namesOf(bytes: Uint8Array): Map<number, string> {
  const file = Buffer.from(bytes)
  const entry = Array.from({ length: file.readUInt16BE(4) }, (_, i) => 12 + i * 16).find(
    at => file.toString('latin1', at, at + 4) === 'name',
  )
  const names = new Map<number, string>()
  if (entry === undefined) return names
  const table = file.subarray(file.readUInt32BE(entry + 8))
  for (let i = 0; i < table.readUInt16BE(2); i++) {
    const at = 6 + i * 12
    const start = table.readUInt16BE(4) + table.readUInt16BE(at + 10)
    const text = table.subarray(start, start + table.readUInt16BE(at + 8))
    names.set(table.readUInt16BE(at + 6), Buffer.from(text).swap16().toString('utf16le'))
  }
  return names
}

/** The sum of a file's 32-bit words, which its head makes a fixed number. */
function sumOf(bytes: Uint8Array): number {
  let sum = 0
  for (let i = 0; i < bytes.length; i++) sum = (sum + bytes[i] * 2 ** (24 - (i % 4) * 8)) >>> 0
  return sum
}

it("a subset is renamed where its font's license requires that, and carries the license", async () => {
  const fonts = await openFonts({ embedding: true, files: [fontFiles.hebrew] })
  const subset = fonts.face('sans', { weight: 400, slant: 'normal' }).subsetForText('Tern')
  const names = namesOf(subset)
  expect(names.get(0)).toContain('Reserved Font Name')
  expect([...names].filter(([id]) => [1, 3, 4, 6].includes(id)).map(([, text]) => text)).toEqual([
    'Text Subset',
    'Text Subset',
    'Text Subset',
    'TextSubset',
  ])
  expect(sumOf(subset)).toBe(0xb1b0afba)
  // Nobody reserves the other's.
  const family = fonts.families.find(name => name.includes('Hebrew')) ?? ''
  const other = fonts.face(family, { weight: 400, slant: 'normal' }).subsetForText('נמל')
  expect(namesOf(other).get(1)).toContain('Noto Sans Hebrew')
})
