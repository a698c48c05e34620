import { type Face, type Fonts, isCovered, keptWithFonts, laterFiles } from '../fonts/index.ts'
import type { Style } from '../sheet/index.ts'
import { isCommonScript, scriptOf } from '../unicode/index.ts'
import { type Fallback, isInvisible } from './fallback.ts'
import { requestFaces } from './find-face.ts'

/** For each family of fonts, how many characters of each script it has. */
type ScriptCounts = ReadonlyMap<string, ReadonlyMap<string, number>>

/** So many graphemes are kept. */
const mostFound = 4096

/**
 * Looks for what a style's families lack among all of the fonts: first in the families that have
 * most of the script, of equals in the order of the fonts.
 */
export function fontsFallback(fonts: Fonts, style: Style): Fallback {
  const ranked = new Map<string, readonly string[]>()
  /** Coverage of several files together: made once for each family, not for each grapheme. */
  const coverages = new Map<string, ReturnType<Fonts['coverage']>>()
  let isAsked = false
  /** Earlier results: an interface has most of its symbols again and again. */
  const found = new Map<string, Face | undefined>()
  return (grapheme, colored) => {
    const key = colored ? `${grapheme} ` : grapheme
    if (found.has(key)) return found.get(key)
    const face = search(grapheme, colored)
    if (found.size >= mostFound) found.clear()
    found.set(key, face)
    return face
  }

  function search(grapheme: string, colored: boolean): Face | undefined {
    // Kept till the fonts change: what is to come need be asked for once.
    if (!isAsked) requestFaces(fonts, style)
    isAsked = true
    const needed = [...grapheme]
      .map(character => character.codePointAt(0) ?? 0)
      .filter(codePoint => !isInvisible(codePoint))
    const script = scriptOf(needed[0] ?? 0)
    const families = ranked.get(script) ?? byScript(fonts, script)
    ranked.set(script, families)
    for (const family of families) {
      const coverage = coverages.get(family) ?? fonts.coverage(family, style)
      coverages.set(family, coverage)
      if (!needed.every(codePoint => isCovered(coverage, codePoint))) continue
      const able = fonts
        .faces(family, style)
        .find(face => needed.every(codePoint => face.glyphOf(codePoint) !== 0))
      if (able && (able.colored || !colored)) return able
    }
    // It is set again when one has come.
    for (const codePoint of needed) {
      fonts[laterFiles].requestSpare(codePoint, !isCommonScript(codePoint), style)
    }
    return undefined
  }
}

function byScript(fonts: Fonts, script: string): readonly string[] {
  const counts = scriptCounts(fonts)
  const count = (family: string) => counts.get(family)?.get(script) ?? 0
  return [...counts.keys()].sort((a, b) => count(b) - count(a))
}

/** Counted once, and again when fonts were added. */
function scriptCounts(fonts: Fonts): ScriptCounts {
  const { families, revision } = fonts
  return keptWithFonts(fonts, `script counts ${revision}`, () => {
    return new Map(families.map(family => [family, countsOf(fonts, family)] as const))
  })
}

const usual = { weight: 400, slant: 'normal' } as const

function countsOf(fonts: Fonts, family: string): ReadonlyMap<string, number> {
  const counts = new Map<string, number>()
  const coverage = fonts.coverage(family, usual)
  for (let i = 0; i < coverage.length; i += 2) {
    for (let codePoint = coverage[i]; codePoint <= coverage[i + 1]; codePoint++) {
      const script = scriptOf(codePoint)
      counts.set(script, (counts.get(script) ?? 0) + 1)
    }
  }
  return counts
}
