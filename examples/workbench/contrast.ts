/** Relative luminance of `#rrggbb` (WCAG 2.2). */
function luminance(color: string): number {
  const [r, g, b] = [1, 3, 5].map(at => {
    const share = Number.parseInt(color.slice(at, at + 2), 16) / 255
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4
  })
  return 0.2126 * r + 0.7152 * g + 0.0722 * b
}

/** The contrast of two colors, from 1 to 21 (WCAG 2.2, 1.4.3). */
export function contrastOf(one: string, other: string): number {
  const [lighter, darker] = [luminance(one), luminance(other)].sort((a, b) => b - a)
  return (lighter + 0.05) / (darker + 0.05)
}
