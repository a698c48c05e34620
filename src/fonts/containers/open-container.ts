import { fail } from '../../problem/index.ts'
import { laterPart } from '../later-part.ts'
import { readSfnt, type SfntTables } from '../sfnt.ts'
import { type FontFile, fileOf } from './font-file.ts'
import { mostFaces } from './limits.ts'

/** A font among those of a file. */
export interface ContainedFont {
  readonly tables: SfntTables
  /** The bytes of all fonts of the file, unpacked; this one is at `index`. */
  readonly bytes: () => Uint8Array
  readonly index: number
}

const signatureLength = 4
const collectionHead = 12

/**
 * The fonts in a file: one, or those of a collection; unpacked where they were packed. What unpacks
 * them is loaded when it is first needed.
 */
export async function fontsIn(file: FontFile, name: string): Promise<readonly ContainedFont[]> {
  const signature = String.fromCharCode(...file.read(0, signatureLength))
  if (signature === 'wOFF' || signature === 'wOF2') {
    const unpack = await unpackerOf(signature)
    return [fontOf(fileOf(unpack(file.whole(), name)), name)]
  }
  if (signature !== 'ttcf') return [fontOf(file, name)]
  const count = facesIn(file, name)
  return Array.from({ length: count }, (_, index) => fontOf(file, name, index))
}

async function unpackerOf(signature: 'wOFF' | 'wOF2') {
  if (signature === 'wOFF') {
    return (await laterPart('unpacks WOFF fonts', () => import('./unpack-woff.ts'))).unpackWoff
  }
  return (await laterPart('unpacks WOFF2 fonts', () => import('./unpack-woff2.ts'))).unpackWoff2
}

/** A font that is not packed. */
export function fontOf(file: FontFile, name: string, index = 0): ContainedFont {
  return { tables: readSfnt(file, name, index), bytes: () => file.whole(), index }
}

/** Number of faces in a collection (OpenType 1.9, "Font Collections"). */
function facesIn(file: FontFile, name: string): number {
  const head = file.read(0, collectionHead)
  const view = new DataView(head.buffer, head.byteOffset, head.byteLength)
  const count = head.length === collectionHead ? view.getUint32(8) : 0
  if (count === 0 || count > mostFaces || collectionHead + count * 4 > file.length) {
    return fail('bad-font', `${name} is a collection of ${count} fonts`, {
      hint: 'its header may be damaged',
    })
  }
  return count
}
