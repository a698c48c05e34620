import { arcCubics } from './arcs.ts'
import type { Outline } from './outline.ts'

const counts: Readonly<Record<string, number>> = {
  M: 2,
  L: 2,
  H: 1,
  V: 1,
  C: 6,
  S: 4,
  Q: 4,
  T: 2,
  A: 7,
  Z: 0,
}

/**
 * SVG path data (SVG 2, section 9.3) as an outline, y downward; of what is no path data, the offset
 * of what was not expected.
 */
export function outlineFromPathData(
  data: string,
): { readonly outline: Outline } | { readonly at: number } {
  const writer = outlineWriter()
  let command = ''
  for (let at = skipped(data, 0, false); at < data.length; ) {
    const letter = data[at].toUpperCase()
    if (Object.hasOwn(counts, letter)) {
      command = data[at]
      at++
    } else if (command === '' || command.toUpperCase() === 'Z') return { at }
    else if (command === 'M') command = 'L'
    else if (command === 'm') command = 'l'
    if (!writer.isOpen() && command.toUpperCase() !== 'M') return { at: at - 1 }
    const kind = command.toUpperCase()
    const numbers: number[] = []
    for (let i = 0; i < counts[kind]; i++) {
      at = skipped(data, at, i > 0)
      const isFlag = kind === 'A' && (i === 3 || i === 4)
      const found = isFlag ? flagAt(data, at) : numberAt(data, at)
      if (!found) return { at }
      numbers.push(found.value)
      at = found.end
    }
    writer.add(kind, numbers, command !== kind)
    at = skipped(data, at, true)
  }
  return { outline: writer.end() }
}

/** Behind white space, and behind one comma where there may be one. */
function skipped(data: string, from: number, comma: boolean): number {
  let at = from
  let mayComma = comma
  for (; at < data.length; at++) {
    if (data[at] === ',' && mayComma) mayComma = false
    else if (!/[\t\n\f\r ]/.test(data[at])) break
  }
  return at
}

const form = /[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?/y

function numberAt(data: string, at: number) {
  form.lastIndex = at
  const text = form.exec(data)?.[0]
  return text === undefined ? undefined : { value: Number(text), end: at + text.length }
}

function flagAt(data: string, at: number) {
  const flag = data[at]
  return flag === '0' || flag === '1' ? { value: Number(flag), end: at + 1 } : undefined
}

function outlineWriter() {
  // Pieces of their own: to look at the end of a growing string makes a new one of it each time.
  const segments: string[] = []
  const points: number[] = []
  let [x, y, startX, startY] = [0, 0, 0, 0]
  /** The last handle, which a smooth curve mirrors, and of which kind of curve it is. */
  let [handleX, handleY, handleOf] = [0, 0, '']
  let isOpen = false

  function curve(segment: 'Q' | 'C', own: readonly number[], of: string) {
    segments.push(segment)
    points.push(...own)
    ;[handleX, handleY] = own.slice(-4, -2)
    ;[x, y] = own.slice(-2)
    handleOf = of
  }

  function to(segment: 'M' | 'L', nextX: number, nextY: number) {
    segments.push(segment)
    points.push(nextX, nextY)
    ;[x, y, handleOf] = [nextX, nextY, '']
  }

  return {
    isOpen: () => isOpen,
    add(kind: string, given: readonly number[], isRelative: boolean) {
      const [baseX, baseY] = isRelative ? [x, y] : [0, 0]
      const own = given.map((n, i) => n + (i % 2 === 0 ? baseX : baseY))
      const mirrored = (of: string) =>
        handleOf === of ? [2 * x - handleX, 2 * y - handleY] : [x, y]
      // A segment after a closed contour starts where that contour did.
      if (segments[segments.length - 1] === 'Z' && kind !== 'M' && kind !== 'Z') to('M', x, y)
      switch (kind) {
        case 'M':
          to('M', own[0], own[1])
          ;[startX, startY, isOpen] = [x, y, true]
          break
        case 'L':
          to('L', own[0], own[1])
          break
        case 'H':
          to('L', given[0] + baseX, y)
          break
        case 'V':
          to('L', x, given[0] + baseY)
          break
        case 'C':
          curve('C', own, 'C')
          break
        case 'S':
          curve('C', [...mirrored('C'), ...own], 'C')
          break
        case 'Q':
          curve('Q', own, 'Q')
          break
        case 'T':
          curve('Q', [...mirrored('Q'), ...own], 'Q')
          break
        case 'A': {
          const [rx, ry, turned, large, sweep] = given
          const end = [given[5] + baseX, given[6] + baseY] as const
          const cubics = arcTo(x, y, rx, ry, turned, large === 1, sweep === 1, ...end)
          if (cubics)
            for (let i = 0; i < cubics.length; i += 6) curve('C', cubics.slice(i, i + 6), '')
          else to('L', ...end)
          handleOf = ''
          break
        }
        default:
          segments.push('Z')
          ;[x, y, handleOf] = [startX, startY, '']
      }
    },
    end: (): Outline => ({
      segments: segments.join(''),
      points: Float32Array.from(points),
    }),
  }
}

/** From the ends of an arc to its center (SVG 2, B.2.4); undefined if it is a straight line. */
function arcTo(
  x1: number,
  y1: number,
  radiusX: number,
  radiusY: number,
  degrees: number,
  isLarge: boolean,
  isSweeping: boolean,
  x2: number,
  y2: number,
): number[] | undefined {
  let [rx, ry] = [Math.abs(radiusX), Math.abs(radiusY)]
  if (rx === 0 || ry === 0 || (x1 === x2 && y1 === y2)) return undefined
  const turned = (degrees * Math.PI) / 180
  const [cos, sin] = [Math.cos(turned), Math.sin(turned)]
  const [dx, dy] = [(x1 - x2) / 2, (y1 - y2) / 2]
  const [px, py] = [cos * dx + sin * dy, cos * dy - sin * dx]
  const over = (px / rx) ** 2 + (py / ry) ** 2
  if (over > 1) {
    rx *= Math.sqrt(over)
    ry *= Math.sqrt(over)
  }
  const square = (rx * ry) ** 2 - (rx * py) ** 2 - (ry * px) ** 2
  const root = Math.sqrt(Math.max(0, square / ((rx * py) ** 2 + (ry * px) ** 2)))
  const factor = isLarge === isSweeping ? -root : root
  const [ux, uy] = [(factor * rx * py) / ry, (-factor * ry * px) / rx]
  const [cx, cy] = [cos * ux - sin * uy + (x1 + x2) / 2, sin * ux + cos * uy + (y1 + y2) / 2]
  const start = Math.atan2((py - uy) / ry, (px - ux) / rx)
  let sweep = Math.atan2((-py - uy) / ry, (-px - ux) / rx) - start
  if (isSweeping && sweep < 0) sweep += 2 * Math.PI
  if (!isSweeping && sweep > 0) sweep -= 2 * Math.PI
  const points = arcCubics(cx, cy, rx, ry, turned, start, sweep)
  // Sums of angles may miss the end by a little.
  points.splice(-2, 2, x2, y2)
  return points
}
