/** What HarfBuzz calls for each segment of an outline; points in font units. */
export interface DrawCallbacks {
  moveTo(x: number, y: number): void
  lineTo(x: number, y: number): void
  quadraticTo(cx: number, cy: number, x: number, y: number): void
  cubicTo(c1x: number, c1y: number, c2x: number, c2y: number, x: number, y: number): void
  closePath(): void
}

const i32 = 0x7f
const f32 = 0x7d
const names = ['m', 'l', 'q', 'c', 'z'] as const
/** Which of the types below each of them has. */
const typeOf = [0, 0, 1, 2, 3]
/** Points that each of the types carries, after draw functions, data and state, before user data. */
const pointsOf = [1, 2, 3, 0]

/**
 * A table of WASM functions takes no plain JavaScript function. This module of 120 bytes imports
 * five and exports them again, now with the signatures of `hb_draw_move_to_func_t` and the others.
 */
function adapter(): Uint8Array<ArrayBuffer> {
  const section = (id: number, content: number[]) => [id, content.length, ...content]
  const text = (s: string) => [s.length, ...new TextEncoder().encode(s)]
  const types = pointsOf.flatMap(points => {
    const parameters = [i32, i32, i32, ...new Array(points * 2).fill(f32), i32]
    return [0x60, parameters.length, ...parameters, 0]
  })
  return Uint8Array.from([
    ...[0x00, 0x61, 0x73, 0x6d, 0x01, 0x00, 0x00, 0x00],
    ...section(1, [pointsOf.length, ...types]),
    ...section(2, [
      names.length,
      ...names.flatMap((n, i) => [...text('d'), ...text(n), 0, typeOf[i]]),
    ]),
    ...section(7, [names.length, ...names.flatMap((n, i) => [...text(n), 0, i])]),
  ])
}

/** The five functions as a WASM table takes them, in the order of the interface. */
export function drawFunctions(callbacks: DrawCallbacks): unknown[] {
  const d: Record<(typeof names)[number], (...args: number[]) => void> = {
    m: (_f, _d, _s, x, y) => callbacks.moveTo(x, y),
    l: (_f, _d, _s, x, y) => callbacks.lineTo(x, y),
    q: (_f, _d, _s, cx, cy, x, y) => callbacks.quadraticTo(cx, cy, x, y),
    c: (_f, _d, _s, ax, ay, bx, by, x, y) => callbacks.cubicTo(ax, ay, bx, by, x, y),
    z: () => callbacks.closePath(),
  }
  const instance = new WebAssembly.Instance(new WebAssembly.Module(adapter()), { d })
  return names.map(name => instance.exports[name])
}
