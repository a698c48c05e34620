import { faceOf, unitScale } from '../../drawing/index.ts'
import type { Face } from '../../fonts/index.ts'
import type { LetterStretch } from '../../layout/index.ts'
import { cssString } from '../../notation/index.ts'
import type { Style } from '../../sheet/index.ts'
import type { FlowText } from './flow-text.ts'
import { letterDeclarations, pageSize, px, spacingText } from './letter-look.ts'

/**
 * The declarations of the block that a text flows in. Its lines are as high as its own letters ask for;
 * stretches of other styles add nothing to that.
 */
export function flowBlockLook(
  flow: FlowText,
  family: (face: Face, text: string) => string,
): string {
  const { style, align, direction, text, block, leading } = flow
  const wrap = style.overflowWrap === 'anywhere' ? 'break-word' : 'normal'
  return [
    // Nothing of the page changes the text, but whether it is seen, and can be pointed at.
    `all:initial;-webkit-locale:${cssString(style.language)}`,
    'text-spacing-trim:space-all;text-autospace:no-autospace',
    'display:block;visibility:inherit;pointer-events:inherit;cursor:inherit',
    'user-select:inherit;-webkit-user-select:inherit',
    lettersLook(block, family(faceOf(block), text)).replace('/0 ', `/${px(leading)} `),
    `direction:${direction};text-align:${align};white-space:pre-wrap;overflow-wrap:${wrap}`,
    'position:relative',
  ].join(';')
}

/** The declarations of a stretch within such a block. */
export function flowLettersLook(
  stretch: LetterStretch,
  text: string,
  family: (face: Face, text: string) => string,
): string {
  return lettersLook(stretch, family(faceOf(stretch), text))
}

function lettersLook(stretch: LetterStretch, family: string): string {
  const { style } = stretch
  const face = faceOf(stretch)
  return [
    letterDeclarations(style, face, family, false, 0),
    spacingText(style.tracking * style.size, style.wordSpacing * style.size + leftOff(style)),
    ...(style.underline === false ? [] : [underlineLook(style, face)]),
  ].join(';')
}

/** Letters between two spaces, in ems: a word and its space, as far as one is like another. */
const usualWord = 3

/**
 * Browsers round sizes down to 64ths: the width that leaves off, a space. Letter spacing would keep
 * ligatures from being formed.
 */
function leftOff({ size }: Style): number {
  const rest = size - pageSize(size)
  return rest === 0 ? 0 : rest * usualWord
}

/** An underline where the face has it (OpenType, `post` table), with gaps around descenders. */
function underlineLook({ size }: Style, { metrics }: Face): string {
  const scale = unitScale({ metrics }, size)
  const width = Math.max(metrics.underlineThickness * scale, size / 24)
  const top = -metrics.underlinePosition * scale
  return `text-decoration:underline ${px(width)};text-underline-offset:${px(top)};text-decoration-skip-ink:auto`
}

/**
 * How far below the browser's baselines those of a text are, in units, if its browser rounds ascent and
 * descent as most do. A page that can be measured knows better.
 */
export function usualShift({ block, leading, baseline }: FlowText): number {
  const { metrics } = faceOf(block)
  const scale = unitScale({ metrics }, block.style.size)
  const [ascent, descent] = [metrics.ascent, -metrics.descent].map(units =>
    Math.round(units * scale),
  )
  return baseline - ((leading - ascent - descent) / 2 + ascent)
}
