import type { Gap } from './gap.ts'
import { noEdge } from './word-table.ts'

/** The edge of no word: of a text that begins or ends with spaces. */
export const textEdge = 0

/** The first size of the table, in bits of an edge's number. */
const firstBits = 6

/**
 * The gaps of one space between the letters, or ligatures, that words end and begin with: few of a face.
 * Each such edge has a number, and a table has the gap of each two.
 */
export class UsualGaps {
  readonly gaps: Gap[] = []
  private readonly edges = new Map<string, number>([['', textEdge]])
  private bits = firstBits
  private table: Uint16Array = new Uint16Array(1 << (2 * firstBits))

  get bytes() {
    return this.table.byteLength
  }

  /** The number of the gap between two edges, from 1 on; 0 where it is not known. */
  numberAt(left: number, right: number): number {
    return left === noEdge || right === noEdge ? 0 : this.table[(left << this.bits) | right]
  }

  /** The number of an edge; `noEdge` if there are too many. */
  edgeOf(letters: string): number {
    const known = this.edges.get(letters)
    if (known !== undefined) return known
    const edge = this.edges.size
    if (edge >= noEdge) return noEdge
    if (edge >= 1 << this.bits) this.grow()
    this.edges.set(letters, edge)
    return edge
  }

  add(left: number, right: number, gap: Gap) {
    const isFull = this.gaps.length >= mostGaps
    if (left === noEdge || right === noEdge || isFull) return
    this.table[(left << this.bits) | right] = this.gaps.push(gap)
  }

  private grow() {
    const { table, bits } = this
    this.bits++
    this.table = new Uint16Array(1 << (2 * this.bits))
    for (let left = 0; left < 1 << bits; left++) {
      this.table.set(table.subarray(left << bits, (left + 1) << bits), left << this.bits)
    }
  }
}

const mostGaps = 0xffff
