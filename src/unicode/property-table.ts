import { type Columns, rangesIn } from './property-ranges.ts'

/**
 * A property of every code point, from ranges of the Unicode Character Database: a table in two
 * stages of 128 code points a page, so that a look-up is two array reads.
 */
interface PropertyTable {
  readonly pages: Uint16Array
  readonly cells: Uint8Array
}

const pageBits = 7
const pageSize = 1 << pageBits
const pageCount = 0x110000 >> pageBits

/** Code points between the ranges hold value 0. */
export function propertyTable(ranges: Columns): PropertyTable {
  const pages = new Uint16Array(pageCount)
  // Page 0 of the cells is the one where nothing has a value.
  const cells: number[] = new Array(pageSize).fill(0)
  /** Pages that hold one value throughout are shared. */
  const uniform = new Map<number, number>()
  for (const [first, end, value] of rangesIn(ranges)) {
    for (let at = first; at < end; ) {
      const page = at >> pageBits
      const pageEnd = (page + 1) << pageBits
      if (at === page << pageBits && end >= pageEnd) {
        let shared = uniform.get(value)
        if (shared === undefined) {
          shared = cells.length >> pageBits
          uniform.set(value, shared)
          for (let i = 0; i < pageSize; i++) cells.push(value)
        }
        pages[page] = shared
        at = pageEnd
        continue
      }
      if (pages[page] === 0) {
        pages[page] = cells.length >> pageBits
        for (let i = 0; i < pageSize; i++) cells.push(0)
      }
      const base = (pages[page] << pageBits) - (page << pageBits)
      const stop = Math.min(end, pageEnd)
      cells.fill(value, base + at, base + stop)
      at = stop
    }
  }
  return { pages, cells: Uint8Array.from(cells) }
}

/** The index of the value of a code point's property, in the order the generator listed them. */
export function propertyIndex({ pages, cells }: PropertyTable, codePoint: number): number {
  return cells[(pages[codePoint >> pageBits] << pageBits) | (codePoint & (pageSize - 1))]
}

/** `make()` on the first call, and the same value ever after. */
export function once<T>(make: () => T): () => T {
  let made: { value: T } | undefined
  return () => {
    made ??= { value: make() }
    return made.value
  }
}
