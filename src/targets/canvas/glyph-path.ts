import type { Face } from '../../fonts/index.ts'
import type { Outline } from '../../geometry/index.ts'
import type { GlyphPath } from './canvas-context.ts'

declare const Path2D: new () => GlyphPath

const paths = new WeakMap<Face, Map<number, GlyphPath | undefined>>()

/** A glyph's path in font units, made once a face; undefined if there is nothing to paint. */
export function glyphPath(face: Face, glyph: number): GlyphPath | undefined {
  let facePaths = paths.get(face)
  if (!facePaths) {
    facePaths = new Map()
    paths.set(face, facePaths)
  }
  if (!facePaths.has(glyph)) {
    const outline = face.outline(glyph)
    facePaths.set(glyph, outline.segments === '' ? undefined : pathOf(outline))
  }
  return facePaths.get(glyph)
}

/** An outline as the browser's path. */
export function pathOf({ segments, points: p }: Outline): GlyphPath {
  const pen = new Path2D()
  let i = 0
  for (const segment of segments) {
    if (segment === 'M') pen.moveTo(p[i++], p[i++])
    else if (segment === 'L') pen.lineTo(p[i++], p[i++])
    else if (segment === 'Q') pen.quadraticCurveTo(p[i++], p[i++], p[i++], p[i++])
    else if (segment === 'C') pen.bezierCurveTo(p[i++], p[i++], p[i++], p[i++], p[i++], p[i++])
    else pen.closePath()
  }
  return pen
}
