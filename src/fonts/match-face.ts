import type { Slant } from './slant.ts'

/** Least and most of what a variable font can take. */
export type Range = readonly [least: number, most: number]

/** The traits that tell faces of a family apart. */
export interface FaceTraits {
  /** 1 to 1000. */
  readonly weight: number
  readonly slant: Slant
  /** Percent of the usual width. */
  readonly stretch: number
  /** The weights a variable font can take. */
  readonly weights?: Range
  /** The widths a variable font can take. */
  readonly stretches?: Range
  /** The slants a variable font can take besides its own. */
  readonly slants?: readonly Slant[]
}

/** The wanted traits of a face. */
export interface WantedTraits {
  readonly weight: number
  readonly slant: Slant
  /** 100 without it. */
  readonly stretch?: number
}

/**
 * The faces nearest to what is wanted, by CSS Fonts 4, section 5.2: stretch first, then slant, then
 * weight, each step keeping only those that are best by it. Several are files of one face that hold
 * different characters. `faces` must not be empty.
 */
export function nearestFaces<T extends FaceTraits>(
  faces: readonly T[],
  wanted: WantedTraits,
): readonly T[] {
  const { stretch = 100, slant, weight } = wanted
  const byStretch = nearest(faces, face =>
    stretchDistance(taken(face.stretches, face.stretch, stretch), stretch),
  )
  const bySlant = nearest(byStretch, face => slantDistance(face, slant))
  return nearest(bySlant, face => weightDistance(taken(face.weights, face.weight, weight), weight))
}

/** Those at the least distance, in the order they were in. */
function nearest<T>(faces: readonly T[], distanceOf: (face: T) => number): readonly T[] {
  const distances = faces.map(distanceOf)
  const least = distances.reduce((a, b) => Math.min(a, b), Infinity)
  return faces.filter((_, i) => distances[i] === least)
}

/** The value that a variable font takes: the nearest within its range. */
function taken(range: Range | undefined, own: number, wanted: number): number {
  return range ? Math.min(range[1], Math.max(range[0], wanted)) : own
}

/** Larger than any difference, so that one direction is searched before the other. */
const elsewhere = 2000

/** Up to 100 %: narrower first, then wider. Above: wider first. */
function stretchDistance(stretch: number, wanted: number): number {
  const isFirst = wanted <= 100 ? stretch <= wanted : stretch >= wanted
  return Math.abs(stretch - wanted) + (isFirst ? 0 : elsewhere)
}

const slantOrder: Record<Slant, readonly Slant[]> = {
  normal: ['normal', 'oblique', 'italic'],
  italic: ['italic', 'oblique', 'normal'],
  oblique: ['oblique', 'italic', 'normal'],
}

function slantDistance({ slant, slants = [] }: FaceTraits, wanted: Slant): number {
  return Math.min(...[slant, ...slants].map(s => slantOrder[wanted].indexOf(s)))
}

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
