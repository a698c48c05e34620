import { nearestName } from './nearest-name.ts'
import { type Problem, warningProblem } from './problem.ts'

/**
 * Styles of a sheet that are called like the style of a part, but for a slip: nothing is ever set in
 * them, and the part is not as its author meant. Others that begin so are the author's own.
 */
export function misnamedStyles(
  styleNames: readonly string[],
  prefix: string,
  parts: readonly string[],
): Problem[] {
  return styleNames.flatMap(name => {
    const part = name.startsWith(prefix) ? name.slice(prefix.length) : ''
    if (part === '' || parts.includes(part)) return []
    const nearest = nearestName(part, parts)
    if (nearest === undefined) return []
    const message = `no text is set in the style '${name}'`
    return [warningProblem('unknown-part', message, { nearest: prefix + nearest })]
  })
}
