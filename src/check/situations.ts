import {
  type Catalog,
  type Fonts,
  type Hyphenation,
  type ReaderSettings,
  type Sheet,
  type Typesetter,
  typesetterFor,
} from '../core.ts'
import type { Path, SourceLocation } from '../problem/index.ts'
import { keysOfPlace } from './keys-of-place.ts'
import { type PlaceList, type TextPlace, usualScales } from './place-list.ts'
import { type ContrastMeter, contrastMeter } from './worst-contrast.ts'

/** A text at a place, in one language: what is in one part is so as a whole. */
export interface Unit {
  readonly place: TextPlace
  readonly key: string
  readonly catalog: Catalog
}

/** Every text at every place that it has, in each language that has it. Throws on keys that are none. */
export function unitsOf(
  { places }: PlaceList,
  catalogs: readonly Catalog[],
  locationOf: (path: Path) => SourceLocation | string,
): readonly Unit[] {
  const [source] = catalogs
  if (!source) return []
  const units: Unit[] = []
  for (const [i, place] of places.entries()) {
    const keys = keysOfPlace(place, source.keys, j =>
      locationOf(['places', i, 'keys', ...(typeof place.keys === 'string' ? [] : [j])]),
    )
    for (const key of keys) {
      for (const catalog of catalogs) if (catalog.has(key)) units.push({ place, key, catalog })
    }
  }
  return units
}

interface SetterOptions {
  readonly sheet: Sheet
  readonly fonts: Fonts
  readonly hyphenation?: Hyphenation
  readonly scales?: readonly number[]
}

/** Typesetters of a mode of the sheet at a scale. */
export interface ScaledSetter {
  readonly sheet: Sheet
  readonly contrastOf: ContrastMeter
  readonly mode: string | undefined
  readonly scale: number
  readonly typesetter: Typesetter
  /** With lines, words and letters as far apart as WCAG 2.2, 1.4.12, asks; at the scale of 1. */
  readonly spaced: Typesetter | undefined
}

export function settersFor(
  { sheet, fonts, hyphenation, scales }: SetterOptions,
  list: PlaceList,
): (language: string | undefined) => readonly ScaledSetter[] {
  const settersOfLanguage = new Map<string | undefined, readonly ScaledSetter[]>()
  return language => {
    const setters = settersOfLanguage.get(language)
    if (setters) return setters
    const made = settersIn(
      language,
      { sheet, fonts, ...(hyphenation && { hyphenation }) },
      scales,
      list,
    )
    settersOfLanguage.set(language, made)
    return made
  }
}

/** Typesetters by language: each has a sheet whose styles all have that language. */
function settersIn(
  language: string | undefined,
  { sheet, fonts, hyphenation }: SetterOptions,
  scales: readonly number[] | undefined,
  list: PlaceList,
): readonly ScaledSetter[] {
  const modes: readonly (string | undefined)[] = [undefined, ...(list.modes ?? [])]
  return modes.flatMap(mode => {
    const inMode = mode === undefined ? sheet : sheet.mode(mode)
    const placeModes =
      language === undefined ? inMode : inMode.with({ styles: { defaults: { language } } })
    const contrastOf = contrastMeter(placeModes)
    const of = (reader: ReaderSettings) =>
      typesetterFor({
        sheet: placeModes,
        fonts,
        reader,
        problems: 'collect',
        ...(hyphenation && { hyphenation }),
      })
    return (scales ?? list.scales ?? usualScales).map(
      (scale): ScaledSetter => ({
        sheet: placeModes,
        contrastOf,
        mode,
        scale,
        typesetter: of({ scale }),
        spaced: scale === 1 && mode === undefined ? of({ scale, spacing: 'wide' }) : undefined,
      }),
    )
  })
}

/** The options for a text at its place, one for each of its cases. */
export function settingsOf({ place, key, catalog }: Unit) {
  const { style, values = {} } = place
  const base = { ...(style !== undefined && { style }) }
  // A value that a text doesn't use is no mistake of that text.
  const asked = catalog.placeholdersOf(key)
  const askedValues = Object.fromEntries(
    Object.entries(values).filter(([name]) => asked.includes(name)),
  )
  return catalog.cases(key, askedValues).map(text => {
    // Text without spans is set faster as a plain string.
    const isPlain = text.children.every(({ kind }) => kind === 'text')
    return { text: isPlain ? text.sourceText : text, setting: base }
  })
}

/** The widths of a place, and the frame that texts have in each. */
export function framesOf({ width, maxLines }: TextPlace) {
  const widths = width === undefined || typeof width === 'number' ? [width] : width
  return widths.map(own => ({
    width: own,
    frame: {
      ...(maxLines !== undefined && { maxLines }),
      ...(own !== undefined && { width: own }),
    },
  }))
}
