/** The declarations that differ from those of another setting. */
export function otherDeclarations(base: string, other: string): string {
  const stated = new Set(base.split(';'))
  return other
    .split(';')
    .filter(declaration => !stated.has(declaration))
    .join(';')
}

/** The font size of pages, in pixels, unless a reader sets another. */
const usualSize = 16

const lengths = /(-?\d+(?:\.\d+)?)px/g

/**
 * Lengths that follow the font size of the reader's browser before any script runs: each is what it is at
 * the usual size, and at twice that; between and beyond, in proportion.
 */
export function fluidDeclarations(base: string, doubled: string): string {
  const others = [...doubled.matchAll(lengths)].map(([, units]) => Number(units))
  if (others.length !== [...base.matchAll(lengths)].length) return base
  let i = 0
  return base.replace(lengths, (length, units: string) => {
    const own = Number(units)
    const more = others[i++] - own
    if (Math.abs(more) < 1e-6) return length
    const rems = more / usualSize
    const rest = own - more
    const fluid = `${rounded(rems)}rem`
    return Math.abs(rest) < 1e-6 ? fluid : `calc(${rounded(rest)}px + ${fluid})`
  })
}

const rounded = (number: number) => Number(number.toFixed(6))
