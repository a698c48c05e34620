import type { Path } from '../problem/index.ts'
import { isObject } from '../problem/index.ts'
import { inside, type Reading, refuse, reportUnknown } from './kinds.ts'

/** A sheet's parts as they were stated: by part, then by name; each entry with where it stands. */
export interface Entry {
  readonly value: unknown
  readonly path: Path
}
export type Entries = ReadonlyMap<string, Entry>

/** A style's properties as stated, over several layers: each with where it was stated last. */
export type StyleEntries = ReadonlyMap<string, ReadonlyMap<string, Entry>>

export interface Layered {
  readonly families: Entries
  readonly sizes: Entries
  readonly inks: Entries
  readonly styles: StyleEntries
  readonly modes: Entries
  readonly modularScale?: Entry
}

const parts = ['families', 'modularScale', 'sizes', 'inks', 'styles']

export const noLayers: Layered = {
  families: new Map(),
  sizes: new Map(),
  inks: new Map(),
  styles: new Map(),
  modes: new Map(),
}

/**
 * Puts a sheet, or a part of one, over what there is: names that are new are added, inks, sizes
 * and families replaced, styles changed property by property.
 */
export function withLayer(below: Layered, source: unknown, at: Reading, whole: boolean): Layered {
  if (!isObject(source)) {
    refuse(at, source, whole ? 'an object with styles' : 'an object with parts of a sheet')
    return below
  }
  reportUnknown(source, whole ? [...parts, 'modes', '$schema'] : parts, at)
  const entries = (part: string): Entries => {
    const value = Object.hasOwn(source, part) ? source[part] : undefined
    if (value === undefined) return new Map()
    if (!isObject(value)) {
      refuse(inside(at, part), value, `an object of names and ${part}`)
      return new Map()
    }
    return new Map(
      Object.entries(value).map(([name, entry]) => [
        name,
        { value: entry, path: [...at.path, part, name] },
      ]),
    )
  }
  const { modularScale } = source
  return {
    families: over(below.families, entries('families')),
    sizes: over(below.sizes, entries('sizes')),
    inks: over(below.inks, entries('inks')),
    styles: stylesOver(below.styles, entries('styles'), at),
    modes: whole ? over(below.modes, entries('modes')) : below.modes,
    ...((modularScale !== undefined || below.modularScale) && {
      modularScale:
        modularScale === undefined
          ? below.modularScale
          : { value: modularScale, path: [...at.path, 'modularScale'] },
    }),
  }
}

const over = (below: Entries, above: Entries): Entries =>
  above.size === 0 ? below : new Map([...below, ...above])

function stylesOver(below: StyleEntries, above: Entries, at: Reading): StyleEntries {
  const styles = new Map(below)
  for (const [name, { value, path }] of above) {
    if (!isObject(value)) {
      refuse({ ...at, path }, value, 'an object of properties')
      continue
    }
    const stated = Object.entries(value).map(([key, entry]): [string, Entry] => {
      return [key, { value: entry, path: [...path, key] }]
    })
    styles.set(name, new Map([...(below.get(name) ?? []), ...stated]))
  }
  return styles
}
