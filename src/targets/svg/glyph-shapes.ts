import { latin1 } from '../../blocks/index.ts'
import type { Face } from '../../fonts/index.ts'
import { colorGlyph } from './color-glyph.ts'
import { outlinePath } from './outline-path.ts'

/** The shape of a glyph, with its paint. */
interface GlyphShape {
  /** The element that its id stands for. */
  readonly element: string
  /** The start of an element that uses it, up to the number that says where, in ASCII. */
  readonly start: Uint8Array
}

/** The shapes of a face's glyphs, whose ids begin alike. */
interface FaceShapes {
  readonly prefix: string
  /** Undefined where there is nothing to paint. */
  of(glyph: number): GlyphShape | undefined
}

/** Shapes whose ids begin with the prefix, each written when it is first asked for. */
export function faceShapes(face: Face, prefix: string): FaceShapes {
  /** By glyph; a hole where one was not asked for. */
  const shapes: (GlyphShape | typeof nothing)[] = []
  return {
    prefix,
    of(glyph) {
      let shape = shapes[glyph]
      if (shape === undefined) {
        const id = `${prefix}-${glyph}`
        const element = glyphElement(face, glyph, id)
        shape = element === '' ? nothing : { element, start: latin1(`<use href="#${id}" x="`) }
        shapes[glyph] = shape
      }
      return shape === nothing ? undefined : shape
    },
  }
}

const nothing = Symbol('nothing to paint')

function glyphElement(face: Face, glyph: number, id: string): string {
  const parts = face.colorParts(glyph)
  if (parts) return colorGlyph(parts, id)
  const path = outlinePath(face.outline(glyph))
  return path === '' ? '' : `<path id="${id}" d="${path}"/>`
}

const kept = new WeakMap<Face, FaceShapes>()

/**
 * The shapes of a face, with the prefix from its contents. They are kept, since labels use the same
 * few letters; except color glyphs, which are long and few.
 */
export function shapesOf(face: Face): FaceShapes {
  let shapes = kept.get(face)
  if (!shapes) {
    // Short, for it stands before every glyph; never a digit first, which no selector could name.
    shapes = faceShapes(face, `g${hash32(face.id, 0x811c9dc5)}`)
    if (!face.colored) kept.set(face, shapes)
  }
  return shapes
}

/** FNV-1a over the text, in base 36. */
export function hash32(text: string, start: number): string {
  let h = start
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 0x01000193)
  return (h >>> 0).toString(36)
}
