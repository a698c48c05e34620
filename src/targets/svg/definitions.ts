import type { Face } from '../../fonts/index.ts'
import { colorGlyph } from './color-glyph.ts'
import { outlinePath } from './outline-path.ts'

/** What is defined once and used by its id. */
export interface Definitions {
  /**
   * The start of the element that uses a glyph's shape, up to the number that says where; undefined
   * where there is nothing to paint.
   */
  glyph(face: Face, glyph: number): string | undefined
  /** The id of anything else, whose element is made with it. The same content has the same id. */
  add(kind: string, key: string, element: (id: string) => string): string
  all(): string
}

/**
 * Ids are made of what is defined, those of glyphs of their face's contents: where two drawings share
 * a page, one id means one thing.
 */
export function svgDefinitions(): Definitions {
  const prefixes = new Map<Face, string>()
  /** By glyph, of each face; a hole where one was not asked for. */
  const shapes = new Map<Face, (string | undefined)[]>()
  const others = new Map<string, string>()
  let definitions = ''
  const prefixOf = (face: Face) => {
    let prefix = prefixes.get(face)
    if (prefix === undefined) {
      // Short, for it stands before every glyph; never a digit first, which no selector could name.
      const plain = `g${hash32(face.id, 0x811c9dc5)}`
      const taken = [...prefixes.values()].filter(p => p === plain || p.startsWith(`${plain}_`))
      prefix = taken.length > 0 ? `${plain}_${taken.length}` : plain
      prefixes.set(face, prefix)
    }
    return prefix
  }
  return {
    glyph(face, glyph) {
      let ofFace = shapes.get(face)
      if (!ofFace) {
        ofFace = []
        shapes.set(face, ofFace)
      }
      let use = ofFace[glyph]
      if (use === undefined) {
        const id = `${prefixOf(face)}-${glyph}`
        const shape = glyphShape(face, glyph, id)
        use = shape === '' ? nothing : `<use href="#${id}" x="`
        ofFace[glyph] = use
        if (shape !== '') definitions += `${shape}\n`
      }
      return use === nothing ? undefined : use
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

/** Of a glyph without a shape. */
const nothing = ''

/** What a glyph's id stands for; nothing where there is nothing to paint. */
function glyphShape(face: Face, glyph: number, id: string): string {
  const parts = face.colorParts(glyph)
  if (parts) return colorGlyph(parts, id)
  const path = glyphPath(face, glyph)
  return path === '' ? '' : `<path id="${id}" d="${path}"/>`
}

const paths = new WeakMap<Face, Map<number, string>>()

/** The path of a glyph, written once a face: labels have the same few letters. */
function glyphPath(face: Face, glyph: number): string {
  let ofFace = paths.get(face)
  if (!ofFace) {
    ofFace = new Map()
    paths.set(face, ofFace)
  }
  let path = ofFace.get(glyph)
  if (path === undefined) {
    path = outlinePath(face.outline(glyph))
    ofFace.set(glyph, path)
  }
  return path
}

/** 64 bits, in base 36. */
const hash = (text: string) => hash32(text, 0x811c9dc5) + hash32(text, 0x050c5d1f)

/** FNV-1a over the text, in base 36. */
function hash32(text: string, start: number): string {
  let h = start
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 0x01000193)
  return (h >>> 0).toString(36)
}
