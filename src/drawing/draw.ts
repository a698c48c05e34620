import type { Box } from '../geometry/index.ts'
import type { Layout } from '../layout/index.ts'
import { fail } from '../problem/index.ts'
import type { Ink } from '../sheet/index.ts'
import { checkFinite, checkLength } from './checks.ts'
import type { Drawing, Item } from './drawing.ts'
import { inkBox } from './ink-box.ts'
import { outsideProblems } from './outside.ts'
import { place } from './place.ts'
import { rectangle } from './shapes.ts'

export interface DrawingOptions {
  readonly width: number
  readonly height: number
  readonly title?: string
  /** BCP 47 tag. */
  readonly language?: string
  /** Paints the whole box first. */
  readonly ground?: Ink
}

/** A drawing of a size, from items and lists of items. Texts that reach beyond it are problems. */
export function drawing(
  options: DrawingOptions,
  items: readonly (Item | readonly Item[])[],
): Drawing {
  const { width, height, title, language, ground } = options
  checkFinite('a drawing', { width, height })
  checkLength('a drawing', 'width', width)
  checkLength('a drawing', 'height', height)
  const box = { x: 0, y: 0, width, height }
  const below = ground ? [rectangle(box, ground)] : []
  const all = [...below, ...items.flat()]
  return {
    kind: 'drawing',
    box,
    ...(title !== undefined && { title }),
    ...(language !== undefined && { language }),
    items: all,
    problems: outsideProblems(all, box),
  }
}

/**
 * A layout as a drawing of its own: its frame, and where glyphs reach beyond that, as an italic's
 * last letter may, as much more, in whole units, as shows them unclipped.
 */
export function drawn(layout: Layout): Drawing {
  const known = drawings.get(layout)
  if (known) return known
  const items = place(layout, 0, 0)
  const frame = { x: 0, y: 0, width: layout.width, height: layout.height }
  const ink = inkBox(items)
  const box = ink ? joined(frame, ink) : frame
  const made: Drawing = { kind: 'drawing', box, items, problems: layout.problems }
  drawings.set(layout, made)
  return made
}

/** A layout may be drawn again for each frame of a page. */
const drawings = new WeakMap<Layout, Drawing>()

/** What a target was given, as a drawing. Throws on what is neither that nor a layout. */
export function asDrawing(shown: Drawing | Layout): Drawing {
  const kind: unknown = shown?.kind
  if (kind !== 'drawing' && kind !== 'layout') {
    fail('bad-drawing', `a drawing or a layout is wanted, and this is ${typeOf(shown)}`, {
      hint: 'drawing() makes one, and set() the other',
    })
  }
  return shown.kind === 'drawing' ? shown : drawn(shown)
}

function typeOf(value: unknown): string {
  if (value === null || value === undefined) return String(value)
  return Array.isArray(value)
    ? 'an array'
    : typeof value === 'object'
      ? 'another object'
      : `a ${typeof value}`
}

function joined(frame: Box, ink: Box): Box {
  const x = Math.min(frame.x, Math.floor(ink.x))
  const y = Math.min(frame.y, Math.floor(ink.y))
  const right = Math.max(frame.x + frame.width, wholeAbove(frame.width, ink.x + ink.width))
  const bottom = Math.max(frame.y + frame.height, wholeAbove(frame.height, ink.y + ink.height))
  return { x, y, width: right - x, height: bottom - y }
}

/** The frame's edge, or that plus as many whole units as the ink reaches beyond it. */
function wholeAbove(edge: number, ink: number): number {
  return ink <= edge ? edge : edge + Math.ceil(ink - edge)
}
