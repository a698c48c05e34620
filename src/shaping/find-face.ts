import type { Face, Shelf } from '../fonts/index.ts'
import { errorProblem, type Problem } from '../problem/index.ts'
import type { Style } from '../sheet/index.ts'

export interface FoundFace {
  readonly face: Face
  readonly problem?: Problem
}

/** Weights from here on are bold: a family that has none of them cannot be set bold. */
const boldFrom = 600

/** The generic family that stands in where none of a style's families is on the shelf. */
const lastResort = 'sans'

/** The face for a style: of the first of its families on the shelf, the nearest in weight and slant. */
export function findFace(shelf: Shelf, style: Style): FoundFace {
  const family = style.family.find(name => shelf.has(name))
  if (family === undefined) {
    const [name] = style.family
    const stand = shelf.has(lastResort) ? lastResort : shelf.families[0]
    const problem = errorProblem('unknown-family', `no family '${name}' on the shelf`, {
      nearest: shelf.nearest(name),
      hint: shelf.nearest(name) ? undefined : `known: ${shelf.families.join(', ')}`,
    })
    return { face: shelf.face(stand, style), problem }
  }
  const face = shelf.face(family, style)
  const bold = style.weight >= boldFrom && face.weight < boldFrom && face.weight < style.weight
  const upright = style.slant !== 'normal' && face.slant === 'normal'
  if (!bold && !upright) return { face }
  const lacking = [bold && 'bold', upright && style.slant].filter(Boolean).join(' ')
  const there = shelf
    .facesOf(family)
    .map(f => `${f.weight}${f.slant === 'normal' ? '' : ` ${f.slant}`}`)
  const message = `the family '${family}' has no ${lacking} face`
  return {
    face,
    problem: errorProblem('missing-face', message, { hint: `it has ${there.join(', ')}` }),
  }
}

/** The faces of all of a style's families that are on the shelf, the first before the others. */
export function candidateFaces(shelf: Shelf, style: Style): readonly Face[] {
  const faces = style.family.filter(name => shelf.has(name)).map(name => shelf.face(name, style))
  return faces.length > 0 ? faces : [findFace(shelf, style).face]
}
