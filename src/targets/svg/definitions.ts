import type { Face } from '../../fonts/index.ts'
import { faceShapes, hash32, shapesOf } from './glyph-shapes.ts'

/** Elements that are defined once and used by their id. */
export interface Definitions {
  /**
   * The start of the element for each glyph of a face, up to its position, in ASCII; undefined if
   * the glyph paints nothing.
   */
  glyphsOf(face: Face): (glyph: number) => Uint8Array | undefined
  /** The id of anything else, whose element is made with it. The same content has the same id. */
  add(kind: string, key: string, element: (id: string) => string): string
  all(): string
}

/**
 * Ids are made of what is defined, those of glyphs of their face's contents: where two drawings share
 * a page, one id means one thing.
 */
export function svgDefinitions(): Definitions {
  const starts = new Map<Face, (glyph: number) => Uint8Array | undefined>()
  const prefixes: string[] = []
  const others = new Map<string, string>()
  let definitions = ''

  function startsIn(face: Face) {
    let shapes = shapesOf(face)
    const { prefix: plain } = shapes
    const taken = prefixes.filter(prefix => prefix === plain || prefix.startsWith(`${plain}_`))
    if (taken.length > 0) shapes = faceShapes(face, `${plain}_${taken.length}`)
    prefixes.push(shapes.prefix)
    const isDefined: boolean[] = []
    return (glyph: number) => {
      const shape = shapes.of(glyph)
      if (!shape) return undefined
      if (!isDefined[glyph]) {
        isDefined[glyph] = true
        definitions += `${shape.element}\n`
      }
      return shape.start
    }
  }

  return {
    glyphsOf(face) {
      const faceStarts = starts.get(face)
      if (faceStarts) return faceStarts
      const own = startsIn(face)
      starts.set(face, own)
      return own
    },
    add(kind, key, element) {
      const content = `${kind} ${key}`
      let id = others.get(content)
      if (id === undefined) {
        id = `${kind}-${hash(content)}`
        others.set(content, id)
        definitions += `${element(id)}\n`
      }
      return id
    },
    all: () => definitions,
  }
}

/** 64 bits, in base 36. */
const hash = (text: string) => hash32(text, 0x811c9dc5) + hash32(text, 0x050c5d1f)
