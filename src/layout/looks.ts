import { isObject } from '../problem/index.ts'
import type { Style } from '../sheet/index.ts'
import { checkLayout } from './check-layout.ts'
import type { Layout } from './layout.ts'
import { soleStyle } from './plain-layout.ts'
import type { PlainStyle } from './plain-style.ts'

/** How some letters of a layout look. */
export interface UsedFace {
  /** Id of the face, which `faceOf` gives. */
  readonly face: string
  /** With nothing left open. */
  readonly style: Style
}

/**
 * The faces and styles that letters of a layout are in, each pair once, in the order of its lines:
 * to find out which fonts a page needs, or how small its letters are. Of most texts no glyph has to
 * be made for it. What is shown of a style but no letter, such as spaces and objects, is not told.
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
