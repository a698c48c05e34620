import type { LineRun } from '../../layout/index.ts'
import { type Problem, warningProblem } from '../../problem/index.ts'
import { type SolidInk, type Style, solidOf } from '../../sheet/index.ts'
import { px } from './rules.ts'

/** `#rrggbbaa`. */
export function colorOf({ color, opacity }: SolidInk): string {
  const alpha = Math.round(opacity * 255)
  return alpha === 255 ? color : color + alpha.toString(16).padStart(2, '0')
}

/** What CSS has the same words for: lines, shadows and strokes. */
export function effectDeclarations({ style }: LineRun): string[] {
  const { shadow, stroke } = style
  const declarations = lineDeclarations(style)
  if (shadow !== 'none') {
    const { x = 0, y = 0, blur = 0, ink } = shadow
    declarations.push(`text-shadow:${px(x)} ${px(y)} ${px(blur)} ${colorOf(solidOf(ink))}`)
  }
  if (stroke !== 'none') {
    const isOutside = (stroke.place ?? 'outside') === 'outside'
    const width = px(stroke.width * (isOutside ? 2 : 1))
    declarations.push(`-webkit-text-stroke:${width} ${colorOf(solidOf(stroke.ink))}`)
    if (isOutside) declarations.push('paint-order:stroke fill')
    if (stroke.fill === false) declarations.push('-webkit-text-fill-color:transparent')
  }
  return declarations
}

function lineDeclarations({ underline, overline, strike }: Style): string[] {
  const lines = [underline && 'underline', overline && 'overline', strike && 'line-through']
  const asked = lines.filter(Boolean)
  if (asked.length === 0) return []
  const stated = [underline, overline, strike].find(line => typeof line === 'object')
  const own = typeof stated === 'object' ? stated : {}
  return [
    `text-decoration-line:${asked.join(' ')}`,
    ...(own.ink ? [`text-decoration-color:${colorOf(solidOf(own.ink))}`] : []),
    ...(own.width === undefined ? [] : [`text-decoration-thickness:${px(own.width)}`]),
    ...(own.gap === undefined ? [] : [`text-underline-offset:${px(own.gap)}`]),
    ...(own.dash ? ['text-decoration-style:dashed'] : []),
    ...(own.skip === false ? ['text-decoration-skip-ink:none'] : []),
  ]
}

/** What real text on a page is not painted with. */
export function missingEffects(runs: readonly LineRun[]): Problem[] {
  const missing = new Set<string>()
  for (const { style, box, text, glyphs, upright } of runs) {
    if (style.backing !== 'none') missing.add('backings')
    if (style.ink.kind !== 'solid') missing.add('gradients, of which the middle color is taken')
    if (box?.content) missing.add('what inline boxes are painted with')
    if (text === '\t' && glyphs.glyphs.length > 1) missing.add('leaders')
    if (upright) missing.add('letters that stand below each other')
  }
  return [...missing].map(what =>
    warningProblem('not-drawn', `HTML does not show ${what}`, {
      hint: 'toSvg() or paintCanvas() paint all of it',
    }),
  )
}
