import type { SfntTables } from './sfnt.ts'
import { tagAt } from './table-parts.ts'

/** The scripts, languages and features of a font's layout tables: OpenType tags, sorted. */
interface LayoutTags {
  readonly features: readonly string[]
  readonly scripts: readonly string[]
}

/** Offsets of the two lists in the heads of `GSUB` and `GPOS`. */
const scriptList = 4
const featureList = 6

/** Reads the tags of scripts and features of both layout tables; of broken ones, what can be read. */
export function readLayoutTags(tables: SfntTables): LayoutTags {
  const layout = ['GSUB', 'GPOS'].map(tag => tables.table(tag)).filter(table => table !== undefined)
  const tags = (list: number) =>
    [...new Set(layout.flatMap(table => recordTags(table, list)))].sort()
  return { features: tags(featureList), scripts: tags(scriptList) }
}

/** A list starts with a count; each record has a tag and an offset. */
function recordTags(table: DataView, list: number): string[] {
  const start = table.byteLength >= 10 ? table.getUint16(list) : 0
  if (start === 0 || start + 2 > table.byteLength) return []
  const count = Math.min(table.getUint16(start), Math.floor((table.byteLength - start - 2) / 6))
  return Array.from({ length: count }, (_, i) => {
    const at = start + 2 + i * 6
    return tagAt(table, at)
  })
}
