import type { Slant } from './face.ts'

export interface FaceTraits {
  readonly weight: number
  readonly slant: Slant
  /** The weights a variable font can take. */
  readonly weights?: readonly [least: number, most: number]
}

/**
 * The face nearest to what is wanted, by CSS Fonts 4, section 5.2: slant first, then weight.
 * `faces` must not be empty.
 */
export function nearestFace<T extends FaceTraits>(faces: readonly T[], wanted: FaceTraits): T {
  const order = slantOrder[wanted.slant]
  const bySlant = order.map(slant => faces.filter(face => face.slant === slant))
  const candidates = bySlant.find(list => list.length > 0) ?? faces
  return candidates.reduce((best, face) =>
    distance(face, wanted) < distance(best, wanted) ? face : best,
  )
}

/** Of a variable font, the weight that is taken is the nearest it has. */
function distance({ weight, weights }: FaceTraits, wanted: FaceTraits): number {
  const taken = weights ? Math.min(weights[1], Math.max(weights[0], wanted.weight)) : weight
  return weightDistance(taken, wanted.weight)
}

const slantOrder: Record<Slant, readonly Slant[]> = {
  normal: ['normal', 'oblique', 'italic'],
  italic: ['italic', 'oblique', 'normal'],
  oblique: ['oblique', 'italic', 'normal'],
}

/** Larger than any difference of weights, so that one direction is searched before the other. */
const elsewhere = 2000

/**
 * From 400 to 500: up to 500 first, then below, then above. Under 400: below, then above. Over
 * 500: above, then below.
 */
function weightDistance(weight: number, wanted: number): number {
  const distance = Math.abs(weight - wanted)
  if (wanted >= 400 && wanted <= 500) {
    if (weight >= wanted && weight <= 500) return distance
    return weight < wanted ? elsewhere + distance : 2 * elsewhere + distance
  }
  const onTheRightSide = wanted < 400 ? weight <= wanted : weight >= wanted
  return onTheRightSide ? distance : elsewhere + distance
}
