import type { Item } from '../core.ts'

/** Something that stands on a page as one. */
export interface Packed {
  readonly width: number
  readonly height: number
  readonly items: readonly Item[]
  /** Nothing stands beside it. */
  readonly isWide?: boolean
  /** What follows stands on the same page. */
  readonly isHead?: boolean
}

/** The position of an entry: its page and its place there. */
interface PackedAt {
  readonly x: number
  readonly y: number
  readonly packed: Packed
}

interface Room {
  readonly width: number
  readonly height: number
  readonly gap: number
}

/** Puts one beside the other in rows, and rows on pages; what is higher than a page has a page of its own. */
export function packedPages(
  all: readonly Packed[],
  { width, height, gap }: Room,
): readonly (readonly PackedAt[])[] {
  const pages: PackedAt[][] = []
  let page: PackedAt[] = []
  let y = 0
  for (const row of rowsOf(all, width, gap)) {
    const deep = row.reduce((most, one) => Math.max(most, one.height), 0)
    if (page.length > 0 && y + deep > height) {
      // A heading goes with what it is of.
      let kept = page.length
      while (kept > 1 && page[kept - 1].packed.isHead) kept--
      const heads = page.splice(kept)
      pages.push(page)
      page = []
      y = 0
      for (const { packed } of heads) {
        page.push({ x: 0, y, packed })
        y += packed.height + gap
      }
    }
    let x = 0
    for (const packed of row) {
      page.push({ x, y, packed })
      x += packed.width + gap
    }
    y += deep + gap
  }
  if (page.length > 0) pages.push(page)
  return pages
}

function* rowsOf(all: readonly Packed[], width: number, gap: number): Generator<readonly Packed[]> {
  let row: Packed[] = []
  let x = 0
  for (const one of all) {
    if (row.length > 0 && (one.isWide || row[0].isWide || x + one.width > width)) {
      yield row
      row = []
      x = 0
    }
    row.push(one)
    x += one.width + gap
  }
  if (row.length > 0) yield row
}
