import { append } from '../../blocks/index.ts'
import type { Outline } from '../../geometry/index.ts'
import type { BlendMode, ColorFill, ColorPart, Paint } from '../color-glyph.ts'

/** The clip of a glyph while it is painted; the box around everything is only a bound. */
interface Clip {
  readonly outline: Outline
  readonly isBound: boolean
}

/** Porter and Duff's operators and the blend modes, by COLR's numbers (`CompositeMode`). */
const modes: readonly string[] = [
  ...['clear', 'src', 'dest', 'src-over', 'dest-over', 'src-in', 'dest-in', 'src-out', 'dest-out'],
  ...['src-atop', 'dest-atop', 'xor', 'plus'],
]
const blendModes: readonly BlendMode[] = [
  ...(['screen', 'overlay', 'darken', 'lighten', 'color-dodge', 'color-burn'] as const),
  ...(['hard-light', 'soft-light', 'difference', 'exclusion', 'multiply', 'hue'] as const),
  ...(['saturation', 'color', 'luminosity'] as const),
]

/** A fill of all the plane, until it is known what bounds it. */
interface OpenFill {
  readonly kind: 'open'
  readonly paint: Paint
}

type Part = ColorPart | OpenFill

interface Group {
  parts: Part[]
  /** Number of clips at its start: they clip the group, not its parts. */
  readonly base: number
}

/** Collects what a font paints into a tree that every target can paint. */
export interface ColorCollector {
  /** The shape that a fill gets now. */
  readonly shape: Outline | undefined
  pushClip(clip: Clip): void
  popClip(): void
  fill(paint: Paint): void
  add(parts: readonly ColorPart[]): void
  pushGroup(): void
  popGroup(mode: number): void
  /** Undefined where it was painted in a way that not every target knows. */
  parts(): readonly ColorPart[] | undefined
}

export function colorCollector(): ColorCollector {
  const clips: Clip[] = []
  const groups: Group[] = [{ parts: [], base: 0 }]
  let known = true

  /** Puts parts into the group that is open, inside the clips that began in it. */
  function put(parts: readonly Part[]) {
    const group = groups[groups.length - 1]
    let clipped = parts
    for (let i = clips.length - 1; i >= group.base; i--) {
      clipped = within(clips[i], clipped)
    }
    append(group.parts, clipped)
  }

  return {
    get shape() {
      return clips.at(-1)?.outline
    },
    pushClip: clip => clips.push(clip),
    popClip: () => clips.pop(),
    fill: paint => put([{ kind: 'open', paint }]),
    add: parts => put(parts),
    pushGroup: () => groups.push({ parts: [], base: clips.length }),
    popGroup(mode) {
      const source = groups.pop()
      const backdrop = groups[groups.length - 1]
      if (!source || !backdrop) return
      const name = modes[mode]
      if (name === 'src-over') return put(source.parts)
      const isInner = backdrop.base === clips.length
      const below = isInner ? backdrop.parts : []
      const mixed = composed(name ?? blendModes[mode - modes.length], source.parts, below)
      if (!mixed || !isInner) known = false
      else backdrop.parts = mixed
    },
    parts() {
      const [{ parts }] = groups
      return known ? parts.filter(part => part.kind !== 'open') : undefined
    },
  }
}

/** Parts inside a clip: a fill of all the plane takes its shape. */
function within({ outline, isBound }: Clip, parts: readonly Part[]): Part[] {
  const filled = parts.map(part => shaped(part, outline))
  const hadShape = parts.some(part => part.kind !== 'open')
  if (!hadShape || isBound) return filled
  return [{ kind: 'group', opacity: 1, blend: 'normal', clip: outline, parts: closed(filled) }]
}

function shaped(part: Part, outline: Outline): Part {
  return part.kind === 'open' ? { kind: 'fill', outline, paint: part.paint } : part
}

const closed = (parts: readonly Part[]): ColorPart[] => parts.filter(part => part.kind !== 'open')

/** A source over, under or inside a backdrop; undefined for what not every target knows. */
function composed(
  mode: string,
  source: readonly Part[],
  backdrop: readonly Part[],
): Part[] | undefined {
  switch (mode) {
    case 'clear':
      return []
    case 'src':
      return [...source]
    case 'dest':
      return [...backdrop]
    case 'dest-over':
      return [...source, ...backdrop]
    case 'src-in':
      return masked(source, backdrop)
    case 'dest-in':
      return masked(backdrop, source)
    case 'src-atop':
      return joined(backdrop, masked(source, backdrop))
    case 'dest-atop':
      return joined(source, masked(backdrop, source))
  }
  const blend = blendModes.find(name => name === mode)
  return blend && [...backdrop, { kind: 'group', opacity: 1, blend, parts: closed(source) }]
}

function joined(below: readonly Part[], above: readonly Part[] | undefined): Part[] | undefined {
  return above && [...below, ...above]
}

/**
 * Parts that show only where a mask does: an even one is an opacity, a shape a clip. Of a mask in
 * which some shapes are opaque the others, thin shades over these, are left out.
 */
function masked(parts: readonly Part[], mask: readonly Part[]): Part[] | undefined {
  const opaque = mask.filter(part => opacityOf(part) === 1)
  const shown = opaque.length > 0 ? opaque : mask.slice(0, 1)
  const opacity = opaque.length > 0 ? 1 : mask.length === 1 ? opacityOf(mask[0]) : undefined
  if (opacity === undefined) return undefined
  const even = { kind: 'group', opacity, blend: 'normal' } as const
  const shapes = shown.filter((part): part is ColorFill => part.kind === 'fill')
  if (shapes.length < shown.length) return [{ ...even, parts: closed(parts) }]
  const clip = {
    segments: shapes.map(({ outline }) => outline.segments).join(''),
    points: Float32Array.from(shapes.flatMap(({ outline }) => [...outline.points])),
  }
  return [{ ...even, clip, parts: closed(parts.map(part => shaped(part, clip))) }]
}

/** The opacity of a fill; undefined if it varies. */
function opacityOf(part: Part): number | undefined {
  if (part.kind === 'group') return undefined
  const { paint } = part
  if (paint.kind === 'solid') return paint.opacity
  const [{ opacity }] = paint.stops
  return paint.stops.every(stop => stop.opacity === opacity) ? opacity : undefined
}
