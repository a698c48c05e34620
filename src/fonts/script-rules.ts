import type { SfntTables } from './sfnt.ts'
import { usualFeatures } from './space-rules.ts'
import { tagAt } from './table-parts.ts'

/** The tag of a script in layout tables (OpenType 1.9, "Script tags"), for scripts with one that is shaped by no rules of its own. */
const layoutTag = (script: string) => (script === 'Hira' ? 'kana' : script.toLowerCase())

/** Script tags that shapers use if a table lacks the script. */
const usualScripts = ['DFLT', 'dflt', 'latn']

/** Around U+2044 shapers turn these on. */
const ofFractions = ['frac', 'numr', 'dnom']

/**
 * Whether a font has the same rules for two scripts: the same features for each language in its `GSUB`
 * table, and in `GPOS` (OpenType 1.9, chapter 2, "Script table"), of those that shapers apply unasked and
 * those that are asked for. Text of both is then shaped as one. Where that cannot be read, the answer is no.
 */
export function sharesRules(
  tables: SfntTables,
  one: string,
  other: string,
  features: readonly string[],
): boolean {
  // AAT tables are not examined.
  if (tables.has('morx') || tables.has('kerx')) return false
  const asked = features.map(feature => feature.slice(0, 4))
  const wanted = new Set([...usualFeatures, ...ofFractions, ...asked])
  try {
    return ['GSUB', 'GPOS'].every(tag => {
      const table = tables.table(tag)
      if (!table) return true
      const [a, b] = [one, other].map(script => rulesFor(table, layoutTag(script), wanted))
      return a === b
    })
  } catch (error) {
    if (error instanceof RangeError) return false
    throw error
  }
}

/** The features of a script, and those of each language that has others, as one text. */
function rulesFor(table: DataView, tag: string, wanted: ReadonlySet<string>): string {
  const list = table.getUint16(4)
  const scripts = new Map<string, number>()
  for (let i = 0; i < table.getUint16(list); i++) {
    const record = list + 2 + i * 6
    scripts.set(tagAt(table, record), list + table.getUint16(record + 4))
  }
  const scriptTag = [tag, ...usualScripts].find(name => scripts.has(name))
  const script = scriptTag === undefined ? undefined : scripts.get(scriptTag)
  if (script === undefined) return ''
  const systemAt = (at: number) => (at === 0 ? '' : featuresOf(table, script + at, wanted).join())
  const usual = systemAt(table.getUint16(script))
  let rules = usual
  for (let i = 0; i < table.getUint16(script + 2); i++) {
    const record = script + 4 + i * 6
    const system = systemAt(table.getUint16(record + 4))
    if (system !== usual) rules += `;${tagAt(table, record)} ${system}`
  }
  return rules
}

/** By their numbers in the table; what a language has whether it is asked for or not comes first. */
function featuresOf(table: DataView, at: number, wanted: ReadonlySet<string>): number[] {
  const list = table.getUint16(6)
  const needed = table.getUint16(at + 2)
  const count = table.getUint16(at + 4)
  const numbers = Array.from({ length: count }, (_, i) => table.getUint16(at + 6 + i * 2))
  const lookups = numbers.filter(number => wanted.has(tagAt(table, list + 2 + number * 6)))
  return needed === 0xffff ? lookups : [needed, -1, ...lookups]
}
