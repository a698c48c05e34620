import type { Path } from '../problem/index.ts'
import { errorProblem } from '../problem/index.ts'
import { inside, type Kind, type Reading, refuse } from './kinds.ts'
import type { Entry, StyleEntries } from './layers.ts'
import { isPropertyName, properties } from './properties.ts'
import { propertyMeant } from './property-pointers.ts'
import { type StatedStyle, statedOver } from './style.ts'

/** The style that set a property, and its location. */
export interface Origin {
  readonly style: string
  readonly path: Path
}

interface ReadStyle {
  readonly stated: StatedStyle
  readonly origins: ReadonlyMap<string, Origin>
}

/** Every style with what it builds on, each read once, parents before children. */
export function readStyles(styles: StyleEntries, at: Reading): ReadonlyMap<string, ReadStyle> {
  const read = new Map<string, ReadStyle>()
  const parents = new Map(
    [...styles].map(([name, entries]) => [name, readParents(entries, styles, at)]),
  )
  for (const first of styles.keys()) {
    // Styles that are being read wait here for their parents; a parent that waits already is part
    // of a cycle.
    const waiting = [first]
    const onPath = new Set(waiting)
    while (waiting.length > 0) {
      const name = waiting[waiting.length - 1]
      const next = read.has(name) ? undefined : parents.get(name)?.find(parent => !read.has(parent))
      if (next !== undefined && !onPath.has(next)) {
        waiting.push(next)
        onPath.add(next)
        continue
      }
      if (next !== undefined) {
        reportCircle([...waiting.slice(waiting.indexOf(next)), next], styles, at)
        parents.set(name, [])
      }
      if (!read.has(name))
        read.set(name, readStyle(name, styles, parents.get(name) ?? [], read, at))
      waiting.pop()
      onPath.delete(name)
    }
  }
  return new Map(
    [...styles.keys()].flatMap(name => (read.has(name) ? [[name, read.get(name) ?? none]] : [])),
  )
}

const none: ReadStyle = { stated: {}, origins: new Map() }

function readParents(
  entries: ReadonlyMap<string, Entry>,
  styles: StyleEntries,
  at: Reading,
): string[] {
  const from = entries.get('from')
  if (!from) return []
  const here = { ...at, path: from.path }
  const names: readonly unknown[] = Array.isArray(from.value) ? from.value : [from.value]
  return names.flatMap((name, i) => {
    const place = Array.isArray(from.value) ? inside(here, i) : here
    if (typeof name !== 'string') {
      refuse(place, name, 'the name of a style, or a list of names')
      return []
    }
    if (styles.has(name)) return [name]
    const nearest = at.nearest(name, styles.keys())
    place.report(place.path, errorProblem('unknown-style', `no style named '${name}'`, { nearest }))
    return []
  })
}

function reportCircle(circle: readonly string[], styles: StyleEntries, at: Reading) {
  const path = styles.get(circle[circle.length - 2])?.get('from')?.path ?? at.path
  const shown =
    circle.length > 12 ? [...circle.slice(0, 10), '…', circle[circle.length - 1]] : circle
  at.report(path, errorProblem('style-cycle', `circular reference of styles: ${shown.join(' > ')}`))
}

function readStyle(
  name: string,
  styles: StyleEntries,
  parents: readonly string[],
  read: ReadonlyMap<string, ReadStyle>,
  at: Reading,
): ReadStyle {
  let stated: StatedStyle = {}
  const origins = new Map<string, Origin>()
  for (const parent of parents) {
    const parentProperties = read.get(parent) ?? none
    stated = statedOver(stated, parentProperties.stated)
    for (const [property, origin] of parentProperties.origins) origins.set(property, origin)
  }
  const entries = new Map(styles.get(name))
  entries.delete('from')
  stated = statedOver(stated, readProperties(entries, at, ['from']))
  for (const [property, { path }] of entries) origins.set(property, { style: name, path })
  checkBounds(stated, origins, at)
  return { stated, origins }
}

function checkBounds(stated: StatedStyle, origins: ReadonlyMap<string, Origin>, at: Reading) {
  const { minSize, maxSize } = stated
  if (minSize === undefined || maxSize === undefined || minSize <= maxSize) return
  const message = `'minSize' is ${minSize}, greater than 'maxSize', which is ${maxSize}`
  at.report(origins.get('minSize')?.path ?? at.path, errorProblem('bad-value', message))
}

/** Reads properties from where they are stated; reports those that are none. */
export function readProperties(
  entries: ReadonlyMap<string, Entry>,
  at: Reading,
  alsoKnown: readonly string[] = [],
): StatedStyle {
  const stated: Record<string, unknown> = {}
  for (const [name, { value, path }] of entries) {
    if (!isPropertyName(name)) {
      const nearest = propertyMeant(name, alsoKnown)
      at.report(path, errorProblem('unknown-property', `unknown property '${name}'`, { nearest }))
      continue
    }
    const { kind }: { readonly kind: Kind<unknown> } = properties[name]
    const readValue = kind.read(value, { ...at, path })
    if (readValue !== undefined) stated[name] = readValue
  }
  // Each value was read by the kind of its own property.
  return stated as StatedStyle
}
