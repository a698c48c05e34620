import { identity, type Matrix, product } from '../../geometry/index.ts'

/** The matrix of a `transform` attribute (CSS Transforms 1, section 8); undefined if it is invalid. */
export function transformMatrix(transform: string): Matrix | undefined {
  let matrix = identity
  const pattern = /\s*([a-z]+)\s*\(([^)]*)\)\s*,?/giy
  while (pattern.lastIndex < transform.length) {
    const match = pattern.exec(transform)
    if (!match) return transform.slice(pattern.lastIndex).trim() === '' ? matrix : undefined
    const functionResult = functionMatrix(match[1].toLowerCase(), numbersOf(match[2]))
    if (!functionResult) return undefined
    matrix = product(matrix, functionResult)
  }
  return matrix
}

function numbersOf(text: string): number[] {
  // Angles and lengths in a stylesheet have units, which match those of SVG.
  return (text.match(/[-+]?(\d+\.?\d*|\.\d+)(e[-+]?\d+)?/gi) ?? []).map(Number)
}

function functionMatrix(name: string, n: readonly number[]): Matrix | undefined {
  const radians = (degrees: number) => (degrees * Math.PI) / 180
  switch (name) {
    case 'matrix':
      return n.length === 6
        ? { xx: n[0], yx: n[1], xy: n[2], yy: n[3], dx: n[4], dy: n[5] }
        : undefined
    case 'translate':
      return n.length > 0 ? { ...identity, dx: n[0], dy: n[1] ?? 0 } : undefined
    case 'scale':
      return n.length > 0 ? { ...identity, xx: n[0], yy: n[1] ?? n[0] } : undefined
    case 'rotate': {
      if (n.length === 0) return undefined
      const [cos, sin] = [Math.cos(radians(n[0])), Math.sin(radians(n[0]))]
      const [x, y] = [n[1] ?? 0, n[2] ?? 0]
      const turn = { xx: cos, yx: sin, xy: -sin, yy: cos }
      return { ...turn, dx: x - cos * x + sin * y, dy: y - sin * x - cos * y }
    }
    case 'skewx':
      return n.length > 0 ? { ...identity, xy: Math.tan(radians(n[0])) } : undefined
    case 'skewy':
      return n.length > 0 ? { ...identity, yx: Math.tan(radians(n[0])) } : undefined
    default:
      return undefined
  }
}
