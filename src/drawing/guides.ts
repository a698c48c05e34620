import type { Face } from '../fonts/index.ts'
import { type Box, cornersOf, mapped, mappedBox } from '../geometry/index.ts'
import { aLayout, flowMatrix, type Layout, unitScale } from '../layout/index.ts'
import { aNumber, anObject, checkArgument, checkOptions, listOf } from '../problem/index.ts'
import type { SolidInk } from '../sheet/index.ts'
import { asDrawing } from './draw.ts'
import type { Drawing, GlyphsItem, Item, RectangleItem, RuleItem } from './drawing.ts'
import { eachItem } from './each-item.ts'
import { bounds } from './layout-boxes.ts'
import { numberText } from './number-text.ts'
import { type Anchor, placementOf } from './place.ts'

/** A layout as it was placed. */
export interface PlacedLayout {
  /** The text as it is laid out. */
  readonly layout: Layout
  /** To the right, in units. */
  readonly x?: number
  /** Downward, in units. */
  readonly y?: number
  /** The point of the layout that stands at x and y. */
  readonly anchor?: Anchor
}

const solid = (color: string, opacity = 1): SolidInk => ({ kind: 'solid', color, opacity })
const inks = {
  frame: solid('#2b62b8'),
  line: solid('#2b62b8', 0.08),
  baseline: solid('#b8386a'),
  ink: solid('#2a8457'),
  anchor: solid('#b8386a'),
  leader: solid('#2b62b8', 0.35),
  ruler: solid('#eef2f5'),
  mark: solid('#3f4c5a'),
} as const
const hairline = 0.5
const labelSize = 7
/** Between the drawing and the names beside it. */
const nameGap = 6
/** The width of the rulers. */
const band = 20

/**
 * A drawing with an overlay that shows where things are: rulers in units along its top and left
 * edges, and of each layout that is named the frame, line boxes, baselines, ink, anchor, and the
 * names of styles. A layout by itself is drawn with all of it.
 */
export function withGuides(shown: Drawing | Layout, placed?: readonly PlacedLayout[]): Drawing {
  const drawing = asDrawing(shown)
  const named = placed ?? (shown.kind === 'layout' ? [{ layout: shown }] : [])
  checkArgument('withGuides', 'placed', named, listOf(anObject))
  const face = firstFace(drawing.items)
  const box = {
    x: drawing.box.x - band,
    y: drawing.box.y - band,
    width: drawing.box.width + band,
    height: drawing.box.height + band,
  }
  const overlay = named.flatMap(one => layoutGuides(one))
  const names = nameColumn(named.flatMap(lineNames), drawing.box, face)
  const items = [...drawing.items, ...overlay, ...rulers(drawing.box, face), ...names.items]
  const height = Math.max(box.height, names.bottom - box.y)
  return { ...drawing, box: { ...box, width: box.width + names.width, height }, items }
}

/** The names of styles on a line, and where the line ends. */
interface LineNames {
  readonly text: string
  readonly x: number
  readonly y: number
}

/** The names of each line's styles, each once. */
function lineNames({ layout, x = 0, y = 0, anchor = {} }: PlacedLayout): LineNames[] {
  const { matrix } = placementOf(layout, x, y, anchor)
  const flow = flowMatrix(layout)
  return layout.lines.flatMap(({ x: left, width, baseline, runs }) => {
    const names = new Set(
      runs.map(run => run.styleNames?.join(' ') ?? '').filter(name => name !== ''),
    )
    if (names.size === 0) return []
    const [endX, endY] = mapped(matrix, ...mapped(flow, left + width, baseline))
    return [{ text: [...names].join(', '), x: endX, y: endY }]
  })
}

/** Names stand beside the drawing, where nothing is below them, none over another. */
function nameColumn(
  names: readonly LineNames[],
  { x, y, width }: Box,
  face: Face | undefined,
): { readonly items: readonly Item[]; readonly width: number; readonly bottom: number } {
  const left = x + width + nameGap
  const items: Item[] = []
  let bottom = y
  let widest = 0
  for (const { text, x: endX, y: endY } of names.toSorted((a, b) => a.y - b.y)) {
    const baseline = Math.max(endY, bottom + labelSize)
    bottom = baseline + nameGap / 2
    const [item] = label(text, left, baseline, face, inks.frame)
    if (!item) continue
    widest = Math.max(widest, labelWidth(item))
    items.push(rule([endX, endY], [left - 2, baseline], inks.leader), item)
  }
  return { items, width: widest > 0 ? widest + 2 * nameGap : 0, bottom: widest > 0 ? bottom : y }
}

function labelWidth({ face, glyphs, size }: GlyphsItem): number {
  let units = 0
  for (const advance of glyphs.advances) units += advance
  return units * unitScale(face, size)
}

/** Labels are set in the face of the first text there is; without one there are none. */
function firstFace(items: readonly Item[]): Face | undefined {
  let face: Face | undefined
  eachItem(items, {
    item(item) {
      if (item.kind === 'glyphs' && item.face.glyphOf(0x30) !== 0) face ??= item.face
    },
  })
  return face
}

function layoutGuides(one: PlacedLayout): Item[] {
  checkOptions('withGuides', one, { layout: aLayout, x: aNumber, y: aNumber, anchor: anObject })
  const { layout, x = 0, y = 0, anchor = {} } = one
  const { matrix, inkBox } = placementOf(layout, x, y, anchor)
  const flow = flowMatrix(layout)
  const inFrame = layout.lines.flatMap(({ x: left, width, top, height, baseline }): Item[] => {
    const box = mappedBox(flow, { x: left, y: top, width, height })
    const ends = [left, left + width].map(at => mapped(flow, at, baseline))
    return [filled(box, inks.line), rule(ends[0], ends[1], inks.baseline)]
  })
  const frame = outlined(bounds(layout), inks.frame)
  const ink = inkBox ? outlined(inkBox, inks.ink, [2, 2]) : []
  return [{ kind: 'group', matrix, items: [...inFrame, ...frame] }, ...ink, ...cross(x, y)]
}

function cross(x: number, y: number): Item[] {
  const arm = 5
  return [
    rule([x - arm, y], [x + arm, y], inks.anchor, 1),
    rule([x, y - arm], [x, y + arm], inks.anchor, 1),
  ]
}

/** More marks than this are no ruler. */
const mostMarks = 1000

/**
 * Marks every ten units, longer ones every fifty; figures at these, or at every hundred. Of what is
 * much larger, ten times that, and so on.
 */
function rulers({ x, y, width, height }: Box, face: Face | undefined): Item[] {
  const longer = Math.max(width, height)
  const step = 10 ** Math.max(1, Math.ceil(Math.log10(longer / mostMarks)))
  const isSmall = longer < step * 40
  const across = marks(width, step, isSmall).flatMap(({ at, length, isNumbered }): Item[] => [
    rule([x + at, y], [x + at, y - length], inks.mark),
    ...(isNumbered
      ? label(numberText(at), x + at + 2, y - band + labelSize + 1, face, inks.mark)
      : []),
  ])
  const down = marks(height, step, isSmall).flatMap(({ at, length, isNumbered }): Item[] => [
    rule([x, y + at], [x - length, y + at], inks.mark),
    ...(isNumbered ? label(numberText(at), x - band + 1, y + at + labelSize, face, inks.mark) : []),
  ])
  return [
    filled({ x: x - band, y: y - band, width: width + band, height: band }, inks.ruler),
    filled({ x: x - band, y, width: band, height }, inks.ruler),
    ...across,
    ...down,
  ]
}

function marks(length: number, step: number, isSmall: boolean) {
  return Array.from({ length: Math.floor(length / step) + 1 }, (_, i) => {
    const isNumbered = i % 10 === 0 || (isSmall && i % 5 === 0)
    return { at: i * step, length: i % 5 === 0 ? 10 : 5, isNumbered }
  })
}

/** A few plain characters, without a typesetter. */
function label(
  text: string,
  x: number,
  y: number,
  face: Face | undefined,
  ink: SolidInk,
): GlyphsItem[] {
  if (!face) return []
  const segment = { script: 'Latn', language: 'en', direction: 'ltr', features: [] } as const
  const glyphs = face.shape(text, segment)
  return [{ kind: 'glyphs', x, y, face, size: labelSize, ink, glyphs, text }]
}

function filled(box: Box, ink: SolidInk): RectangleItem {
  return { kind: 'rectangle', ...box, radius: 0, ink }
}

function rule(
  from: readonly [number, number],
  to: readonly [number, number],
  ink: SolidInk,
  width = hairline,
): RuleItem {
  return { kind: 'rule', from, to, width, ink }
}

function outlined(box: Box, ink: SolidInk, dash?: readonly number[]): RuleItem[] {
  const corners = cornersOf(box)
  return corners.map((corner, i) => {
    const line = rule(corner, corners[(i + 1) % corners.length], ink)
    return dash ? { ...line, dash } : line
  })
}
