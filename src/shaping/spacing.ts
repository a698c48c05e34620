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
  { tracking, word }: Spacing,
  face: Face,
): ShapedGlyphs {
  if (tracking === 0 && word === 0) return shaped
  const { unitsPerEm } = face.metrics
  const advances = shaped.advances.slice()
  const { clusters } = shaped
  let wanted = 0
  let given = 0
  for (let i = 0; i < clusters.length; i++) {
    if (i + 1 < clusters.length && clusters[i + 1] === clusters[i]) continue
    const isSpace = isWordSpace(text.charCodeAt(clusters[i]))
    wanted += (tracking + (isSpace ? word : 0)) * unitsPerEm
    const added = Math.round(wanted) - given
    advances[i] += added
    given += added
  }
  return { ...shaped, advances }
}

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
