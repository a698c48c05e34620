/**
 * An ICC profile of sRGB (ICC.1:2010, IEC 61966-2-1): what the colors of a document for archives
 * mean. Its numbers are those of the standard, adapted to D50.
 */
export function srgbProfile(): Uint8Array {
  const xyz = (...numbers: number[]) => tag('XYZ ', numbers.map(fixed))
  const curve = tag('para', [
    0x00030000,
    ...[2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045].map(fixed),
  ])
  const tags: readonly (readonly [name: string, data: Uint8Array])[] = [
    ['desc', text('sRGB')],
    ['cprt', text('No rights reserved')],
    ['wtpt', xyz(0.9642, 1, 0.8249)],
    [
      'chad',
      tag(
        'sf32',
        [1.04788, 0.02292, -0.05022, 0.02959, 0.99048, -0.01707, -0.00925, 0.01508, 0.75168].map(
          fixed,
        ),
      ),
    ],
    ['rXYZ', xyz(0.43607, 0.22249, 0.01392)],
    ['gXYZ', xyz(0.38515, 0.71687, 0.09708)],
    ['bXYZ', xyz(0.14307, 0.06061, 0.7141)],
    ['rTRC', curve],
    ['gTRC', curve],
    ['bTRC', curve],
  ]
  const head = 128 + 4 + tags.length * 12
  const size = head + tags.reduce((sum, [, data]) => sum + data.length, 0)
  const bytes = new Uint8Array(size)
  const view = new DataView(bytes.buffer)
  const name = (at: number, letters: string) => {
    for (let i = 0; i < letters.length; i++) bytes[at + i] = letters.charCodeAt(i)
  }
  view.setUint32(0, size)
  view.setUint32(8, 0x04200000)
  name(12, 'mntrRGB XYZ ')
  // A date, which it must have: that of the standard's edition.
  for (const [i, part] of [2010, 12, 1, 0, 0, 0].entries()) view.setUint16(24 + 2 * i, part)
  name(36, 'acsp')
  for (const [i, number] of [0.9642, 1, 0.8249].entries()) view.setUint32(68 + 4 * i, fixed(number))
  view.setUint32(128, tags.length)
  let at = head
  tags.forEach(([tagName, data], i) => {
    name(132 + 12 * i, tagName)
    view.setUint32(136 + 12 * i, at)
    view.setUint32(140 + 12 * i, data.length)
    bytes.set(data, at)
    at += data.length
  })
  return bytes
}

/** A number of 16 bits before the point and 16 behind it. */
const fixed = (number: number) => Math.round(number * 65536) >>> 0

function tag(type: string, words: readonly number[]): Uint8Array {
  const bytes = new Uint8Array(8 + words.length * 4)
  for (let i = 0; i < 4; i++) bytes[i] = type.charCodeAt(i)
  const view = new DataView(bytes.buffer)
  for (const [i, word] of words.entries()) view.setUint32(8 + 4 * i, word)
  return bytes
}

/** A text in one language, in UTF-16, to whole words. */
function text(letters: string): Uint8Array {
  const bytes = new Uint8Array(28 + Math.ceil(letters.length / 2) * 4)
  const view = new DataView(bytes.buffer)
  bytes.set(tag('mluc', [1, 12, 0x656e5553, letters.length * 2, 28]))
  for (let i = 0; i < letters.length; i++) view.setUint16(28 + 2 * i, letters.charCodeAt(i))
  return bytes
}
