import { isObject } from '../../problem/index.ts'
import type { Style } from '../../sheet/index.ts'
import type { Layout } from '../layout.ts'
import type { PlainStyle } from '../measure/plain-style.ts'
import type { UsedFace } from '../measure/used-face.ts'
import { soleStyle } from '../place/plain-layout.ts'
import { checkLayout } from './check-layout.ts'

/**
 * The faces and styles of the letters in a layout, each pair once, in the order of lines. Use it to
 * find the fonts of a page, or the smallest letters. For most texts no glyphs are made. Spaces and
 * inline boxes are not included.
 */
export function facesUsed(layout: Layout): readonly UsedFace[] {
  // Whether it is one is seen by its glyphs, which a plain text needs not have.
  const sole = isObject(layout) ? soleStyle(layout) : undefined
  if (!sole) checkLayout('facesUsed', layout)
  if (sole) return layout.text.trim() === '' ? [] : layout.cut ? withMark(sole) : sole.looks
  const looks: UsedFace[] = []
  const facesOf = new Map<Style, Set<string>>()
  for (const { runs } of layout.lines) {
    for (const { face, style, text, box: object } of runs) {
      const faces = facesOf.get(style) ?? new Set()
      if (object || faces.has(face) || text.trim() === '') continue
      facesOf.set(style, faces.add(face))
      looks.push({ face, style })
    }
  }
  return looks
}

/** The mark of what is left out may be in other faces. */
function withMark({ looks, style, mark }: PlainStyle): readonly UsedFace[] {
  const others = (mark()?.faces ?? []).filter(face => face !== looks[0].face)
  if (others.length === 0) return looks
  return [...looks, ...Array.from(new Set(others), face => ({ face, style }))]
}
