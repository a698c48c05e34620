import {
  contrast,
  type Ink,
  type Sheet,
  type SolidInk,
  type Style,
  type UsedFace,
} from '../core.ts'

/** A contrast that is too low, of all runs of a text the worst against what it needs. */
interface LowContrast {
  readonly figure: number
  readonly limit: number
}

/** Units, which are CSS pixels: 18 points, and 14 of bold type (WCAG 2.2, large-scale text). */
const large = { plain: 24, bold: (14 * 96) / 72, boldWeight: 700 }

const limits = { AA: { text: 4.5, large: 3 }, AAA: { text: 7, large: 4.5 } }

/** The worst contrast of a text on a background, where it is below its limit (WCAG 2.2, 1.4.3 and 1.4.6). */
export function worstContrast(
  looks: readonly UsedFace[],
  background: string,
  contrastOf: ContrastMeter,
  level: 'AA' | 'AAA',
): LowContrast | undefined {
  let worst: LowContrast | undefined
  for (const { style } of looks) {
    const figure = contrastOf(style, background)
    const isLarge =
      style.size >= large.plain || (style.weight >= large.boldWeight && style.size >= large.bold)
    const limit = limits[level][isLarge ? 'large' : 'text']
    if (figure >= limit) continue
    if (!worst || figure / limit < worst.figure / worst.limit) worst = { figure, limit }
  }
  return worst
}

/** The contrast of letters in a style on a background. */
export type ContrastMeter = (style: Style, background: string) => number

/** With the inks of a sheet; thousands of texts have the same few styles. */
export function contrastMeter(sheet: Sheet): ContrastMeter {
  const contrasts = new Map<string, WeakMap<Style, number>>()
  return (style, background) => {
    const figures = contrasts.get(background) ?? new WeakMap<Style, number>()
    contrasts.set(background, figures)
    const figure = figures.get(style) ?? leastContrast(style, background, sheet)
    figures.set(style, figure)
    return figure
  }
}

/** By the worst point of gradients, of the ink and of what is behind it. */
function leastContrast({ ink, opacity, backing }: Style, background: string, sheet: Sheet): number {
  const behind: readonly (SolidInk | string)[] =
    backing === 'none' || backing.extent === 'block' ? [background] : colorsOf(backing.ink)
  let worst = Number.POSITIVE_INFINITY
  for (const color of colorsOf(ink)) {
    const seen = { ...color, opacity: color.opacity * opacity }
    for (const ground of behind) worst = Math.min(worst, contrast(seen, ground as SolidInk, sheet))
  }
  return worst
}

const colorsOf = (ink: Ink): readonly SolidInk[] =>
  ink.kind === 'solid'
    ? [ink]
    : ink.stops.map(({ color, opacity }) => ({ kind: 'solid', color, opacity }))
