import type { Catalog, Hyphenation, Layout, Sheet, Shelf } from '../core.ts'
import {
  anything,
  checkOptions,
  type Path,
  pathText,
  type SourceLocation,
} from '../problem/index.ts'
import { affectedBy, type Before } from './affected.ts'
import { catalogFindings } from './catalog-findings.ts'
import { type Finding, findingKinds, type Situation, sortedFindings } from './finding.ts'
import {
  faceFindings,
  type LayoutFinding,
  layoutFindings,
  roomFindings,
  rounded,
} from './layout-findings.ts'
import { aPart } from './part-file.ts'
import type { PlaceList } from './place-list.ts'
import { checkedPlaces } from './read-places.ts'
import { sheetFindings } from './sheet-findings.ts'
import {
  type ScaledSetter,
  settersFor,
  settingsOf,
  type Unit,
  unitsOf,
  widthsOf,
} from './situations.ts'
import { worstContrast } from './worst-contrast.ts'

export interface CheckOptions {
  readonly sheet: Sheet
  readonly shelf: Shelf
  readonly hyphenation?: Hyphenation
  /** The first is the source; those of other languages are measured by it too. */
  readonly catalogs: readonly Catalog[]
  readonly places: PlaceList
  /** The reader's scales, in place of those of the list. */
  readonly scales?: readonly number[]
  /** What it was before a change: only texts that the change can affect are checked. */
  readonly since?: Before
  /** Which of so many equal parts is checked, counted from 1: `[3, 8]`. All of it without it. */
  readonly part?: readonly [part: number, of: number]
  /** Says where a part of the list stands in its file, for errors. */
  readonly locationOf?: (path: Path) => SourceLocation | string
  /** Is told how many of all texts at all places have been checked. */
  readonly progress?: (done: number, all: number) => void
}

/**
 * Lays every text out at every place that it has, in each language, at each of the reader's scales, in
 * each width and mode, and tells what is wrong, by cause. Throws on lists of places and keys that are
 * none.
 */
export function check(options: CheckOptions): readonly Finding[] {
  checkOptions('check', options, {
    sheet: anything,
    shelf: anything,
    hyphenation: anything,
    catalogs: anything,
    places: anything,
    scales: anything,
    part: aPart,
    since: anything,
    locationOf: anything,
    progress: anything,
  })
  const { sheet, catalogs, locationOf = pathText, part = [1, 1], progress } = options
  const list = checkedPlaces(options.places, locationOf)
  const [source] = catalogs
  if (!source) return []
  const isAffected = affectedBy(options.since, sheet, catalogs)
  const units = unitsOf(list, catalogs, locationOf).filter(isAffected)
  const [own, of] = part
  const found: Finding[] = []
  if (own === 1) {
    for (const catalog of catalogs) {
      for (const finding of catalogFindings(source, catalog)) {
        if (finding.key === '' || isAffected({ key: finding.key, catalog })) found.push(finding)
      }
    }
    // Whether something is used, all texts tell.
    if (!options.since) {
      found.push(...sheetFindings(sheet, list, catalogs), ...valueFindings(list, units, locationOf))
    }
  }
  const setters = settersFor(options, list)
  const mine = units.filter((_, i) => i % of === own - 1)
  for (const [i, unit] of mine.entries()) {
    found.push(...unitFindings(unit, list, setters(unit.catalog.language)))
    progress?.(i + 1, mine.length)
  }
  return sortedFindings(found)
}

/** Values that are given at a place, and that none of its texts asks for. */
function* valueFindings(
  { places }: PlaceList,
  units: readonly Unit[],
  locationOf: (path: Path) => SourceLocation | string,
): Generator<Finding> {
  const askedAt = new Map(places.map(place => [place, new Set<string>()]))
  for (const { place, catalog, key } of units) {
    for (const name of catalog.valuesOf(key)) askedAt.get(place)?.add(name)
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

/** What is found of one text at one place, each with the situations that have it. */
function unitFindings(
  unit: Unit,
  { contrast = 'AA' }: PlaceList,
  setters: readonly ScaledSetter[],
): readonly Finding[] {
  const { place, key, catalog } = unit
  const { height, background, direction, leastSize, allows = [] } = place
  const texts = settingsOf(unit)
  const found = new Map<string, { finding: LayoutFinding; situations: Situation[] }>()
  const add = (finding: LayoutFinding, situation: Situation) => {
    if (allows.includes(finding.code)) return
    const { figure, limit } = finding
    const own = {
      ...situation,
      ...(figure !== undefined && { figure }),
      ...(limit !== undefined && { limit }),
    }
    const known = found.get(finding.code)
    if (known) known.situations.push(own)
    else found.set(finding.code, { finding, situations: [own] })
  }
  function lookFindings(layout: Layout, sheet: Sheet): readonly LayoutFinding[] {
    const looks: LayoutFinding[] = [...faceFindings(layout)]
    const low =
      background === undefined ? undefined : worstContrast(layout, background, sheet, contrast)
    if (low) {
      const message = `the contrast is too low for ${contrast}`
      looks.push({ code: 'low-contrast', message, figure: rounded(low.figure), limit: low.limit })
    }
    if (leastSize !== undefined) {
      const least = Math.min(...layout.lines.flatMap(({ runs }) => runs.map(run => run.style.size)))
      const message = 'letters are smaller than the place allows'
      if (least < leastSize) {
        looks.push({ code: 'small-text', message, figure: rounded(least), limit: leastSize })
      }
    }
    if (direction && layout.paragraphs.some(one => one.direction !== direction)) {
      const message = `the text does not run as its place does: ${direction}`
      looks.push({ code: 'wrong-direction', message })
    }
    return looks
  }
  function lookAt(
    { text, setting, lines }: (typeof texts)[number],
    { sheet, mode, scale, setter, spaced }: ScaledSetter,
  ) {
    // How letters look is the same in each width.
    let lookOf: readonly LayoutFinding[] | undefined
    const shaped = setter.shape(text, setting)
    const shapedApart = spaced?.shape(text, setting)
    for (const width of widthsOf(place)) {
      const situation = {
        scale,
        ...(width !== undefined && { width }),
        ...(mode !== undefined && { mode }),
      }
      const frame = { ...lines, ...(width !== undefined && { width }) }
      const room = { width, height }
      const layout = shaped.set(frame)
      for (const finding of layoutFindings(layout, room)) add(finding, situation)
      lookOf ??= lookFindings(layout, sheet)
      for (const finding of lookOf) add(finding, situation)
      if (!shapedApart) continue
      const lost = new Set([...roomFindings(layout, room)].map(({ code }) => code))
      for (const { code, figure, limit } of roomFindings(shapedApart.set(frame), room)) {
        if (lost.has(code) || allows.includes(code)) continue
        const message = `with the spacing of WCAG 2.2, 1.4.12, ${lostBy[code] ?? 'it is lost'}`
        add(
          {
            code: 'spacing-loss',
            message,
            ...(figure !== undefined && { figure }),
            ...(limit !== undefined && { limit }),
          },
          situation,
        )
      }
    }
  }
  for (const text of texts) for (const setter of setters) lookAt(text, setter)
  const location = catalog.locationOf(key)
  return [...found.values()].map(
    ({ finding: { code, message }, situations }): Finding => ({
      code,
      severity: findingKinds[code],
      message,
      place: place.name,
      key,
      language: catalog.language ?? '',
      ...(location !== undefined && { location }),
      situations: worstFirst(situations),
    }),
  )
}

const lostBy: Readonly<Record<string, string>> = {
  'text-cut': 'the text is cut',
  'over-height': 'the text is higher than its place',
  'over-width': 'a word is wider than its line',
}

/** By how far they are from their limit, then by scale, width and mode. */
function worstFirst(situations: readonly Situation[]): readonly Situation[] {
  const off = ({ figure, limit }: Situation) =>
    figure === undefined || limit === undefined ? 0 : Math.abs(Math.log(figure / limit))
  return [...situations].sort(
    (a, b) =>
      off(b) - off(a) ||
      b.scale - a.scale ||
      (a.width ?? 0) - (b.width ?? 0) ||
      (a.mode ?? '').localeCompare(b.mode ?? '', 'en'),
  )
}
