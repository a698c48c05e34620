import type { Hyphenation } from '../layout/index.ts'
import { type Problem, warningProblem } from '../problem/index.ts'
import type { StyledParagraph } from '../shaping/index.ts'
import type { Style } from '../sheet/index.ts'

/** Warns of what the styles of a text ask for and will not get. */
export function notDrawn(
  paragraphs: readonly StyledParagraph[],
  hyphenation: Hyphenation | undefined,
): Problem[] {
  if (paragraphs.every(isPlain)) return none
  const styles = new Set<Style>()
  for (const { style, runs } of paragraphs) {
    styles.add(style)
    for (const run of runs) styles.add(run.style)
  }
  const asked = new Set<string>()
  for (const style of styles) for (const name of flatInks(style)) asked.add(name)
  const flat = [...asked].map(name => {
    const message = `a gradient is not supported as the ink of ${name}; its middle color is used`
    return warningProblem('not-drawn', message)
  })
  return [...flat, ...notHyphenated(styles, hyphenation)]
}

const none: Problem[] = []

/** Most texts ask for nothing of the kind. */
function isPlain({ style, runs }: StyledParagraph): boolean {
  return asksNothing(style) && runs.every(run => run.style === style || asksNothing(run.style))
}

const asksNothing = (style: Style) => flatInks(style).length === 0 && !style.hyphenation

/** Whether there is something to tell of a style. */
export function hasProblems(style: Style, hyphenation: Hyphenation | undefined): boolean {
  if (flatInks(style).length > 0) return true
  return style.hyphenation && !hyphenation?.has(style.language)
}

const known = new WeakMap<Style, readonly string[]>()

/** The inks of a style's lines and shadows, which must be solid: found once for each style. */
function flatInks(style: Style): readonly string[] {
  let names = known.get(style)
  if (!names) {
    const { stroke, shadow, backing, border } = style
    const inks = {
      stroke: stroke === 'none' ? undefined : stroke.ink,
      shadow: shadow === 'none' ? undefined : shadow.ink,
      underline: typeof style.underline === 'object' ? style.underline.ink : undefined,
      overline: typeof style.overline === 'object' ? style.overline.ink : undefined,
      strike: typeof style.strike === 'object' ? style.strike.ink : undefined,
      'the border of the backing': backing === 'none' ? undefined : backing.border?.ink,
      border: border === 'none' ? undefined : border.ink,
    }
    names = Object.entries(inks)
      .filter(([, ink]) => ink !== undefined && ink.kind !== 'solid')
      .map(([name]) => name)
    known.set(style, names)
  }
  return names
}

/** Patterns are loaded before text is set: a language without them is reported. */
function notHyphenated(styles: ReadonlySet<Style>, hyphenation: Hyphenation | undefined) {
  const asked = [...styles].filter(style => style.hyphenation && !hyphenation?.has(style.language))
  const lacking = [...new Set(asked.map(style => style.language))]
  return lacking.map(language => {
    const message = `no hyphenation patterns are loaded for '${language}'`
    const hint = `typesetterFor({ hyphenation: await openHyphenation('${language}') })`
    return warningProblem('missing-hyphenation', message, { hint })
  })
}
