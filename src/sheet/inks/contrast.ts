import { type Ink, representativeColor, type SolidInk } from './ink.ts'

/** Relative luminance of `#rrggbb`, 0 to 1 (WCAG 2.2). */
function luminance(color: string): number {
  const [red, green, blue] = channels(color).map(value => {
    const share = value / 255
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4
  })
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue
}

const channels = (color: string) =>
  [1, 3, 5].map(at => Number.parseInt(color.slice(at, at + 2), 16))

/**
 * The contrast of an ink on a background, from 1 to 21 (WCAG 2.2, 1.4.3). What is not opaque is
 * blended: the ink over the background, and that over white. Of gradients their middle counts.
 */
export function contrastOf(ink: Ink, background: Ink): number {
  const ground = overColor(representativeColor(background), '#ffffff')
  const [lighter, darker] = [
    luminance(overColor(representativeColor(ink), ground)),
    luminance(ground),
  ].sort((a, b) => b - a)
  return (lighter + 0.05) / (darker + 0.05)
}

/** The relative luminance of the gray that has as much contrast to white as to black (WCAG 2.2). */
const middle = 0.179

/** Whether white is easier to read on an ink than black. */
export const isDark = ({ color }: SolidInk): boolean => luminance(color) < middle

function overColor({ color, opacity }: SolidInk, below: string): string {
  if (opacity >= 1) return color
  const under = channels(below)
  const mixed = channels(color).map((value, i) => value * opacity + under[i] * (1 - opacity))
  return `#${mixed.map(value => Math.round(value).toString(16).padStart(2, '0')).join('')}`
}
