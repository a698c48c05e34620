import type { Layout, Sheet } from '../core.ts'
import { aBoolean, anObject, aString, checkArgument, pathText } from '../problem/index.ts'
import { type CheckOptions, check } from './check.ts'
import type { Finding, Situation } from './finding.ts'
import { movedParts } from './moved.ts'
import { checkedPlaces } from './read-places.ts'
import { framesOf, settersFor, settingsOf, type Unit, unitsOf } from './situations.ts'

/** Options of `proofPage` and `proofDrawings`. */
export interface ProofOptions extends Omit<CheckOptions, 'part'> {
  /** Title, for screen readers and documents. */
  readonly title?: string
  /** Another sheet; each text is shown in both, with the differences. */
  readonly against?: Sheet
  /** Only texts in which something is found, or moved. */
  readonly onlyFound?: boolean
}

/** A text as it stands at its place in one situation. */
export interface ProofText {
  readonly unit: Unit
  readonly situation: Situation
  readonly layout: Layout
  /** A color of CSS. */
  readonly background: string
  readonly findings: readonly Finding[]
  /** In the other sheet, and what is other in this one. */
  readonly before?: { readonly layout: Layout; readonly background: string }
  readonly moved: readonly string[]
}

export interface ProofTexts {
  readonly title: string
  readonly texts: readonly ProofText[]
  readonly findings: readonly Finding[]
  /** Findings are counted from 1, the gravest first. */
  readonly numbers: ReadonlyMap<Finding, number>
  readonly places: readonly string[]
  readonly units: readonly Unit[]
}

/** All that a proof shows, laid out. Throws as `check` does. */
export function proofTexts(owner: string, options: ProofOptions): ProofTexts {
  checkArgument(owner, 'options', options, anObject)
  if (options.title !== undefined) checkArgument(owner, 'title', options.title, aString)
  const {
    title = 'Proof',
    against,
    onlyFound = false,
    locationOf = pathText,
    progress,
    ...given
  } = options
  checkArgument(owner, 'onlyFound', onlyFound, aBoolean)
  const list = checkedPlaces(options.places, locationOf)
  const { catalogs } = given
  const units = unitsOf(list, catalogs, locationOf)
  // Each text is checked first, of which `since` may spare some, and then laid out to be shown.
  const checked = (done: number, all: number) =>
    progress?.(Math.round((done / all) * units.length), 2 * units.length)
  const findings = check({ ...given, locationOf, ...(progress && { progress: checked }) })
  const numbers = new Map(findings.map((finding, i) => [finding, i + 1]))
  const at = new Map<string, Finding[]>()
  for (const finding of findings) {
    const key = subject(finding.place, finding.key, finding.language)
    const textFindings = at.get(key)
    if (textFindings) textFindings.push(finding)
    else at.set(key, [finding])
  }
  const setters = settersFor(given, list)
  const othersOf = against && settersFor({ ...given, sheet: against }, list)
  const texts: ProofText[] = []
  for (const [done, unit] of units.entries()) {
    progress?.(units.length + done + 1, 2 * units.length)
    const { place, key, catalog } = unit
    const findingsHere = at.get(subject(place.name, key, catalog.language ?? '')) ?? []
    const others = othersOf?.(catalog.language)
    for (const { text, setting } of settingsOf(unit)) {
      for (const [i, { sheet, mode, scale, typesetter }] of setters(catalog.language).entries()) {
        for (const { width, frame: own } of framesOf(place)) {
          const frame = { ...setting, ...own }
          const layout = typesetter.set(text, frame)
          const situation = {
            scale,
            ...(width !== undefined && { width }),
            ...(mode !== undefined && { mode }),
          }
          const shown = findingsHere.filter(one =>
            one.situations.some(other => isSame(other, situation)),
          )
          const other = others?.[i]
          const before = other && {
            layout: other.typesetter.set(text, frame),
            background: colorBehind(place.background, other.sheet),
          }
          const background = colorBehind(place.background, sheet)
          const moved = before ? movedParts(layout, before.layout) : []
          if (onlyFound && shown.length === 0 && moved.length === 0) continue
          texts.push({
            unit,
            situation,
            layout,
            background,
            findings: shown,
            moved,
            ...(before && { before }),
          })
        }
      }
    }
  }
  return { title, texts, findings, numbers, places: list.places.map(({ name }) => name), units }
}

const subject = (place: string, key: string, language: string) =>
  [place, key, language].join('\u0000')

const isSame = (a: Situation, b: Situation) =>
  a.scale === b.scale && a.width === b.width && a.mode === b.mode

/** The background color of a text; for a gradient, its worst point. */
function colorBehind(background = '#ffffff', sheet: Sheet): string {
  if (!sheet.inkNames.includes(background)) return background
  const ink = sheet.ink(background)
  return ink.kind === 'solid' ? ink.color : '#ffffff'
}

/** The caption of a text: its key and its situation. */
export function captionOf({ unit: { key, catalog }, situation }: ProofText): string {
  const { scale, width, mode } = situation
  return [
    key,
    catalog.language ?? '',
    `${Math.round(scale * 100)} %`,
    ...(width === undefined ? [] : [String(width)]),
    ...(mode === undefined ? [] : [mode]),
  ].join(' · ')
}

/** A finding of no place: which text, and what it is. */
export function generalText({ message, key, language }: Finding): string {
  const words = [key, language].filter(Boolean).join(' · ')
  return [words, message].filter(Boolean).join(': ')
}
