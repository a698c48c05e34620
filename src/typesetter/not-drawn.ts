import type { Hyphenation } from '../layout/index.ts'
import { type Problem, warningProblem } from '../problem/index.ts'
import type { StyledParagraph } from '../shaping/index.ts'
import { initialStyle, type Style } from '../sheet/index.ts'

/** Properties that sheets may state, and that nothing is drawn for yet: never ignored in silence. */
const waiting = [
  'stroke',
  'backing',
  'shadow',
  'underline',
  'overline',
  'strike',
  'padding',
  'frame',
] as const satisfies readonly (keyof Style)[]

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
  for (const style of styles) for (const name of askedOf(style)) asked.add(name)
  const missing = [...asked].map(name => {
    return warningProblem('not-drawn', `the style asks for ${name}, which is not drawn yet`)
  })
  return [...missing, ...notHyphenated(styles, hyphenation)]
}

const none: Problem[] = []

/** Most texts ask for nothing of the kind. */
function isPlain({ style, runs }: StyledParagraph): boolean {
  return asksNothing(style) && runs.every(run => run.style === style || asksNothing(run.style))
}

const asksNothing = (style: Style) => askedOf(style).length === 0 && !style.hyphenation

const askedFor = new WeakMap<Style, readonly string[]>()

/** What a style asks for and will not get; found out once. */
function askedOf(style: Style): readonly string[] {
  let asked = askedFor.get(style)
  if (!asked) {
    asked = [
      ...waiting.filter(name => !isInitial(style, name)),
      ...(style.ink.kind === 'solid' ? [] : ['gradient ink']),
    ]
    askedFor.set(style, asked)
  }
  return asked
}

/** Patterns are loaded before text is set: a language without them is told. */
function notHyphenated(styles: ReadonlySet<Style>, hyphenation: Hyphenation | undefined) {
  const asked = [...styles].filter(style => style.hyphenation).map(style => style.language)
  const lacking = [...new Set(asked)].filter(language => !hyphenation?.has(language))
  return lacking.map(language => {
    const message = `the style asks for hyphenation, and there are no patterns for '${language}'`
    const hint = `typesetter({ hyphenation: await openHyphenation('${language}') })`
    return warningProblem('no-hyphenation', message, { hint })
  })
}

function isInitial(style: Style, name: (typeof waiting)[number]): boolean {
  const [value, initial] = [style[name], initialStyle[name]]
  return value === initial || JSON.stringify(shown(value)) === JSON.stringify(shown(initial))
}

/** A map has nothing that JSON would show. */
const shown = (value: unknown) => (value instanceof Map ? [...value] : value)
