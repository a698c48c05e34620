import {
  aNumber,
  anObject,
  aString,
  available,
  being,
  checkArgument,
  DotLineError,
  either,
  errorProblem,
  fail,
  isObject,
  listOf,
  mapOf,
  nearestName,
  nearestNames,
  type Path,
  type Problem,
  pathText,
  warningProblem,
} from '../problem/index.ts'
import type { Ink } from './inks/ink.ts'
import { inkKind, readInks } from './inks/read-inks.ts'
import type { Reading, recordOf } from './kinds.ts'
import { type Layered, noLayers, withLayer } from './layers.ts'
import { families as familyKind } from './property-kinds.ts'
import { type Origin, readProperties, readStyles } from './read-styles.ts'
import { readSizes } from './sizes.ts'
import type { InkSource, SheetPart, SheetSource, SizeDefinition, StyleSource } from './source.ts'
import { initialStyle, type StatedStyle, type Style, styleWithin } from './style.ts'

/** A property of a style, and where its value comes from. */
export interface Reason extends Origin {
  /** Name of the property. */
  readonly property: string
  /** The value as it was stated: the name of an ink, and not its color. */
  readonly stated: unknown
  /** The location of its definition: a place in a file, or a path. */
  readonly location: NonNullable<Problem['location']>
}

/** A set of named styles, inks, sizes and families, checked. */
export interface Sheet<
  S extends string = string,
  I extends string = string,
  Z extends string = string,
  M extends string = string,
> {
  /** Names of its styles. */
  readonly styleNames: readonly string[]
  /** Names of its inks. */
  readonly inkNames: readonly string[]
  /** Names of its sizes. */
  readonly sizeNames: readonly string[]
  /** Names of its families. */
  readonly familyNames: readonly string[]
  /** Names of its modes. */
  readonly modeNames: readonly string[]
  /** Warnings: colors that had to be mapped into sRGB. */
  readonly warnings: readonly Problem[]
  /** The style of text without a style: `defaults` over the built-in defaults. */
  readonly base: Style
  /** The properties that a style states, with those it builds on; undefined for unknown names. */
  stated(name: string): StatedStyle | undefined
  /** A style with nothing left open. Throws `unknown-style`. */
  style(name: S): Style
  /** Throws `unknown-ink`. */
  ink(name: I): Ink
  /** In units, before reader settings. Throws `unknown-size`. */
  size(name: Z): number
  /** The list a short name of a family stands for. */
  families(name: string): readonly string[] | undefined
  /** The style that stated each property of a style, and where. Throws `unknown-style`. */
  why(name: S): readonly Reason[]
  /** Place of a part: in the file it was read from, or as a path. */
  locationOf(path: Path): NonNullable<Problem['location']>
  /** A sheet with changes: styles are changed property by property, all else by name. */
  with<S2 extends string = never, I2 extends string = never, Z2 extends string = never>(part: {
    readonly families?: SheetPart['families']
    readonly modularScale?: SheetPart['modularScale']
    readonly sizes?: { readonly [K in Z2]: SizeDefinition }
    readonly inks?: { readonly [K in I2]: InkSource }
    readonly styles?: {
      readonly [K in S2]: StyleSource<S | NoInfer<S2>, I | NoInfer<I2>, Z | NoInfer<Z2>>
    }
  }): Sheet<S | S2, I | I2, Z | Z2, M>
  /** The sheet with the changes of one of its modes. Throws `unknown-mode`. */
  mode(name: M): Sheet<S, I, Z, M>
  /** The sheet as it would be stated in one piece; modes as they are declared. */
  definition(): SheetSource
  /** Reads properties written as text, as markup overrides are; problems carry no place. */
  overridesFromText(properties: Readonly<Record<string, string>>): {
    readonly stated: StatedStyle
    readonly problems: readonly Problem[]
  }
  /** Reads properties as a style of the sheet states them; problems have their names as places. */
  overrides(properties: Omit<StyleSource<S, I, Z>, 'from'>): {
    readonly stated: StatedStyle
    readonly problems: readonly Problem[]
  }
}

/** As an argument: what `defineSheet` and `readSheet` give, and no definition of one. */
export const aSheet = being(
  'a sheet, which defineSheet() gives',
  value => isObject(value) && typeof value.style === 'function' && isObject(value.base),
)

const aPath = listOf(either(aString, aNumber))

/** Says where a path of the sheet stands in the file it was read from. */
export type Locate = (path: Path) => NonNullable<Problem['location']>

/**
 * Checks a sheet and resolves it. One `DotLineError` lists all mistakes in `problems`, each with
 * its path, the expected values, and the nearest known name.
 *
 * @param source Styles, inks, sizes, families and modes.
 * @returns The sheet, checked and resolved.
 * @throws `unknown-ink`, `unknown-style`, `bad-value` and others; all mistakes at once.
 * @example
 * defineSheet({ inks: { deep: '#0b3d5c' }, styles: { body: { size: 16, ink: 'deep' } } })
 * @see `readSheet` for JSON
 */
export function defineSheet<
  const S extends string,
  const I extends string = never,
  const Z extends string = never,
  const M extends string = never,
>(source: SheetSource<S, I, Z, M>): Sheet<S, I, Z, M> {
  return checkedSheet(source, pathText)
}

/** As `defineSheet`, for a sheet of any origin: `locate` gives problems their places. */
export function checkedSheet(source: unknown, locate: Locate): Sheet {
  const mistakes: Found[] = []
  const layered = withLayer(noLayers, source, readingAt([], mistakes), true)
  if (typeof source === 'object' && source !== null && !('styles' in source)) {
    const hint = 'expected an object of names and styles'
    mistakes.push({
      path: [],
      problem: errorProblem('missing-property', "'styles' is missing", { hint }),
    })
  }
  checkModes(layered, mistakes)
  return sheetOf(layered, locate, mistakes)
}

interface Found {
  readonly path: Path
  readonly problem: Problem
}

const noNames = { families: new Map(), sizes: new Map(), inks: { names: [], get: () => undefined } }

function readingAt(path: Path, found: Found[], names: Reading['names'] = noNames): Reading {
  const report: Reading['report'] = (at, problem) => found.push({ path: at, problem })
  return { path, names, report, nearest: nearestNames() }
}

/** Each is read over the whole sheet. */
const mostModes = 200

/** A mode is wrong from the start, and not only when somebody turns it on. */
function checkModes(layered: Layered, found: Found[]) {
  if (layered.modes.size > mostModes) {
    const message = `the sheet has ${layered.modes.size} modes (at most ${mostModes})`
    found.push({ path: ['modes'], problem: errorProblem('too-large', message) })
    return
  }
  for (const [name, { value, path }] of layered.modes) {
    for (const problem of unknownInMode(name, value, layered)) {
      found.push({ path: [...path, ...problem.path], problem: problem.problem })
    }
    const inMode: Found[] = []
    read(withLayer(layered, value, readingAt(path, inMode), false), inMode)
    // Problems that exist without the mode are reported without it.
    const isOwn = (problem: Found) => path.every((key, i) => problem.path[i] === key)
    for (const wrong of inMode) {
      if (isOwn(wrong) && wrong.problem.severity === 'error') found.push(wrong)
    }
  }
}

const partsOfMode = { inks: 'ink', styles: 'style', sizes: 'size', families: 'family' } as const

/** Names that a mode changes and the sheet lacks, unless the mode itself uses them. */
function* unknownInMode(mode: string, value: unknown, layered: Layered): Generator<Found> {
  if (!isObject(value)) return
  for (const [part, what] of Object.entries(partsOfMode)) {
    const partValue = value[part]
    if (!isObject(partValue)) continue
    const known = layered[part as keyof typeof partsOfMode]
    for (const name of Object.keys(partValue)) {
      if (known.has(name) || (part !== 'styles' && isNamedIn(value, name))) continue
      const message = `the mode '${mode}' changes the ${what} '${name}', which the sheet does not have`
      const nearest = nearestName(name, [...known.keys()])
      yield { path: [part, name], problem: warningProblem(`unknown-${what}`, message, { nearest }) }
    }
  }
}

/** Whether a name stands as a value anywhere in a mode. */
function isNamedIn(mode: unknown, name: string): boolean {
  const waiting: unknown[] = [mode]
  while (waiting.length > 0) {
    const value = waiting.pop()
    if (value === name) return true
    if (typeof value === 'object' && value !== null) waiting.push(...Object.values(value))
  }
  return false
}

/** Reads all that is stated; what is wrong is added to `found`. */
function read(layered: Layered, found: Found[]) {
  const at = readingAt([], found)
  const statedFamilies = readEntries(layered.families, familyKind, at)
  const sizes = readSizes(layered.sizes, layered.modularScale, at)
  const statedInks = readEntries(layered.inks, inkKind, at)
  const inks = readInks(statedInks, name => layered.inks.get(name)?.path ?? [], at)
  const names = { families: statedFamilies, sizes, inks }
  const styles = readStyles(layered.styles, readingAt([], found, names))
  return { names, inks, sizes, styles, families: statedFamilies }
}

function readEntries<T>(
  entries: Layered['inks'],
  kind: Parameters<typeof recordOf<T>>[1],
  at: Reading,
) {
  const known = new Map<string, T>()
  for (const [name, { value, path }] of entries) {
    const entry = kind.read(value, { ...at, path })
    if (entry !== undefined) known.set(name, entry)
  }
  return known
}

function sheetOf(layered: Layered, locate: Locate, found: Found[]): Sheet {
  const { names, inks, sizes, styles, families } = read(layered, found)
  const placed = found
    .map(({ path, problem }) => ({ ...problem, location: locate(path) }))
    .sort((a, b) => offsetOf(a) - offsetOf(b))
  const errors = placed.filter(problem => problem.severity === 'error')
  if (errors.length > 0) throw new DotLineError(errors[0], errors)
  const base = styleWithin(initialStyle, styles.get('defaults')?.stated ?? {})
  const styleNames = [...styles.keys()]
  const known = (name: string) => {
    checkArgument('a sheet', 'the name of a style', name, aString)
    return (
      styles.get(name) ??
      fail('unknown-style', `no style named '${name}'`, { nearest: nearestName(name, styleNames) })
    )
  }
  const whole = new Map<string, Style>()
  return {
    styleNames,
    inkNames: inks.names,
    sizeNames: [...sizes.keys()],
    familyNames: [...families.keys()],
    modeNames: [...layered.modes.keys()],
    warnings: placed,
    base,
    stated: name => styles.get(name)?.stated,
    style(name) {
      if (name === 'defaults') return base
      // One style is one object: what is found out about it is kept by it.
      const resolved = whole.get(name) ?? styleWithin(base, known(name).stated)
      whole.set(name, resolved)
      return resolved
    },
    ink(name) {
      checkArgument('a sheet', 'the name of an ink', name, aString)
      return (
        inks.get(name) ??
        fail('unknown-ink', `no ink named '${name}'`, { nearest: nearestName(name, inks.names) })
      )
    },
    size(name) {
      checkArgument('a sheet', 'the name of a size', name, aString)
      return (
        sizes.get(name) ??
        fail('unknown-size', `no size named '${name}'`, {
          nearest: nearestName(name, sizes.keys()),
        })
      )
    },
    families: name => families.get(name),
    locationOf(path) {
      checkArgument('locationOf', 'path', path, aPath)
      return locate(path)
    },
    why(name) {
      const statedOrigins = known(name).origins
      const below =
        name === 'defaults' ? new Map<string, Origin>() : styles.get('defaults')?.origins
      return [...new Map([...(below ?? []), ...statedOrigins])].map(([property, origin]) => ({
        property,
        stated: layered.styles.get(origin.style)?.get(property)?.value,
        ...origin,
        location: locate(origin.path),
      }))
    },
    with(part) {
      const changes: Found[] = []
      const changed = withLayer(layered, part, readingAt([], changes), false)
      return sheetOf(changed, pathText, changes)
    },
    mode(name) {
      checkArgument('a sheet', 'the name of a mode', name, aString)
      const entry = layered.modes.get(name)
      if (!entry) {
        const modes = [...layered.modes.keys()]
        const nearest = nearestName(name, modes)
        const hint = modes.length === 0 ? 'the sheet declares no modes' : available(modes)
        return fail('unknown-mode', `no mode named '${name}'`, nearest ? { nearest } : { hint })
      }
      const changes: Found[] = []
      const changed = withLayer(layered, entry.value, readingAt(entry.path, changes), false)
      return sheetOf(changed, locate, changes)
    },
    definition: () => sourceOf(layered),
    overridesFromText(properties) {
      checkArgument('overridesFromText', 'properties', properties, mapOf(aString))
      const wrong: Found[] = []
      const entries = Object.entries(properties).map(([name, text]) => {
        return [name, { value: valueOfText(text), path: [name] }] as const
      })
      const stated = readProperties(new Map(entries), readingAt([], wrong, names))
      return { stated, problems: wrong.map(({ problem }) => problem) }
    },
    overrides(properties) {
      checkArgument('overrides', 'properties', properties, anObject)
      const wrong: Found[] = []
      const entries = Object.entries(properties).map(([name, value]) => {
        return [name, { value, path: [name] }] as const
      })
      const stated = readProperties(new Map(entries), readingAt([], wrong, names))
      const place = ({ path, problem }: Found) => ({ ...problem, location: pathText(path) })
      return { stated, problems: wrong.map(place) }
    },
  }
}

/** In the order of the file; paths stay in the order they were read. */
const offsetOf = ({ location }: Problem) => (typeof location === 'object' ? location.start : 0)

/** `12`, `true` and `false` as what they look like; all else as text. */
function valueOfText(text: string): unknown {
  if (/^-?\d+(\.\d+)?$/.test(text)) return Number(text)
  return text === 'true' ? true : text === 'false' ? false : text
}

function sourceOf(layered: Layered): SheetSource {
  const values = (entries: Layered['inks']) =>
    Object.fromEntries([...entries].map(([name, { value }]) => [name, value]))
  const styles = [...layered.styles].map(([name, entries]) => [name, values(entries)])
  const parts = {
    families: values(layered.families),
    modularScale: layered.modularScale?.value,
    sizes: values(layered.sizes),
    inks: values(layered.inks),
    styles: Object.fromEntries(styles),
    modes: values(layered.modes),
  }
  const isThere = ([name, part]: [string, unknown]) =>
    name === 'styles' || (typeof part === 'object' && part !== null && Object.keys(part).length > 0)
  // A sheet that was read and checked stays as it is.
  return Object.fromEntries(Object.entries(parts).filter(isThere)) as unknown as SheetSource
}
