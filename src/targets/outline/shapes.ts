import { append } from '../../blocks/index.ts'
import {
  asDrawing,
  type Drawing,
  eachItem,
  type GlyphsItem,
  glyphsOutline,
  hasColors,
  type PaintedItem,
  unitScale,
} from '../../drawing/index.ts'
import type { ColorPart } from '../../fonts/index.ts'
import {
  concatenatedOutlines,
  mappedOutline,
  type Outline,
  rectangleOutline,
} from '../../geometry/index.ts'
import type { Layout } from '../../layout/index.ts'
import { type Problem, warningProblem } from '../../problem/index.ts'

/** A filled shape of a drawing, in units with y downward. */
export interface FilledOutline {
  /** The outline of the shape. */
  readonly outline: Outline
  /** The text whose letters it is; nothing of other shapes. */
  readonly text: string
}

/** Result of `toOutlines`. */
export interface FilledOutlines {
  /** Outlines, each with its fill. */
  readonly outlines: readonly FilledOutline[]
  /** Problems: images, and strokes, have no outline. */
  readonly problems: readonly Problem[]
}

/** The filled shapes of a drawing or a layout, as they are turned and moved, their curves kept. */
export function toOutlines(shown: Drawing | Layout): FilledOutlines {
  const { items } = asDrawing(shown)
  const shapes: FilledOutline[] = []
  const problems: Problem[] = []
  let hidden = 0
  eachItem(items, {
    enter({ blur = 0 }) {
      if (blur > 0) hidden++
    },
    leave({ blur = 0 }) {
      if (blur > 0) hidden--
    },
    item(item, matrix) {
      if (hidden > 0) {
        problems.push(withoutOutline('a blurred shadow'))
        return
      }
      const outline = outlineOf(item, problems)
      if (!outline || outline.segments === '') return
      const text = item.kind === 'glyphs' ? item.text : ''
      shapes.push({ outline: mappedOutline(matrix, outline), text })
    },
  })
  return { outlines: shapes, problems }
}

function withoutOutline(what: string): Problem {
  return warningProblem('missing-outline', `${what} has no outline and is omitted`)
}

function outlineOf(item: PaintedItem, problems: Problem[]): Outline | undefined {
  switch (item.kind) {
    case 'glyphs':
      if (item.paint?.stroke) problems.push(withoutOutline(`the stroke of '${item.text}'`))
      return letters(item)
    case 'rectangle':
      return rectangleOutline(item, item.radius)
    case 'path':
      if (item.stroke) problems.push(withoutOutline('a stroke'))
      return item.fill ? item.outline : undefined
    case 'rule': {
      if (item.dash) problems.push(withoutOutline('the dashes of a line'))
      const { from, to, width } = item
      const [dx, dy] = [to[0] - from[0], to[1] - from[1]]
      const length = Math.hypot(dx, dy)
      if (length === 0) return undefined
      const [cos, sin] = [dx / length, dy / length]
      const matrix = { xx: cos, yx: sin, xy: -sin, yy: cos, dx: from[0], dy: from[1] }
      return mappedOutline(
        matrix,
        rectangleOutline({ x: 0, y: -width / 2, width: length, height: width }),
      )
    }
    case 'image':
      problems.push(withoutOutline('an image'))
      return undefined
  }
}

/** Letters of colors of their own are all of their parts. */
function letters(item: GlyphsItem): Outline {
  const { face, size, glyphs } = item
  if (!hasColors(item)) return glyphsOutline(item)
  const scale = unitScale(face, size)
  const outlines: Outline[] = []
  let pen = 0
  for (let i = 0; i < glyphs.glyphs.length; i++) {
    const dx = item.x + (pen + glyphs.offsetsX[i]) * scale
    const dy = item.y - glyphs.offsetsY[i] * scale
    const matrix = { xx: scale, yx: 0, xy: 0, yy: -scale, dx, dy }
    const parts = face.colorParts(glyphs.glyphs[i])
    const glyphOutlines = parts ? partOutlines(parts) : [face.outline(glyphs.glyphs[i])]
    append(
      outlines,
      glyphOutlines.map(outline => mappedOutline(matrix, outline)),
    )
    pen += glyphs.advances[i]
  }
  return concatenatedOutlines(outlines)
}

function partOutlines(parts: readonly ColorPart[]): Outline[] {
  const outlines: Outline[] = []
  const waiting = [...parts]
  while (waiting.length > 0) {
    const part = waiting.pop()
    if (part?.kind === 'fill') outlines.push(part.outline)
    else if (part) append(waiting, part.parts)
  }
  return outlines
}
