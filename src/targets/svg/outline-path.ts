import { type Outline, segmentPoints } from '../../geometry/index.ts'

/** Outlines of color glyphs are turned and scaled: places beyond a thousandth of a unit tell nothing. */
const places = 1000

/**
 * An outline as SVG path data, in its own units: steps from point to point, in as few characters as
 * the grammar allows (SVG 2, 9.3). What a closing line repeats is left out, and so are the first
 * handles of curves that go on as straight as the one before.
 */
export function outlinePath({ segments, points }: Outline): string {
  let path = ''
  /** The letter that numbers without one belong to. */
  let open = ''
  // All in thousandths, so that steps add up to the very points.
  let [x, y, startX, startY] = [0, 0, 0, 0]
  /** The reflected handle of the segment before, for smooth quadratic and cubic curves. */
  let [mirrorX, mirrorY, mirrored] = [0, 0, '']
  const step = (letter: string, ...by: readonly number[]) => {
    // Numbers behind a move are lines.
    if (letter !== open || letter === 'm') path += letter
    else if (!startsItself(by[0])) path += ' '
    by.forEach((value, i) => {
      path += i > 0 && !startsItself(value) ? ` ${thousandths(value)}` : thousandths(value)
    })
    open = letter
  }
  const at = (i: number) => Math.round(points[i] * places)
  for (let i = 0, next = 0; i < segments.length; i++) {
    const segment = segments[i]
    const from = next
    next += segmentPoints[segment] * 2
    if (segment === 'Z') {
      path += 'z'
      open = 'z'
      x = startX
      y = startY
      mirrored = ''
      continue
    }
    const [toX, toY] = [at(next - 2), at(next - 1)]
    switch (segment) {
      case 'M':
        step('m', toX - x, toY - y)
        startX = toX
        startY = toY
        break
      case 'L':
        if (segments[i + 1] === 'Z' && toX === startX && toY === startY) break
        if (toY === y) step('h', toX - x)
        else if (toX === x) step('v', toY - y)
        else step('l', toX - x, toY - y)
        break
      case 'Q': {
        const [c, d] = [at(from), at(from + 1)]
        if (mirrored === 'Q' && c === mirrorX && d === mirrorY) step('t', toX - x, toY - y)
        else step('q', c - x, d - y, toX - x, toY - y)
        mirrorX = 2 * toX - c
        mirrorY = 2 * toY - d
        break
      }
      case 'C': {
        const [a, b, c, d] = [at(from), at(from + 1), at(from + 2), at(from + 3)]
        if (mirrored === 'C' && a === mirrorX && b === mirrorY) {
          step('s', c - x, d - y, toX - x, toY - y)
        } else step('c', a - x, b - y, c - x, d - y, toX - x, toY - y)
        mirrorX = 2 * toX - c
        mirrorY = 2 * toY - d
        break
      }
    }
    mirrored = segment
    x = toX
    y = toY
  }
  return path
}

/** A minus needs no space before it. */
const startsItself = (value: number) => value < 0

function thousandths(value: number): string {
  if (value % places === 0) return String(value / places)
  return String(value / places).replace(/^(-?)0\./, '$1.')
}
