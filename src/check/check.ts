import { type Catalog, type Fonts, type Hyphenation, type Sheet, typesetterFor } from '../core.ts'
import {
  anything,
  checkOptions,
  type Path,
  pathText,
  type SourceLocation,
} from '../problem/index.ts'
import { affectedBy, type Before } from './affected.ts'
import { catalogFindings } from './catalog-findings.ts'
import { checkNames } from './check-names.ts'
import type { Finding } from './finding.ts'
import { findingKinds } from './finding.ts'
import { sortedFindings } from './finding-order.ts'
import { aPart } from './part-file.ts'
import type { PlaceList } from './place-list.ts'
import { checkedPlaces } from './read-places.ts'
import { sheetFindings } from './sheet-findings.ts'
import { settersFor, type Unit, unitsOf } from './situations.ts'
import { unitFindings } from './unit-findings.ts'

/** Options of `check`. */
export interface CheckOptions {
  /** The sheet whose styles the places use. */
  readonly sheet: Sheet
  /** The fonts that text is set in. */
  readonly fonts: Fonts
  /** Hyphenation patterns. */
  readonly hyphenation?: Hyphenation
  /** The first is the source; those of other languages are measured by it too. */
  readonly catalogs: readonly Catalog[]
  /** Places of texts. */
  readonly places: PlaceList
  /** The reader's scales, in place of those of the list. */
  readonly scales?: readonly number[]
  /** The state before a change; only texts that it can affect are checked. */
  readonly since?: Before
  /** One of several equal parts, counted from 1: `[3, 8]`. Default: everything. */
  readonly part?: readonly [part: number, of: number]
  /** Says where a part of the list stands in its file, for errors. */
  readonly locationOf?: (path: Path) => SourceLocation | string
  /** Called with the number of checked texts, and of all. */
  readonly progress?: (done: number, all: number) => void
}

/**
 * Lays out every text at every place, in each language, text scale, width and mode, and returns
 * findings, by cause. Throws on invalid lists of places and unknown keys.
 *
 * @param options Sheet, fonts, catalogs and places.
 * @returns Findings, sorted.
 * @throws `bad-places`, `unknown-key`, `unknown-style`
 * @example
 * check({ sheet, fonts, catalogs: [en, de], places })
 */
export function check(options: CheckOptions): readonly Finding[] {
  return sortedFindings([...foundBy('check', options)])
}

/**
 * As `check`, but yields findings as they are found, in no order, for more than memory can hold.
 * Throws what `check` does, when called.
 */
export function eachFinding(options: CheckOptions): Iterable<Finding> {
  return foundBy('eachFinding', options)
}

function foundBy(owner: string, options: CheckOptions): Iterable<Finding> {
  checkOptions(owner, options, {
    sheet: anything,
    fonts: anything,
    hyphenation: anything,
    catalogs: anything,
    places: anything,
    scales: anything,
    part: aPart,
    since: anything,
    locationOf: anything,
    progress: anything,
  })
  const { catalogs, locationOf = pathText } = options
  const list = checkedPlaces(options.places, locationOf)
  // Throws on what is no sheet and no fonts.
  typesetterFor({ sheet: options.sheet, fonts: options.fonts })
  checkNames(list, options.sheet, locationOf)
  const [source] = catalogs
  if (!source) return []
  const isAffected = affectedBy(options.since, options.sheet, catalogs)
  const units = unitsOf(list, catalogs, locationOf).filter(isAffected)
  return findingsOf(options, { list, source, locationOf, isAffected, units })
}

/** The input of a check, resolved before any text is checked. */
interface Checked {
  readonly list: PlaceList
  readonly source: Catalog
  readonly locationOf: (path: Path) => SourceLocation | string
  readonly isAffected: ReturnType<typeof affectedBy>
  readonly units: readonly Unit[]
}

function* findingsOf(
  options: CheckOptions,
  { list, source, locationOf, isAffected, units }: Checked,
): Generator<Finding> {
  const { sheet, catalogs, part = [1, 1], progress } = options
  const [own, of] = part
  const isMine = (_: unknown, i: number) => i % of === own - 1
  for (const catalog of catalogs.filter(isMine)) {
    for (const finding of catalogFindings(source, catalog)) {
      if (finding.key === '' || isAffected({ key: finding.key, catalog })) yield finding
    }
  }
  // Whether something is used, all texts tell.
  if (own === 1 && !options.since) {
    yield* sheetFindings(sheet, list, catalogs)
    yield* valueFindings(list, units, locationOf)
  }
  const setters = settersFor(options, list)
  const mine = units.filter(isMine)
  for (const [i, unit] of mine.entries()) {
    yield* unitFindings(unit, list, setters(unit.catalog.language))
    progress?.(i + 1, mine.length)
  }
}

/** Values that are given at a place, and that none of its texts asks for. */
function* valueFindings(
  { places }: PlaceList,
  units: readonly Unit[],
  locationOf: (path: Path) => SourceLocation | string,
): Generator<Finding> {
  const askedAt = new Map(places.map(place => [place, new Set<string>()]))
  for (const { place, catalog, key } of units) {
    for (const name of catalog.placeholdersOf(key)) askedAt.get(place)?.add(name)
  }
  for (const [place, asked] of askedAt) {
    for (const name of Object.keys(place.values ?? {})) {
      if (asked.has(name) || place.allows?.includes('unused-value')) continue
      yield {
        code: 'unused-value',
        severity: findingKinds['unused-value'],
        message: `no text of the place asks for the value '${name}'`,
        place: place.name,
        key: '',
        language: '',
        location: locationOf(['places', places.indexOf(place), 'values', name]),
        situations: [],
      }
    }
  }
}
