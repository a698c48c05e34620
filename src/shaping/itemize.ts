import type { Face, Fonts } from '../fonts/index.ts'
import { type Problem, warningProblem } from '../problem/index.ts'
import { isSameBacking, type Style } from '../sheet/index.ts'
import { scripts } from '../unicode/index.ts'
import { closedTracking } from './closed-up.ts'
import { faceRuns } from './fallback.ts'
import { requestFiles } from './find-face.ts'
import type { ShapingItem } from './glyph-run.ts'
import { standingObject } from './object-glyph.ts'
import type { ShapingTools } from './shaping-tools.ts'
import { spacingIn } from './spacing.ts'
import type { StyledRun } from './styled-text.ts'
import { hasVerticalForm, orientation } from './upright.ts'

/** A text, and what divides it. */
interface DividedText {
  readonly text: string
  readonly levels: Uint8Array | undefined
  /** In vertical text, how each character stands. */
  readonly turns: Uint8Array | undefined
  /** Flags of punctuation that is closed up with the next character. */
  readonly closed: Uint8Array | undefined
  /** The text with its tabs, where it has some. */
  readonly tabbed: string | undefined
}

/** Stretches that are shaped as one: of one face, size, spacing, level, script, language, features. */
export function itemize(
  runs: readonly StyledRun[],
  divided: DividedText,
  tools: ShapingTools,
  problems: Problem[],
): ShapingItem[] {
  const { text, levels, turns, tabbed } = divided
  const shapingStyle = reportingOnce(tools, problems)
  const scriptRuns = scripts(text)
  const items: ShapingItem[] = []
  let next = 0
  for (const run of runs) {
    const { faces, fallback, spacing, language, features, standIns, split } = shapingStyle(
      run.style,
    )
    const { size, backing } = run.style
    const inRoom = backing !== 'none' && backing.inFlow ? run.style : undefined
    if (split.length > 0) {
      const own = text.slice(run.start, run.end)
      for (const family of requestFiles(split, own, run.style, tools.fonts)) {
        problems.push(pendingProblem(family, faces[0]))
      }
    }
    for (const part of faceRuns(text, run.start, run.end, faces, fallback)) {
      const { face } = part
      const family = standIns.get(face)
      if (family !== undefined) awaitNearer(family, run.style, face, tools.fonts, problems)
      const scriptIn = eastAsianIn(face, features, turns !== undefined)
      for (let { start } = part; start < part.end; ) {
        while (scriptRuns[next].end <= start) next++
        const script = scriptIn(scriptRuns[next].script)
        while (
          scriptRuns[next].end < part.end &&
          scriptIn(scriptRuns[next + 1].script) === script
        ) {
          next++
        }
        const end = stretchEnd(divided, start, Math.min(part.end, scriptRuns[next].end))
        const turn = turns ? turns[start] : orientation.turned
        const isUpright = turn !== orientation.turned
        // Letters below each other are taken as running all one way (CSS Writing Modes 4, 5.1).
        const level = levels ? (isUpright ? levels[start] & ~1 : levels[start]) : 0
        const segment = tools.segmentOf(script, language, features, level)
        const upright =
          turn === orientation.byFace
            ? hasVerticalForm(face, text.slice(start, end), segment, tools.shape)
            : isUpright
        const item = {
          start,
          end,
          face,
          size,
          segment,
          spacing: divided.closed?.[start]
            ? { ...spacing, tracking: spacing.tracking + closedTracking }
            : spacingIn(segment.script, spacing),
          level,
          upright,
          ...(turn === orientation.paired && { isPaired: true as const }),
          inRoom,
          isTab: tabbed?.charCodeAt(start) === tab,
        }
        const last = items.at(-1)
        if (run.box) items.push({ ...item, box: standingObject(run.box, face, size) })
        else if (last && isOne(last, item)) items[items.length - 1] = { ...last, end }
        else items.push(item)
        start = end
      }
    }
  }
  return items
}

/** Features of upright letters in vertical text. */
const verticalFeatures = ['vert', 'vrt2']

/**
 * Japanese goes to and fro between scripts: those that a font has the same rules for are shaped as one.
 * What a script is taken for in a face.
 */
function eastAsianIn(
  face: Face,
  features: readonly string[],
  isVertical: boolean,
): (script: string) => string {
  const asked = isVertical ? [...features, ...verticalFeatures] : features
  let kana: string | undefined
  return script => {
    if (script === 'Bopomofo') return face.sharesRules('Hani', 'Bopo', asked) ? 'Han' : script
    // Both are of one tag in fonts.
    if (script !== 'Hiragana' && script !== 'Katakana') return script
    kana ??= face.sharesRules('Hani', 'Hira', asked) ? 'Han' : 'Hiragana'
    return kana
  }
}

/** Asks for the face of a family that another stands in for. */
function awaitNearer(
  family: string,
  style: Style,
  standIn: Face,
  fonts: Fonts,
  problems: Problem[],
) {
  fonts.face(family, style)
  problems.push(pendingProblem(family, standIn))
}

function pendingProblem(family: string, standIn: Face): Problem {
  const message = `a face of '${family}' is being fetched; '${standIn.postScriptName}' stands in`
  return warningProblem('pending-face', message)
}

/** The tools, which report a style's problem only once. */
function reportingOnce(tools: ShapingTools, problems: Problem[]): ShapingTools['shapingStyle'] {
  let reported: Set<Style> | undefined
  return style => {
    const found = tools.shapingStyle(style)
    if (found.problems.length === 0 || reported?.has(style)) return found
    reported ??= new Set()
    reported.add(style)
    for (const problem of found.problems) problems.push(problem)
    return found
  }
}

/**
 * Where a stretch ends that has one level and stands one way, at `limit` at the latest; a tab is one
 * of its own. Nothing beyond its end is looked at, so that many stretches cost no more than one.
 */
function stretchEnd(
  { levels, turns, closed, tabbed }: DividedText,
  start: number,
  limit: number,
): number {
  const isAlone = turns?.[start] === orientation.byFace || closed?.[start] === 1
  if (isAlone || tabbed?.charCodeAt(start) === tab) return start + 1
  if (!levels && !turns && !tabbed && !closed) return limit
  let end = start + 1
  while (
    end < limit &&
    levels?.[end] === levels?.[start] &&
    turns?.[end] === turns?.[start] &&
    !closed?.[end] &&
    tabbed?.charCodeAt(end) !== tab
  ) {
    end++
  }
  return end
}

const tab = 0x09

function isOne(a: ShapingItem, b: ShapingItem): boolean {
  if (a.upright !== b.upright || a.isTab || b.isTab || a.isPaired || b.isPaired) return false
  if (a.box || a.face !== b.face || a.size !== b.size || a.segment !== b.segment) return false
  if (a.level !== b.level) return false
  if (a.inRoom !== b.inRoom) {
    if (!a.inRoom || !b.inRoom || !isSameBacking(a.inRoom, b.inRoom)) return false
  }
  return a.spacing.tracking === b.spacing.tracking && a.spacing.word === b.spacing.word
}
