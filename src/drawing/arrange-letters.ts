import { greatest } from '../blocks/index.ts'
import type { Matrix } from '../geometry/index.ts'
import {
  checkLayout,
  faceOf,
  inReadingOrder,
  type Layout,
  type Letter,
  lettersOf,
} from '../layout/index.ts'
import { aBoolean, anything, checkOptions, described, fail, made, oneOf } from '../problem/index.ts'
import type { Drawing, GlyphsItem } from './drawing.ts'
import { inkOf, isHollow, solidFill, strokeOf } from './fill.ts'
import { hasColors } from './has-colors.ts'

/** Arrangement of letters that are cut, milled or printed. */
export interface LetterArrangement {
  /** Factor of each letter's advance. Default: 1. */
  readonly advanceFactor?: number
  /** One above the other, each line a column, read `downward` or `upward`. */
  readonly stacked?: 'downward' | 'upward'
  /** Mirrors the letters, for stamps, or to be seen from behind. Default: false. */
  readonly mirrored?: boolean
}

/**
 * The letters of a layout as a drawing, without lines, backings and shadows. Lines keep their place
 * across; columns stand half an em apart. Letters of joined scripts stay joined. Throws on vertical
 * text and invalid factors.
 *
 * @example
 * arrangeLetters(layout, { advanceFactor: 1.1, mirrored: true })
 */
export function arrangeLetters(layout: Layout, arrangement: LetterArrangement = {}): Drawing {
  checkLayout('arrangeLetters', layout)
  checkOptions('arrangeLetters', arrangement, {
    advanceFactor: anything,
    stacked: oneOf('downward', 'upward'),
    mirrored: aBoolean,
  })
  const { advanceFactor = 1, stacked, mirrored = false } = arrangement
  if (!(Number.isFinite(advanceFactor) && advanceFactor > 0 && advanceFactor <= 10)) {
    const given = described(advanceFactor)
    fail('bad-outline', `advanceFactor must be a number above 0, up to 10, not ${given}`)
  }
  if (layout.writingMode !== 'horizontal-tb') {
    fail('bad-outline', 'letters of vertical text cannot be arranged anew', {
      hint: "stacked: 'downward' stacks those of a horizontal text",
    })
  }
  const { items, width, height } =
    stacked === undefined
      ? alongLines(layout, advanceFactor)
      : inColumns(layout, advanceFactor, stacked)
  const box = { x: 0, y: 0, width, height }
  const mirror: Matrix = { xx: -1, yx: 0, xy: 0, yy: 1, dx: width, dy: 0 }
  return {
    [made]: true,
    kind: 'drawing',
    box,
    items: mirrored ? [{ kind: 'group', matrix: mirror, items }] : items,
    problems: layout.problems,
  }
}

interface Arranged {
  readonly items: readonly GlyphsItem[]
  readonly width: number
  readonly height: number
}

function alongLines(layout: Layout, factor: number): Arranged {
  const rows = layout.lines.map(line => {
    const letters = lettersOf(line)
    const placed: GlyphsItem[] = []
    let x = 0
    letters.forEach((letter, i) => {
      x += letter.gap
      placed.push(letterItem(letter, x, line.baseline))
      // Spacing goes between letters, and so not after the last one.
      x += letter.width * (i === letters.length - 1 ? 1 : factor)
    })
    return { line, placed, width: x }
  })
  const widest = greatest(
    rows.map(row => row.width),
    0,
  )
  const width = layout.width > layout.textWidth ? Math.max(layout.width, widest) : widest
  const items = rows.flatMap(row => {
    const before = layout.width - row.line.width
    const share = before > 1e-6 ? row.line.x / before : 0
    const dx = share * (width - row.width)
    return row.placed.map(item => ({ ...item, x: item.x + dx }))
  })
  return { items, width, height: layout.height }
}

function inColumns(layout: Layout, factor: number, stacked: 'downward' | 'upward'): Arranged {
  const columns = layout.lines.map(line => ({ line, letters: inReadingOrder(lettersOf(line)) }))
  const heights = columns.map(({ line, letters }) => {
    return letters.length === 0 ? 0 : line.height * (1 + (letters.length - 1) * factor)
  })
  const height = greatest(heights, 0)
  const items: GlyphsItem[] = []
  let left = 0
  columns.forEach(({ line, letters }, column) => {
    const width = greatest(
      letters.map(letter => letter.width),
      0,
    )
    if (column > 0) left += layout.style.size / 2
    letters.forEach((letter, i) => {
      const down = i * line.height * factor
      const top = stacked === 'downward' ? down : height - line.height - down
      const baseline = top + line.baseline - line.top
      items.push(letterItem(letter, left + (width - letter.width) / 2, baseline))
    })
    left += width
  })
  return { items, width: left, height }
}

/** A letter with its left edge at a place on a baseline; of a gradient its middle, for it stands apart. */
export function letterItem({ run, text, glyphs }: Letter, x: number, baseline: number): GlyphsItem {
  const { style, rise } = run
  const face = faceOf(run)
  const ink = inkOf(style, style.opacity)
  const stroke = hasColors({ face, glyphs }) ? undefined : strokeOf(style, style.opacity)
  const fill = isHollow(style) ? undefined : solidFill(ink)
  const item = { x, y: baseline - rise, face, size: style.size, ink, glyphs, text }
  return { kind: 'glyphs', ...item, ...(stroke && { paint: { fill, stroke } }) }
}
