import type { Face, ShapedGlyphs } from '../fonts/index.ts'

/** Extra space in ems. */
export interface Spacing {
  /** After every cluster. */
  readonly tracking: number
  /** After every word space as well. */
  readonly word: number
}

/**
 * A shaped text with space added behind its clusters. Advances stay whole font units; what one is
 * rounded by, the next makes up for.
 */
export function spaced(
  shaped: ShapedGlyphs,
  text: string,
  spacing: Spacing,
  face: Face,
): ShapedGlyphs {
  if (spacing.tracking === 0 && spacing.word === 0) return shaped
  const { unitsPerEm } = face.metrics
  const advances = shaped.advances.slice()
  const { clusters } = shaped
  let [count, spaces, given] = [0, 0, 0]
  for (let i = 0; i < clusters.length; i++) {
    if (i + 1 < clusters.length && clusters[i + 1] === clusters[i]) continue
    count++
    if (isWordSpace(text.charCodeAt(clusters[i]))) spaces++
    const wanted = addedUnits(count, spaces, spacing, unitsPerEm)
    advances[i] += wanted - given
    given = wanted
  }
  return { ...shaped, advances }
}

/** The spacing after a number of clusters and word spaces, in whole font units. */
export const addedUnits = (
  clusters: number,
  spaces: number,
  { tracking, word }: Spacing,
  unitsPerEm: number,
) => Math.round((clusters * tracking + spaces * word) * unitsPerEm)

/** U+0020 and U+00A0 separate words (CSS Text 3, 8.1). */
function isWordSpace(code: number): boolean {
  return code === 0x20 || code === 0xa0
}

/** Scripts whose letters join; nothing is put between them (CSS Text 3, appendix D). */
const cursiveScripts = new Set(['Arab', 'Syrc', 'Mand', 'Mong', 'Nkoo', 'Phag', 'Rohg'])

export const isCursive = (script: string) => cursiveScripts.has(script)

/** The spacing that a script allows of what a style asks for. */
export function spacingIn(script: string, spacing: Spacing): Spacing {
  return spacing.tracking !== 0 && isCursive(script) ? { ...spacing, tracking: 0 } : spacing
}
