import type { Face, Fonts } from '../fonts/index.ts'
import type { Problem } from '../problem/index.ts'
import { type Style, shapingFeatures } from '../sheet/index.ts'
import type { Fallback } from './fallback.ts'
import {
  candidateFaces,
  findFace,
  type SplitFamily,
  splitFamilies,
  standInFaces,
} from './find-face.ts'
import { fontsFallback } from './fonts-fallback.ts'
import type { Spacing } from './spacing.ts'

/** The part of a style that shaping depends on. */
export interface ShapingStyle {
  readonly faces: readonly Face[]
  readonly fallback: Fallback
  readonly spacing: Spacing
  readonly language: string
  readonly features: readonly string[]
  /** Traits of the style that the fonts lack. */
  readonly problems: readonly Problem[]
  /** Faces that stand in for nearer ones of their families, which are still to come. */
  readonly standIns: ReadonlyMap<Face, string>
  /** Families of which files are to come, for texts with certain characters. */
  readonly split: readonly SplitFamily[]
  /** Whether its first face stands in for files that are to come, for any text. */
  readonly isStandIn: boolean
}

export function shapingStyleOf(fonts: Fonts, style: Style): ShapingStyle {
  const { problems, isSplit = false } = findFace(fonts, style)
  return {
    faces: candidateFaces(fonts, style),
    fallback: fontsFallback(fonts, style),
    spacing: { tracking: style.tracking, word: style.wordSpacing },
    language: style.language,
    features: shapingFeatures(style),
    problems,
    standIns: standInFaces(fonts, style),
    split: splitFamilies(fonts, style),
    isStandIn: isSplit,
  }
}
