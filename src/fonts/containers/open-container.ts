import { fail } from '../../problem/index.ts'
import { largestFont, mostFaces } from './limits.ts'
import { unpackWoff } from './unpack-woff.ts'

/** A font among those of a file: the bytes of all, and which of them. */
export interface ContainedFont {
  readonly bytes: Uint8Array
  readonly index: number
}

/** The fonts in a file: one, or those of a collection; unpacked where they were packed. */
export async function fontsIn(bytes: Uint8Array, name: string): Promise<readonly ContainedFont[]> {
  const signature = String.fromCharCode(...bytes.subarray(0, 4))
  if (signature === 'ttcf') return collected(bytes, name)
  if (signature === 'wOFF') return [{ bytes: unpackWoff(bytes, name), index: 0 }]
  if (signature === 'wOF2') return [{ bytes: await unpackWoff2(bytes, name), index: 0 }]
  return [{ bytes, index: 0 }]
}

/** The faces of a collection (OpenType 1.9, "Font Collections"). */
function collected(bytes: Uint8Array, name: string): ContainedFont[] {
  const count = bytes.length >= 12 ? new DataView(bytes.buffer, bytes.byteOffset).getUint32(8) : 0
  if (count === 0 || count > mostFaces || 12 + count * 4 > bytes.length) {
    return fail('bad-font', `${name} is a collection of ${count} fonts`, {
      hint: 'its head may be broken',
    })
  }
  return Array.from({ length: count }, (_, index) => ({ bytes, index }))
}

/** A font from WOFF2 (W3C WOFF File Format 2.0). What unpacks it is loaded when it is first needed. */
async function unpackWoff2(bytes: Uint8Array, name: string): Promise<Uint8Array> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const [length, size] = bytes.length >= 48 ? [view.getUint32(8), view.getUint32(16)] : [0, 0]
  if (length !== bytes.length)
    return fail('bad-font', `${name} is not as long as its WOFF2 head says`)
  if (size > largestFont) {
    return fail('bad-font', `${name} would unpack to ${size} bytes`, {
      hint: `at most ${largestFont}`,
    })
  }
  const { default: decompress } = await import('woff2-encoder/decompress')
  try {
    const font = await decompress(bytes)
    if (font.length > 0) return font
  } catch {
    // Told below, in our words.
  }
  return fail('bad-font', `${name} cannot be unpacked from WOFF2`)
}
