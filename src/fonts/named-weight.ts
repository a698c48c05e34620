/** Weights by their names (OpenType 1.9, `OS/2.usWeightClass`, and the names in use beside those). */
const weights: Readonly<Record<string, number>> = {
  hairline: 100,
  thin: 100,
  extralight: 200,
  ultralight: 200,
  light: 300,
  regular: 400,
  normal: 400,
  book: 400,
  medium: 500,
  semibold: 600,
  demibold: 600,
  bold: 700,
  extrabold: 800,
  ultrabold: 800,
  black: 900,
  heavy: 900,
}

const slants = /italic|oblique/g

/** The weight that the name of a style says, as `ExtraLight Italic` does; undefined where it says none. */
export function namedWeight(styleName: string): number | undefined {
  const name = styleName
    .toLowerCase()
    .replace(/[\s_-]/g, '')
    .replace(slants, '')
  return Object.hasOwn(weights, name) ? weights[name] : undefined
}
