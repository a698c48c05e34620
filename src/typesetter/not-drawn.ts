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
  'justification',
  'tabs',
  'marker',
  'padding',
  'frame',
] as const satisfies readonly (keyof Style)[]

/** Warns of what the styles of a text ask for and will not get. */
export function notDrawn(
  paragraphs: readonly StyledParagraph[],
  hyphenation: Hyphenation | undefined,
): Problem[] {
  const styles = new Set(paragraphs.flatMap(p => [p.style, ...p.runs.map(run => run.style)]))
  const asked = new Set<string>()
  for (const style of styles) {
    for (const name of waiting) if (!isInitial(style, name)) asked.add(name)
    if (style.ink.kind !== 'solid') asked.add('gradient ink')
    if (style.align === 'justify') asked.add('align justify')
  }
  const missing = [...asked].map(name => {
    return warningProblem('not-drawn', `the style asks for ${name}, which is not drawn yet`)
  })
  return [...missing, ...notHyphenated(styles, hyphenation)]
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
