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
  'breaking',
  'hyphenation',
  'justification',
  'tabs',
  'marker',
  'padding',
  'frame',
] as const satisfies readonly (keyof Style)[]

/** Warns of what the styles of a text ask for and will not get. */
export function notDrawn(paragraphs: readonly StyledParagraph[]): Problem[] {
  const styles = new Set(paragraphs.flatMap(p => [p.style, ...p.runs.map(run => run.style)]))
  const asked = new Set<string>()
  for (const style of styles) {
    for (const name of waiting) if (!isInitial(style, name)) asked.add(name)
    if (style.ink.kind !== 'solid') asked.add('gradient ink')
    if (style.align === 'justify') asked.add('align justify')
    const { ellipsis } = style
    if (typeof ellipsis !== 'string' && (ellipsis.at ?? 'end') !== 'end') asked.add('ellipsis at')
    if (typeof ellipsis !== 'string' && ellipsis.between === 'words') asked.add('ellipsis between')
  }
  return [...asked].map(name => {
    return warningProblem('not-drawn', `the style asks for ${name}, which is not drawn yet`)
  })
}

function isInitial(style: Style, name: (typeof waiting)[number]): boolean {
  const [value, initial] = [style[name], initialStyle[name]]
  return value === initial || JSON.stringify(shown(value)) === JSON.stringify(shown(initial))
}

/** A map has nothing that JSON would show. */
const shown = (value: unknown) => (value instanceof Map ? [...value] : value)
