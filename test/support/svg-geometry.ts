/** Something an SVG shows: what it is, and the numbers that say where. */
export interface Shown {
  readonly what: string
  readonly numbers: readonly number[]
}

const number = /-?\d+(?:\.\d+)?(?:e-?\d+)?/g
const numbersOf = (text: string) => [...text.matchAll(number)].map(([found]) => Number(found))
const attribute = (attributes: string, name: string) =>
  new RegExp(`\\b${name}="([^"]*)"`).exec(attributes)?.[1]

/**
 * What an SVG shows, in order: each glyph at its place on the page, each other shape with its
 * numbers. How glyphs are grouped, and how places are written, is no matter.
 */
export function svgGeometry(svg: string): readonly Shown[] {
  const shown: Shown[] = []
  let run = { x: 0, y: 0, scale: 1, ink: '' }
  for (const [, tag, attributes] of svg.matchAll(/<(\w+)\b([^>]*)>/g)) {
    const placed = /^translate\(/.test(attribute(attributes, 'transform') ?? '')
    if (tag === 'g' && placed && attributes.includes('scale(')) {
      const [x, y, scale] = numbersOf(attribute(attributes, 'transform') ?? '')
      run = { x, y, scale, ink: attribute(attributes, 'fill') ?? '' }
    } else if (tag === 'use') {
      const [dx = 0, dy = 0] = ['x', 'y'].map(name => Number(attribute(attributes, name) ?? 0))
      const numbers = [run.x + dx * run.scale, run.y - dy * run.scale, run.scale]
      shown.push({ what: `${attribute(attributes, 'href')} ${run.ink}`, numbers })
    } else if (tag !== 'defs') {
      const said = tag === 'svg' || tag === 'a' ? (attribute(attributes, 'aria-label') ?? '') : ''
      const plain = attributes.replace(/aria-label="[^"]*"/, '')
      const numbers = plain.includes('id="') ? [] : numbersOf(plain)
      shown.push({ what: `${tag} ${said}`, numbers })
    }
  }
  return shown
}
