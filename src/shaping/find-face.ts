import type { Face, ListedFace, Shelf } from '../fonts/index.ts'
import { errorProblem, type Problem } from '../problem/index.ts'
import type { Style } from '../sheet/index.ts'

export interface FoundFace {
  readonly face: Face
  readonly problem?: Problem
}

/** Weights from here on are bold: a family that has none of them cannot be set bold. */
const boldFrom = 600

/** Widths, in percent, from which on a face is narrow or wide. */
const narrowTo = 90
const wideFrom = 110

/** The generic family that stands in where none of a style's families is on the shelf. */
const lastResort = 'sans'

/** The face for a style: of the first of its families on the shelf, the nearest by stretch, slant and weight. */
export function findFace(shelf: Shelf, style: Style): FoundFace {
  const family = style.family.find(name => shelf.has(name))
  if (family === undefined) {
    const [name] = style.family
    const stand = shelf.has(lastResort) ? lastResort : shelf.families[0]
    const problem = errorProblem('unknown-family', `no family '${name}' on the shelf`, {
      nearest: shelf.nearest(name),
      hint: shelf.nearest(name) ? undefined : `available: ${shelf.families.join(', ')}`,
    })
    return { face: shelf.face(stand, style), problem }
  }
  const face = shelf.face(family, style)
  const lacking = lackingIn(face, style)
  if (lacking.length === 0) return { face }
  const message = `the family '${family}' has no ${lacking.join(' ')} face`
  const hint = `available: ${shelf.facesOf(family).map(faceText).join(', ')}`
  return { face, problem: errorProblem('missing-face', message, { hint }) }
}

/** What a style asks for and its face is not, and was not made. */
function lackingIn(face: Face, { stretch, weight, slant }: Style): string[] {
  const isTooWide = stretch <= narrowTo && face.stretch > narrowTo
  const isTooNarrow = stretch >= wideFrom && face.stretch < wideFrom
  const isTooLight = weight >= boldFrom && face.weight < boldFrom
  const isUpright = slant !== 'normal' && face.slant === 'normal'
  return [
    ...(isTooWide ? ['condensed'] : isTooNarrow ? ['expanded'] : []),
    ...(isTooLight ? ['bold'] : []),
    ...(isUpright ? [slant] : []),
  ]
}

function faceText({ weight, weights, stretch, slant }: ListedFace): string {
  const heaviness = weights ? `${weights[0]} to ${weights[1]}` : String(weight)
  const width = stretch === 100 ? '' : ` ${stretch} %`
  return `${heaviness}${width}${slant === 'normal' ? '' : ` ${slant}`}`
}

/** The faces of all of a style's families that are on the shelf, the first before the others. */
export function candidateFaces(shelf: Shelf, style: Style): readonly Face[] {
  const faces = style.family.filter(name => shelf.has(name)).map(name => shelf.face(name, style))
  return faces.length > 0 ? faces : [findFace(shelf, style).face]
}
