import { type Problem, warningProblem } from '../../problem/index.ts'
import type { Keep, Kernel, Section } from './kernel.ts'

/** So many rounds of bridges: one holds a piece by another that is loose itself. */
const mostRounds = 8

/**
 * A plate with a text cut out of it. Loose parts are held by strips of the given width, one up and one
 * down from their middle, or reported.
 */
export function cutPlate(
  plate: Section,
  text: Section,
  bridges: number | undefined,
  kernel: Kernel,
  keep: Keep,
): { readonly section: Section; readonly problems: readonly Problem[] } {
  let section = keep(plate.subtract(text))
  let loose = loosePieces(section, keep)
  for (let round = 0; bridges !== undefined && loose.length > 0 && round < mostRounds; round++) {
    const strips = loose.flatMap(piece => stripsFor(piece, text, bridges, kernel, keep))
    section = keep(kernel.CrossSection.union([section, ...strips]))
    loose = loosePieces(section, keep)
  }
  return { section, problems: loose.map(looseProblem) }
}

/** All pieces but the plate itself, which is the largest. */
function loosePieces(section: Section, keep: Keep): readonly Section[] {
  const pieces = section.decompose().map(keep)
  return pieces.toSorted((a, b) => b.area() - a.area()).slice(1)
}

/**
 * The places at which a strip can cross a piece, as shares of its width: the first that touches it
 * is used.
 */
const places = [0.5, 0.3, 0.7, 0.1, 0.9]

/** Up and down from a piece, across as much of the letter as lies there. */
function stripsFor(
  piece: Section,
  text: Section,
  width: number,
  kernel: Kernel,
  keep: Keep,
): Section[] {
  const { min, max } = piece.bounds()
  const all = text.bounds()
  for (const share of places) {
    const x = min[0] + (max[0] - min[0]) * share
    const square = keep(kernel.CrossSection.square([width, all.max[1] - all.min[1]], false))
    const strip = keep(square.translate([x - width / 2, all.min[1]]))
    const strips = keep(strip.intersect(text))
      .decompose()
      .map(keep)
      // A little wider than what it crosses, so that it is of one piece with what it joins.
      .map(part => keep(part.offset(overlap, 'Round', 2, 8)))
      .filter(part => !keep(part.intersect(piece)).isEmpty())
    if (strips.length > 0) return strips
  }
  return []
}

/** In millimeters. */
const overlap = 0.01

function looseProblem(piece: Section): Problem {
  const { min, max } = piece.bounds()
  const size = [0, 1].map(i => (max[i] - min[i]).toFixed(1)).join(' by ')
  const message = `a part of ${size} mm falls out of the plate`
  return warningProblem('loose-part', message, {
    hint: 'give plate.bridges, the width of strips that hold it',
  })
}
