import type { Outline } from '../../geometry/index.ts'
import type { Calls } from './calls.ts'
import { addFunctions, type TypedFunction } from './wasm-functions.ts'

/** Draws one glyph of a font into an outline. */
export type OutlinePen = (font: number, glyph: number) => Outline

/** The draw functions (`hb_draw_funcs_t`) are made once and kept. */
export function outlinePen(exports: Record<string, unknown>, hb: Calls): OutlinePen {
  let segments = ''
  let points: number[] = []
  /** A callback gets functions, data and state before the points, and user data behind them. */
  const segment = (letter: string, count: number): TypedFunction => ({
    parameters: `iii${'f'.repeat(count)}i`,
    call(...args) {
      segments += letter
      for (let i = 3; i < 3 + count; i++) points.push(args[i])
    },
  })
  const functions = {
    move_to: segment('M', 2),
    line_to: segment('L', 2),
    quadratic_to: segment('Q', 4),
    cubic_to: segment('C', 6),
    close_path: segment('Z', 0),
  }
  const first = addFunctions(exports, Object.values(functions))
  const draw = hb.hb_draw_funcs_create()
  for (const [i, name] of Object.keys(functions).entries()) {
    hb[`hb_draw_funcs_set_${name}_func`](draw, first + i, 0, 0)
  }
  return (font, glyph) => {
    segments = ''
    points = []
    hb.hb_font_draw_glyph(font, glyph, draw, 0)
    return { segments, points: Float32Array.from(points) }
  }
}
