import type { Face, Shelf } from '../fonts/index.ts'
import type { Problem } from '../problem/index.ts'
import type { Style } from '../sheet/index.ts'
import type { Elsewhere } from './fallback.ts'
import { candidateFaces, findFace } from './find-face.ts'
import { shelfFallback } from './shelf-fallback.ts'
import type { Spacing } from './spacing.ts'

/** What shaping takes of a style. */
export interface ShapingStyle {
  readonly faces: readonly Face[]
  readonly elsewhere: Elsewhere
  readonly spacing: Spacing
  readonly language: string
  readonly features: readonly string[]
  /** What of the style the shelf does not have. */
  readonly problem?: Problem
}

export function shapingStyleOf(shelf: Shelf, style: Style): ShapingStyle {
  const { problem } = findFace(shelf, style)
  return {
    faces: candidateFaces(shelf, style),
    elsewhere: shelfFallback(shelf, style),
    spacing: { tracking: style.tracking, word: style.wordSpacing },
    language: style.language,
    features: featuresOf(style),
    ...(problem && { problem }),
  }
}

/** The features of a style, with those that its other properties ask for. */
function featuresOf({ features, tracking, letterCase }: Style): readonly string[] {
  const asked = new Map<string, string>()
  // Letters set apart must not be joined in twos and threes (CSS Fonts 4, section 7.2).
  if (tracking !== 0) asked.set('liga', 'liga=0').set('clig', 'clig=0')
  if (letterCase === 'small-caps') asked.set('smcp', 'smcp=1')
  for (const feature of features) asked.set(feature.slice(0, 4), feature)
  return asked.size === 0 ? noFeatures : [...asked.values()]
}

const noFeatures: readonly string[] = []
