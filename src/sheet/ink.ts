import { clampGamut, formatHex, parse } from 'culori'

/** What glyphs, rules and backings are painted with, in sRGB, so that every target shows the same. */
export interface Ink {
  readonly kind: 'solid'
  /** `#rrggbb`. */
  readonly color: string
  /** 0 to 1. */
  readonly opacity: number
}

const toSrgb = clampGamut('rgb')

/** An ink from a color as CSS Color 4 writes it; undefined where it is none. */
export function inkFromColor(text: string): Ink | undefined {
  const color = parse(text.trim())
  if (!color) return undefined
  const hex = formatHex(toSrgb(color))
  return hex ? { kind: 'solid', color: hex, opacity: color.alpha ?? 1 } : undefined
}
