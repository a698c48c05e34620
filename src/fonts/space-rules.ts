import type { SfntTables } from './sfnt.ts'
import { coverageIndex, tagAt } from './table-parts.ts'

/**
 * Whether a font's spaces stand by themselves: no rule of its `GSUB` table, and of `GPOS` none but
 * kerning with a neighbor, asks for the space, puts something in its place, or looks over it. The
 * words beside a space are then what they are alone, and may be shaped one by one. Read from the
 * tables (OpenType, chapter 2, "Layout common table formats"); where they cannot be read, the
 * answer is no.
 */
export function spacesStandAlone(
  tables: SfntTables,
  space: number,
  features: readonly string[],
): boolean {
  // AAT tables are not examined.
  if (space === 0 || tables.has('morx') || tables.has('kerx')) return false
  const asked = features.filter(feature => !feature.endsWith('=0')).map(f => f.slice(0, 4))
  const wanted = new Set([...usualFeatures, ...asked])
  try {
    return ['GSUB', 'GPOS'].every(tag => {
      const table = tables.table(tag)
      return !table || !reader(table, tag === 'GPOS', space).touchesSpace(wanted)
    })
  } catch (error) {
    if (error instanceof RangeError) return false
    throw error
  }
}

/**
 * Features that shapers always apply to Latin, Greek, Cyrillic, Armenian and Georgian text.
 * Fractions are not among them: they depend on U+2044, and such text is not divided.
 */
export const usualFeatures = [
  ...['rvrn', 'rclt', 'calt', 'ccmp', 'clig', 'liga', 'locl', 'rlig', 'rand', 'ltra', 'ltrm'],
  ...['abvm', 'blwm', 'curs', 'dist', 'kern', 'mark', 'mkmk'],
]

/** Parts of a table may be shared, by rules that are shared by sets: a broken one has them without end. */
const mostReads = 5_000_000

function reader(table: DataView, isPositioning: boolean, space: number) {
  let reads = 0
  const u16 = (at: number) => {
    if (++reads > mostReads) throw new RangeError()
    return table.getUint16(at)
  }
  const u32 = (at: number) => table.getUint32(at)
  const offsets = (at: number, count: number, base: number) =>
    Array.from({ length: count }, (_, i) => base + u16(at + i * 2))
  const lookupList = u16(8)

  /** Lookups of a feature table. */
  function lookupsOf(feature: number): number[] {
    return Array.from({ length: u16(feature + 2) }, (_, i) => u16(feature + 4 + i * 2))
  }

  function lookupsFor(wanted: ReadonlySet<string>): Set<number> {
    const lookups = new Set<number>()
    const list = u16(6)
    const take = new Set<number>(requiredFeatures())
    const count = u16(list)
    for (let i = 0; i < count; i++) {
      const record = list + 2 + i * 6
      if (!wanted.has(tagAt(table, record)) && !take.has(i)) continue
      take.add(i)
      for (const lookup of lookupsOf(list + u16(record + 4))) lookups.add(lookup)
    }
    for (const { index, feature } of alternates()) {
      if (take.has(index)) for (const lookup of lookupsOf(feature)) lookups.add(lookup)
    }
    return lookups
  }

  /** Features that a script or a language has without being asked. */
  function requiredFeatures(): number[] {
    const list = u16(4)
    const lookupIndexes: number[] = []
    for (let i = 0; i < u16(list); i++) {
      const script = list + u16(list + 2 + i * 6 + 4)
      const systems = [u16(script)]
      for (let j = 0; j < u16(script + 2); j++) systems.push(u16(script + 4 + j * 6 + 4))
      for (const system of systems) {
        if (system === 0) continue
        const required = u16(script + system + 2)
        if (required !== 0xffff) lookupIndexes.push(required)
      }
    }
    return lookupIndexes
  }

  /** Feature tables that take the place of others on some axes of a variable font. */
  function alternates(): { readonly index: number; readonly feature: number }[] {
    if (u16(2) === 0 || u32(10) === 0) return []
    const start = u32(10)
    const features: { index: number; feature: number }[] = []
    for (let i = 0; i < u32(start + 4); i++) {
      const substitution = u32(start + 8 + i * 8 + 4)
      if (substitution === 0) continue
      const at = start + substitution
      for (let j = 0; j < u16(at + 4); j++) {
        const record = at + 6 + j * 6
        features.push({ index: u16(record), feature: at + u32(record + 2) })
      }
    }
    return features
  }

  const covers = (at: number) => coverageIndex(u16, at, space) >= 0

  function classOfSpace(at: number): number {
    if (u16(at) === 1) {
      const index = space - u16(at + 2)
      return index >= 0 && index < u16(at + 4) ? u16(at + 6 + index * 2) : 0
    }
    for (let i = 0; i < u16(at + 2); i++) {
      const range = at + 4 + i * 6
      if (u16(range) <= space && space <= u16(range + 2)) return u16(range + 4)
    }
    return 0
  }

  /** Whether one of the numbers from `at` on is the one looked for. */
  function holds(at: number, count: number, looked: number): boolean {
    for (let i = 0; i < count; i++) if (u16(at + i * 2) === looked) return true
    return false
  }

  /**
   * A rule of a sequence, or with `isChained` of what is before, of, and after one: which of the
   * three a place is in is told as 0, 1 or 2. Rules that are looked up by their first glyph leave
   * that out.
   */
  function ruleTouches(
    rule: number,
    isChained: boolean,
    leftOut: 0 | 1,
    isSpace: (group: number, at: number) => boolean,
    more: (lookup: number) => void,
  ): boolean {
    let at = rule
    let lookups = 0
    for (const group of isChained ? [0, 1, 2] : [1]) {
      const count = u16(at) - (group === 1 ? leftOut : 0)
      at += 2
      if (!isChained) {
        lookups = u16(at)
        at += 2
      }
      for (let i = 0; i < count; i++, at += 2) if (isSpace(group, at)) return true
    }
    if (isChained) {
      lookups = u16(at)
      at += 2
    }
    for (let i = 0; i < lookups; i++) more(u16(at + i * 4 + 2))
    return false
  }

  function contextTouches(at: number, isChained: boolean, more: (lookup: number) => void): boolean {
    const format = u16(at)
    if (format === 3) {
      return ruleTouches(at + 2, isChained, 0, (_, place) => covers(at + u16(place)), more)
    }
    if (covers(at + u16(at + 2))) return true
    const hasClasses = format === 2
    const classCount = hasClasses ? (isChained ? 3 : 1) : 0
    const classes = Array.from({ length: classCount }, (_, i) =>
      classOfSpace(at + u16(at + 4 + i * 2)),
    )
    const setsAt = at + 4 + classCount * 2
    // By classes the space is one of its class, by glyphs it is itself.
    const looked = (group: number) => (hasClasses ? classes[isChained ? group : 0] : space)
    const isSpace = (group: number, place: number) => u16(place) === looked(group)
    for (const set of offsets(setsAt + 2, u16(setsAt), at)) {
      if (set === at) continue
      for (const rule of offsets(set + 2, u16(set), set)) {
        if (ruleTouches(rule, isChained, 1, isSpace, more)) return true
      }
    }
    return false
  }

  function ligatureTouches(at: number): boolean {
    for (const set of offsets(at + 6, u16(at + 4), at)) {
      for (const ligature of offsets(set + 2, u16(set), set)) {
        if (u16(ligature) === space) return true
        if (holds(ligature + 4, u16(ligature + 2) - 1, space)) return true
      }
    }
    return covers(at + u16(at + 2))
  }

  function reverseTouches(at: number): boolean {
    const before = u16(at + 4)
    const after = u16(at + 6 + before * 2)
    const around = [
      ...offsets(at + 6, before, at),
      ...offsets(at + 8 + before * 2, after, at),
      at + u16(at + 2),
    ]
    return around.some(covers)
  }

  function subtableTouches(type: number, at: number, more: (lookup: number) => void): boolean {
    if (isPositioning) {
      if (type === 2) return false
      if (type === 7 || type === 8) return contextTouches(at, type === 8, more)
      // Marks stand on letters, and not on spaces, in text that is divided at spaces.
      return type === 1 || type === 3 ? covers(at + u16(at + 2)) : false
    }
    if (type === 4) return ligatureTouches(at)
    if (type === 5 || type === 6) return contextTouches(at, type === 6, more)
    if (type === 8) return reverseTouches(at)
    return covers(at + u16(at + 2))
  }

  const extension = isPositioning ? 9 : 7

  return {
    touchesSpace(wanted: ReadonlySet<string>): boolean {
      const waiting = [...lookupsFor(wanted)]
      const seen = new Set(waiting)
      const more = (lookup: number) => {
        if (!seen.has(lookup)) waiting.push(lookup)
        seen.add(lookup)
      }
      for (let index = waiting.pop(); index !== undefined; index = waiting.pop()) {
        const lookup = lookupList + u16(lookupList + 2 + index * 2)
        const type = u16(lookup)
        for (const subtable of offsets(lookup + 6, u16(lookup + 4), lookup)) {
          const isFar = type === extension
          const lookupType = isFar ? u16(subtable + 2) : type
          const at = isFar ? subtable + u32(subtable + 4) : subtable
          if (subtableTouches(lookupType, at, more)) return true
        }
      }
      return false
    },
  }
}
