import { fail, unavailablePackage } from '../../problem/index.ts'

type Pair = [number, number]
/** One ring, or several. */
type Contours = Pair[] | Pair[][]
type Shape = Section | Contours

/** The members of the geometry kernel that are used: shapes and solids without overlaps. */
export interface Kernel {
  readonly CrossSection: {
    ofPolygons(contours: Contours, fillRule: 'NonZero'): Section
    union(shapes: readonly Shape[]): Section
    square(size: Pair, center: boolean): Section
  }
  readonly Manifold: {
    union(solids: readonly Body[]): Body
    difference(solids: readonly Body[]): Body
  }
}

/** A flat shape. It holds memory until it is deleted. */
export interface Section {
  decompose(): Section[]
  toPolygons(): readonly (readonly Readonly<Pair>[])[]
  extrude(height: number): Body
  translate(by: Pair): Section
  offset(delta: number, joins: 'Round', miterLimit: number, segments: number): Section
  subtract(other: Shape): Section
  intersect(other: Shape): Section
  add(other: Shape): Section
  area(): number
  bounds(): { readonly min: Readonly<Pair>; readonly max: Readonly<Pair> }
  isEmpty(): boolean
  delete(): void
}

/** A solid. */
export interface Body {
  translate(by: [number, number, number]): Body
  getMesh(): {
    readonly numProp: number
    readonly vertProperties: Float32Array
    readonly triVerts: Uint32Array
  }
  delete(): void
}

/** A kernel, and what its package calls to set it up. */
interface StartedKernel extends Kernel {
  setup(): void
}

let opened: Promise<Kernel> | undefined
let pointsGiven = 0

/** Number of points after which the kernel is started anew, since it keeps some of its input. */
const mostPoints = 1_000_000

/**
 * The kernel, compiled once, for shapes of so many points. Throws `unavailable-package` where its package
 * is not there.
 */
export function openKernel(points: number): Promise<Kernel> {
  if (pointsGiven > mostPoints) {
    opened = undefined
    pointsGiven = 0
  }
  pointsGiven += points
  opened ??= import('manifold-3d').then(
    async ({ default: start }): Promise<Kernel> => {
      const kernel: StartedKernel = await start()
      kernel.setup()
      return kernel
    },
    (error: unknown) => {
      // It may be installed, or reached, the next time.
      opened = undefined
      return unavailablePackage('solids and cutting files', 'manifold-3d', error)
    },
  )
  return opened
}

/** Remembers what is made, and gives its memory back at the end. */
export function keeping<T>(use: (kept: Keep) => T): T {
  const made: { delete(): void }[] = []
  try {
    return use(one => {
      made.push(one)
      return one
    })
  } catch (error) {
    if (error instanceof Error) throw error
    // The kernel throws addresses in its memory.
    return fail('bad-solid', 'the shapes are too large or too many for a solid')
  } finally {
    for (const one of made) one.delete()
  }
}

/** Notes that something is to be deleted. */
export type Keep = <T extends { delete(): void }>(one: T) => T
