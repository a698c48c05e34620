import { least } from '../blocks/index.ts'
import { type Layout, looksOf } from '../core.ts'
import { type Finding, findingKinds, type Situation } from './finding.ts'
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

/** What is found of one text at one place, each with the situations that have it. */
export function unitFindings(
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
  function lookFindings(layout: Layout, contrastOf: ContrastMeter): readonly LayoutFinding[] {
    const looks = looksOf(layout)
    const own: LayoutFinding[] = [...faceFindings(looks)]
    const low =
      background === undefined ? undefined : worstContrast(looks, background, contrastOf, contrast)
    if (low) {
      const message = `the contrast is too low for ${contrast}`
      own.push({ code: 'low-contrast', message, figure: rounded(low.figure), limit: low.limit })
    }
    if (leastSize !== undefined) {
      const smallest = least(looks.map(({ style }) => style.size))
      const message = 'letters are smaller than the place allows'
      if (smallest < leastSize) {
        own.push({ code: 'small-text', message, figure: rounded(smallest), limit: leastSize })
      }
    }
    if (direction && layout.paragraphs.some(one => one.direction !== direction)) {
      const message = `the text does not run as its place does: ${direction}`
      own.push({ code: 'wrong-direction', message })
    }
    return own
  }
  const widest = framesOf(place)
    .toSorted(({ width: a = Infinity }, { width: b = Infinity }) => b - a)
    .map(one => ({ ...one, room: { width: one.width, height } }))
  function lookAt(
    { text, setting }: (typeof texts)[number],
    { contrastOf, mode, scale, setter, spaced }: ScaledSetter,
  ) {
    const shaped = setter.shape(text, setting)
    /** Of the widest place, where least of it is cut: what it is but for its room is the same in each. */
    let same: readonly LayoutFinding[] | undefined
    const inRooms = widest.map(({ width, room, frame }) => {
      const situation = {
        scale,
        ...(width !== undefined && { width }),
        ...(mode !== undefined && { mode }),
      }
      const layout = shaped.set(frame)
      const own = [...layoutFindings(layout, room)]
      same ??= [...own.filter(({ code }) => !ofRoom.has(code)), ...lookFindings(layout, contrastOf)]
      for (const finding of own) if (ofRoom.has(finding.code)) add(finding, situation)
      for (const finding of same) add(finding, situation)
      return { situation, room, frame, lost: new Set(own.map(({ code }) => code)) }
    })
    // After each other: what is known of a text's words is that of one spacing.
    const shapedApart = spaced?.shape(text, setting)
    if (!shapedApart) return
    for (const { situation, room, frame, lost } of inRooms) {
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

/** What depends on how much room there is. */
const ofRoom: ReadonlySet<string> = new Set([
  ...['broken-word', 'lone-word', 'over-height', 'over-width', 'text-cut'],
])

const lostBy: Readonly<Record<string, string>> = {
  'text-cut': 'the text is cut',
  'over-height': 'the text is higher than its place',
  'over-width': 'a word is wider than its line',
}

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
