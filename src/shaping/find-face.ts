import {
  type Coverage,
  type Face,
  type Fonts,
  hasCovered,
  isCovered,
  type ListedFace,
  laterFiles,
} from '../fonts/index.ts'
import { available, errorProblem, type Problem, warningProblem } from '../problem/index.ts'
import type { Style } from '../sheet/index.ts'
import { isCommonScript } from '../unicode/index.ts'

interface FoundFace {
  readonly face: Face
  /** Traits of the style that the fonts lack. */
  readonly problems: readonly Problem[]
  /** Whether it stands in for files with ranges, which are to come. */
  readonly isSplit?: true
}

/** The generic family that stands in where none of a style's families is among the fonts. */
const lastResort = 'sans'

/** The face for a style: of the first of its families among the fonts, the nearest by stretch, slant and weight. */
export function findFace(fonts: Fonts, style: Style): FoundFace {
  const family = style.family.find(name => fonts.has(name))
  const [first] = style.family
  const nearest = family === first ? undefined : fonts.nearest(first)
  if (family === undefined) {
    const stand = fonts.has(lastResort) ? lastResort : fonts.families[0]
    const problem = errorProblem('unknown-family', `no family '${first}' among the fonts`, {
      nearest,
      hint: nearest ? undefined : available(fonts.families),
    })
    return { face: fonts.face(stand, style), problems: [problem] }
  }
  const face = fonts.face(family, style)
  // Its files are asked for by the characters of texts, which report that.
  if (fonts[laterFiles].split(family, style).isWhole) {
    return { face, problems: [], isSplit: true }
  }
  if (fonts.isPending(family, style)) {
    const message = `a face of '${family}' is being fetched; '${face.postScriptName}' stands in`
    return { face, problems: [warningProblem('pending-face', message)] }
  }
  if (fonts.facesOf(family).length === 0) {
    const message = `no face of '${family}' could be fetched; '${face.postScriptName}' stands in`
    return { face, problems: [warningProblem('missing-family', message)] }
  }
  const problems: Problem[] = []
  if (family !== first) {
    const message = `no family '${first}' among the fonts; '${family}' stands in`
    problems.push(warningProblem('missing-family', message, { nearest }))
  }
  const lacking = lackingIn(face, style)
  if (lacking.length > 0) {
    const message = `the family '${family}' has no ${lacking.join(', no ')}`
    const hint = available(fonts.facesOf(family).map(faceText))
    problems.push(warningProblem('missing-face', message, { hint }))
  }
  return { face, problems }
}

/** Axes count in steps that may not hold a number exactly. */
const nearEnough = 0.5

/** The traits that a style asks for and that its face neither has nor got by synthesis. */
function lackingIn(face: Face, { stretch, weight, slant, axes }: Style): string[] {
  const differs = (a: number, b: number) => Math.abs(a - b) > nearEnough
  // Synthesized weight is one step heavier, whatever was asked for.
  const isMade = face.synthesized.includes('weight')
  // An axis that is set outright says what is meant.
  const isWeighed = isMade || axes.has('wght')
  return [
    ...(differs(face.stretch, stretch) && !axes.has('wdth') ? [`width of ${stretch} %`] : []),
    ...(differs(face.weight, weight) && !isWeighed ? [`weight ${weight}`] : []),
    ...(slant !== 'normal' && face.slant === 'normal' ? [`${slant} face`] : []),
  ]
}

function faceText({ weight, weights, stretch, slant }: ListedFace): string {
  const heaviness = weights ? `${weights[0]} to ${weights[1]}` : String(weight)
  const width = stretch === 100 ? '' : ` ${stretch} %`
  return `${heaviness}${width}${slant === 'normal' ? '' : ` ${slant}`}`
}

/**
 * The faces of all of a style's families that are among the fonts, the first before the others. What of
 * the others is still to come is fetched only where the first lacks a character.
 */
export function candidateFaces(fonts: Fonts, style: Style): readonly Face[] {
  const families = style.family.filter(name => fonts.has(name))
  const faces = families.flatMap(name => fonts.faces(name, style))
  const isFirstHere = families.length > 0 && fonts.facesOf(families[0]).length > 0
  return isFirstHere ? faces : [findFace(fonts, style).face, ...faces]
}

/** The faces of a style's further families that are here, where a nearer one of the family is still to come. */
export function standInFaces(fonts: Fonts, style: Style): ReadonlyMap<Face, string> {
  const families = style.family.filter(name => fonts.has(name)).slice(1)
  const pending = families.filter(name => fonts.isPending(name, style))
  return new Map(
    pending.flatMap(name => fonts.faces(name, style).map(face => [face, name] as const)),
  )
}

/** A family whose files have ranges, some of which are to come. */
export interface SplitFamily {
  readonly family: string
  /** The characters in them. */
  readonly ranges: Coverage
  /** Faces of the families before it. */
  readonly before: readonly Face[]
}

/** A style's families of which files with ranges are to come. */
export function splitFamilies(fonts: Fonts, style: Style): readonly SplitFamily[] {
  const families = style.family.filter(name => fonts.has(name))
  const split: SplitFamily[] = []
  for (const [i, family] of families.entries()) {
    const { ranges } = fonts[laterFiles].split(family, style)
    if (ranges.length === 0) continue
    const before = families.slice(0, i).flatMap(name => fonts.faces(name, style))
    split.push({ family, ranges, before })
  }
  return split
}

/** Asks for the files of split families that have characters of a text; gives those families. */
export function requestFiles(
  split: readonly SplitFamily[],
  text: string,
  style: Style,
  fonts: Fonts,
): readonly string[] {
  return split
    .filter(({ ranges, before }) =>
      hasCovered(ranges, text, codePoint => before.every(face => face.glyphOf(codePoint) === 0)),
    )
    .map(({ family }) => {
      fonts[laterFiles].request(family, style, text)
      return family
    })
}

/** Asks for those of a style's families that are still to come. */
export function requestFaces(fonts: Fonts, style: Style) {
  for (const family of style.family) if (fonts.has(family)) fonts.face(family, style)
}

/** The family that is still to come for a character: the first of a style's, or any that may have it. */
export function awaitedFamily(fonts: Fonts, style: Style, codePoint: number): string | undefined {
  const own = style.family.find(family => {
    if (!fonts.has(family)) return false
    const { ranges } = fonts[laterFiles].split(family, style)
    return isCovered(ranges, codePoint) || fonts.isPending(family, style)
  })
  return own ?? fonts[laterFiles].requestSpare(codePoint, !isCommonScript(codePoint), style)
}
