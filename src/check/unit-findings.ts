import { least } from '../blocks/index.ts'
import { facesUsed, type Layout, type Typesetter } from '../core.ts'
import type { Finding } from './finding.ts'
import { type FindingCode, findingKinds, type Situation } from './finding.ts'
import {
  faceFindings,
  type LayoutFinding,
  layoutFindings,
  roomFindings,
  rounded,
} from './layout-findings.ts'
import type { PlaceList } from './place-list.ts'
import { framesOf, type ScaledSetter, settingsOf, type Unit } from './situations.ts'
import { type ContrastMeter, worstContrast } from './worst-contrast.ts'

/** Findings of one text at one place, each with its situations. */
export function unitFindings(
  unit: Unit,
  { contrast = 'AA' }: PlaceList,
  setters: readonly ScaledSetter[],
): readonly Finding[] {
  const { place, key, catalog } = unit
  const { height, background, direction, minSize, allows = [] } = place
  const texts = settingsOf(unit)
  const byCode = new Map<FindingCode, { finding: LayoutFinding; situations: Situation[] }>()
  const add = (finding: LayoutFinding, scale: number, width?: number, mode?: string) => {
    const { code } = finding
    if (allows.includes(code)) return
    const situation = situationOf(finding, scale, width, mode)
    const earlier = byCode.get(code)
    if (earlier) earlier.situations.push(situation)
    else byCode.set(code, { finding, situations: [situation] })
  }
  function lookFindings(layout: Layout, contrastOf: ContrastMeter): readonly LayoutFinding[] {
    const looks = facesUsed(layout)
    const findings: LayoutFinding[] = [...faceFindings(looks)]
    const low =
      background === undefined ? undefined : worstContrast(looks, background, contrastOf, contrast)
    if (low) {
      const message = `the contrast is too low for ${contrast}`
      findings.push({
        code: 'low-contrast',
        message,
        figure: rounded(low.figure),
        limit: low.limit,
      })
    }
    if (minSize !== undefined) {
      const smallest = least(looks.map(({ style }) => style.size))
      const message = 'letters are smaller than the place allows'
      if (smallest < minSize) {
        findings.push({ code: 'small-text', message, figure: rounded(smallest), limit: minSize })
      }
    }
    if (direction && layout.paragraphs.some(one => one.direction !== direction)) {
      const message = `the text does not run as its place does: ${direction}`
      findings.push({ code: 'wrong-direction', message })
    }
    return findings
  }
  const widest = framesOf(place)
    .toSorted(({ width: a = Infinity }, { width: b = Infinity }) => b - a)
    .map(one => ({ ...one, room: { width: one.width, height } }))
  /** Gives what a text has lost in each width. */
  function lookAt(
    { text, setting }: (typeof texts)[number],
    { contrastOf, mode, scale, typesetter }: ScaledSetter,
  ) {
    const shaped = typesetter.shape(text, setting)
    /**
     * Findings at the widest place, where least is truncated: all but those about space are the
     * same at each width.
     */
    let same: readonly LayoutFinding[] | undefined
    return widest.map(({ width, room, frame }) => {
      const layout = shaped.set(frame)
      const situationFindings = layoutFindings(layout, room)
      same ??= [
        ...situationFindings.filter(({ code }) => !ofRoom.has(code)),
        ...lookFindings(layout, contrastOf),
      ]
      for (const finding of situationFindings)
        if (ofRoom.has(finding.code)) add(finding, scale, width, mode)
      for (const finding of same) add(finding, scale, width, mode)
      return situationFindings
    })
  }
  /** Text that is lost in addition if lines, words and letters are spaced apart. */
  function lookAtSpaced(
    { text, setting }: (typeof texts)[number],
    { mode, scale }: ScaledSetter,
    spaced: Typesetter,
    lost: readonly (readonly LayoutFinding[])[],
  ) {
    const shaped = spaced.shape(text, setting)
    widest.forEach(({ width, room, frame }, i) => {
      for (const { code, figure, limit, message: loss } of roomFindings(shaped.set(frame), room)) {
        if (lost[i].some(one => one.code === code) || allows.includes(code)) continue
        const message = `with the spacing of WCAG 2.2, 1.4.12, ${loss}`
        add({ code: 'spacing-loss', message, figure, limit }, scale, width, mode)
      }
    })
  }
  for (const text of texts) {
    const lost = setters.map(typesetter => lookAt(text, typesetter))
    // After all others: what is known of a text's words is that of one spacing.
    for (const [i, typesetter] of setters.entries()) {
      if (typesetter.spaced) lookAtSpaced(text, typesetter, typesetter.spaced, lost[i])
    }
  }
  const location = catalog.locationOf(key)
  return [...byCode.values()].map(
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

/** Written out: copies by spreading are slow where there are hundreds of thousands. */
function situationOf(
  { figure, limit }: LayoutFinding,
  scale: number,
  width: number | undefined,
  mode: string | undefined,
): Situation {
  const situation: { -readonly [Name in keyof Situation]: Situation[Name] } = { scale }
  if (width !== undefined) situation.width = width
  if (mode !== undefined) situation.mode = mode
  if (figure !== undefined) situation.figure = figure
  if (limit !== undefined) situation.limit = limit
  return situation
}

/** Codes of findings that depend on the available space. */
const ofRoom: ReadonlySet<string> = new Set([
  ...['broken-word', 'lone-word', 'over-height', 'over-width', 'text-cut'],
])

/** By how far they are from their limit, then by scale, width and mode. */
function worstFirst(situations: readonly Situation[]): readonly Situation[] {
  const rated = situations.map(situation => {
    const { figure, limit } = situation
    const isMeasured = figure !== undefined && limit !== undefined
    return { situation, off: isMeasured ? Math.abs(Math.log(figure / limit)) : 0 }
  })
  rated.sort(
    ({ situation: a, off: offA }, { situation: b, off: offB }) =>
      offB - offA ||
      b.scale - a.scale ||
      (a.width ?? 0) - (b.width ?? 0) ||
      (a.mode === b.mode ? 0 : (a.mode ?? '').localeCompare(b.mode ?? '', 'en')),
  )
  return rated.map(({ situation }) => situation)
}
