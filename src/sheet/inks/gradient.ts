import type { Color, Oklch } from 'culori'
import { inSrgb, toOklch } from './color.ts'
import type { GradientStop } from './ink.ts'

interface ColorStop {
  readonly at: number
  readonly color: Color
}

/** Blends between two sampled stops in sRGB stay within this of the true color, a channel. */
const tolerance = 1.5 / 255
const deepest = 7

/**
 * Stops in sRGB for a gradient through colors in OKLCH. Between two stops colors are blended as
 * CSS Color 4, section 12, says: hue the shorter way round, components premultiplied by alpha;
 * and sampled ever closer until blending the samples in sRGB shows the same.
 */
export function sampledStops(stops: readonly ColorStop[]): GradientStop[] {
  const sampled: GradientStop[] = []
  for (let i = 0; i + 1 < stops.length; i++) {
    const from = stops[i]
    const to = stops[i + 1]
    const colorAt = mixer(toOklch(from.color), toOklch(to.color))
    const sample = (share: number) => stopAt(from.at + (to.at - from.at) * share, colorAt(share))
    // Two stops at one place are an edge, with nothing between them.
    const shares = from.at === to.at ? [0, 1] : [0, ...closer(sample, 0, 1), 1]
    sampled.push(...shares.slice(i === 0 ? 0 : 1).map(sample))
  }
  return sampled
}

/** Shares between two at which to sample, in order: none where the middle is blended well enough. */
function closer(sample: (share: number) => GradientStop, low: number, high: number): number[] {
  const found: number[] = []
  const waiting = [{ low, high, depth: 0 }]
  while (waiting.length > 0) {
    const part = waiting.pop()
    if (!part || part.depth > deepest) continue
    const middle = (part.low + part.high) / 2
    const [a, m, b] = [part.low, middle, part.high].map(share => channels(sample(share)))
    const far = m.some((channel, i) => Math.abs(channel - (a[i] + b[i]) / 2) > tolerance)
    if (!far) continue
    found.push(middle)
    waiting.push({ low: part.low, high: middle, depth: part.depth + 1 })
    waiting.push({ low: middle, high: part.high, depth: part.depth + 1 })
  }
  return found.sort((x, y) => x - y)
}

function channels({ color, opacity }: GradientStop): number[] {
  return [...[1, 3, 5].map(i => Number.parseInt(color.slice(i, i + 2), 16) / 255), opacity]
}

function stopAt(at: number, color: Oklch): GradientStop {
  const { color: hex, opacity } = inSrgb(color).ink
  return { at: round(at), color: hex, opacity: round(opacity) }
}

const round = (value: number) => Math.round(value * 1e5) / 1e5

/** The color at a share of the way; a color without hue takes the other's. */
export function mixer(a: Oklch, b: Oklch): (share: number) => Oklch {
  const [alphaA, alphaB] = [a.alpha ?? 1, b.alpha ?? 1]
  const hueA = a.h ?? b.h ?? 0
  const hueB = b.h ?? a.h ?? 0
  const turn = ((((hueB - hueA) % 360) + 540) % 360) - 180
  return share => {
    const alpha = alphaA + (alphaB - alphaA) * share
    const blend = (x: number, y: number) => {
      // With both ends transparent there is nothing to premultiply.
      if (alpha === 0) return x + (y - x) * share
      return (x * alphaA + (y * alphaB - x * alphaA) * share) / alpha
    }
    return { mode: 'oklch', l: blend(a.l, b.l), c: blend(a.c, b.c), h: hueA + turn * share, alpha }
  }
}
