import {
  identity,
  type Matrix,
  mappedOutline,
  outlineBox,
  polygon,
  product,
} from '../../geometry/index.ts'
import { hexBytes } from '../../notation/index.ts'
import type { ColorPart, ColorStop } from '../color-glyph.ts'
import type { Calls } from './calls.ts'
import { type ColorCollector, colorCollector } from './color-collector.ts'
import {
  type ColorLine,
  type Extend,
  linearPaint,
  radialPaint,
  sweepParts,
} from './color-gradients.ts'
import type { OutlinePen } from './outline-pen.ts'
import { addFunctions, type TypedFunction } from './wasm-functions.ts'
import { allocate, type Heap } from './wasm-memory.ts'

/** Paints one glyph of a font; undefined if it has no colors that can be painted. */
export type ColorPen = (font: number, glyph: number) => readonly ColorPart[] | undefined

/** Bytes of `hb_color_stop_t`: offset, whether it is the text's own ink, color. */
const stopSize = 12
const mostStops = 512
/** The flag that HarfBuzz sets in addition when it asks for the foreground color. */
const foreground = 0x000000ff
const extends_: readonly Extend[] = ['pad', 'repeat', 'reflect']
const defaultPalette = 0

/** The paint functions (`hb_paint_funcs_t`) are made once and kept. */
export function colorPen(
  exports: Record<string, unknown>,
  hb: Calls,
  heap: Heap,
  outlineOf: OutlinePen,
): ColorPen {
  let collector: ColorCollector = colorCollector()
  let matrices: Matrix[] = [identity]
  let font = 0
  const stops = allocate(heap, mostStops * stopSize + 4, 'the stops of a gradient')
  const matrix = () => matrices[matrices.length - 1]
  const shape = () => collector.shape && outlineBox(collector.shape)

  function colorLine(line: number): ColorLine {
    const countAt = stops + mostStops * stopSize
    const view = new DataView(heap.memory.buffer)
    view.setUint32(countAt, mostStops, true)
    hb.hb_color_line_get_color_stops(line, 0, countAt, stops)
    const count = Math.min(mostStops, new DataView(heap.memory.buffer).getUint32(countAt, true))
    const read = new DataView(heap.memory.buffer, stops)
    const list = Array.from({ length: count }, (_, i): ColorStop => {
      const offset = read.getFloat32(i * stopSize, true)
      return { offset, ...colorOf(read.getUint32(i * stopSize + 8, true)) }
    })
    list.sort((a, b) => a.offset - b.offset)
    return { stops: list, extend: extends_[hb.hb_color_line_get_extend(line)] ?? 'pad' }
  }

  /** A callback gets functions and data before its own arguments, and user data behind them. */
  const callback = (parameters: string, call: (...args: number[]) => void): TypedFunction => ({
    parameters: `ii${parameters}i`,
    call: (_funcs, _data, ...args) => call(...args),
  })
  const functions: Record<string, TypedFunction> = {
    push_transform: callback('ffffff', (xx, yx, xy, yy, dx, dy) =>
      matrices.push(product(matrix(), { xx, yx, xy, yy, dx, dy })),
    ),
    pop_transform: callback('', () => matrices.pop()),
    push_clip_glyph: callback('ii', glyph => {
      const outline = mappedOutline(matrix(), outlineOf(font, glyph))
      collector.pushClip({ outline, isBound: false })
    }),
    push_clip_rectangle: callback('ffff', (left, bottom, right, top) => {
      const box = polygon(left, bottom, right, bottom, right, top, left, top)
      collector.pushClip({ outline: mappedOutline(matrix(), box), isBound: true })
    }),
    pop_clip: callback('', () => collector.popClip()),
    color: callback('ii', (isForeground, color) => {
      const { color: own, opacity } = colorOf(color)
      collector.fill({ kind: 'solid', opacity, ...(isForeground === 0 && { color: own }) })
    }),
    linear_gradient: callback('iffffff', (line, x0, y0, x1, y1, x2, y2) => {
      const colors = colorLine(line)
      if (colors.stops.length === 0) return
      const paint = linearPaint(colors, [x0, y0], [x1, y1], [x2, y2], matrix(), shape())
      if (paint) collector.fill(paint)
    }),
    radial_gradient: callback('iffffff', (line, x0, y0, r0, x1, y1, r1) => {
      const colors = colorLine(line)
      if (colors.stops.length === 0) return
      const paint = radialPaint(colors, [x0, y0, r0], [x1, y1, r1], matrix(), shape())
      if (paint) collector.fill(paint)
    }),
    sweep_gradient: callback('iffff', (line, x, y, start, end) => {
      const colors = colorLine(line)
      if (colors.stops.length === 0) return
      collector.add(sweepParts(colors, [x, y], start, end, matrix(), shape()))
    }),
    push_group: callback('', () => collector.pushGroup()),
    pop_group: callback('i', mode => collector.popGroup(mode)),
  }
  const first = addFunctions(exports, Object.values(functions))
  const paint = hb.hb_paint_funcs_create()
  for (const [i, name] of Object.keys(functions).entries()) {
    hb[`hb_paint_funcs_set_${name}_func`](paint, first + i, 0, 0)
  }
  return (painted, glyph) => {
    collector = colorCollector()
    matrices = [identity]
    font = painted
    if (!hb.hb_font_paint_glyph_or_fail(font, glyph, paint, 0, defaultPalette, foreground)) {
      return undefined
    }
    const parts = collector.parts()
    return parts && parts.length > 0 ? parts : undefined
  }
}

/** `hb_color_t`: blue, green, red and opacity, a byte each. */
function colorOf(color: number): { color: string; opacity: number } {
  const bytes = [8, 16, 24].map(shift => (color >>> shift) & 0xff)
  return { color: `#${hexBytes(bytes)}`, opacity: (color & 0xff) / 255 }
}
