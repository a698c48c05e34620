import type { Color, Oklch } from 'culori'
import {
  useMode as addSpace,
  converter,
  displayable,
  formatHex,
  modeA98,
  modeHsl,
  modeHwb,
  modeLab,
  modeLch,
  modeLrgb,
  modeOklab,
  modeOklch,
  modeP3,
  modeProphoto,
  modeRec2020,
  modeRgb,
  modeXyz50,
  modeXyz65,
  parse,
  toGamut,
} from 'culori/fn'
import type { SolidInk } from './ink.ts'

/** The color spaces of CSS Color 4. */
const spaces = [
  ...[modeRgb, modeLrgb, modeHsl, modeHwb, modeLab, modeLch, modeOklab, modeOklch],
  ...[modeP3, modeA98, modeProphoto, modeRec2020, modeXyz50, modeXyz65],
]
for (const space of spaces) addSpace(space)

/** Why a text is no color of ours. */
interface ColorMistake {
  readonly message: string
  readonly hint: string
}

const form = 'a color as CSS writes it, such as #0b3d5c, oklch(45% 0.08 240) or rebeccapurple'

/**
 * Reads a color of CSS Color 4. Components out of their range are mistakes: parsers clamp them in
 * silence, and something else than was written is painted.
 */
export function readColor(given: string): Color | ColorMistake {
  // Names, functions and units are of either case (CSS Syntax 3, section 2).
  const text = given.trim().toLowerCase()
  const range = componentMistake(text)
  if (range) return range
  return parsed(text) ?? { message: `'${given}' is not a color`, hint: form }
}

/** The parser throws on some of what is no color. */
function parsed(text: string): Color | undefined {
  try {
    return parse(text)
  } catch {
    return undefined
  }
}

export const isMistake = (read: Color | ColorMistake): read is ColorMistake => 'message' in read

const mapToSrgb = toGamut('rgb', 'oklch')
export const toOklch: (color: Color) => Oklch = converter('oklch')

/** In sRGB; what lies outside is mapped by the algorithm of CSS Color 4, section 13.2. */
export function inSrgb(color: Color): { ink: SolidInk; mapped: boolean } {
  const mapped = !displayable(color)
  const hex = formatHex(mapped ? mapToSrgb(color) : color) ?? '#000000'
  return { ink: { kind: 'solid', color: hex, opacity: color.alpha ?? 1 }, mapped }
}

/** Ranges of a function's components as numbers, and what 100 % of each is. */
type Component = { readonly min: number; readonly max: number; readonly whole: number }
const upTo = (max: number): Component => ({ min: 0, max, whole: max })
const free: Component = { min: -Infinity, max: Infinity, whole: 1 }
const fromZero: Component = { min: 0, max: Infinity, whole: 1 }

const bytes = [upTo(255), upTo(255), upTo(255)]
const functions = new Map<string, readonly Component[]>([
  ['rgb', bytes],
  ['rgba', bytes],
  ['hsl', [free, upTo(100), upTo(100)]],
  ['hsla', [free, upTo(100), upTo(100)]],
  ['hwb', [free, upTo(100), upTo(100)]],
  ['lab', [upTo(100), free, free]],
  ['lch', [upTo(100), fromZero, free]],
  ['oklab', [upTo(1), free, free]],
  ['oklch', [upTo(1), fromZero, free]],
])
const unitRange = [upTo(1), upTo(1), upTo(1)]

function componentMistake(text: string): ColorMistake | undefined {
  const [, name, inner] = /^\s*([a-z]+)\(([^()]*)\)\s*$/i.exec(text) ?? []
  if (name === undefined) return undefined
  const parts = inner.split(/[\s,/]+/).filter(part => part !== '')
  const isColor = name.toLowerCase() === 'color'
  const space = isColor ? parts.shift()?.toLowerCase() : undefined
  const components = isColor
    ? space?.startsWith('xyz')
      ? [free, free, free]
      : unitRange
    : functions.get(name.toLowerCase())
  if (!components) return undefined
  if (components === bytes && areShares(parts)) {
    const meant = parts.slice(0, 3).map(part => Math.round(Number(part) * 255))
    return {
      message: `the components of '${text.trim()}' are from 0 to 1`,
      hint: `they go from 0 to 255: rgb(${meant.join(' ')})`,
    }
  }
  for (const [i, component] of [...components, upTo(1)].entries()) {
    const part = parts[i]
    if (part === undefined || part === 'none') continue
    const value = part.endsWith('%')
      ? (Number.parseFloat(part) * component.whole) / 100
      : Number.parseFloat(part)
    if (value >= component.min && value <= component.max) continue
    if (Number.isNaN(value)) continue
    const max = component.max < Infinity ? ` to ${component.max}` : ' up'
    const what = i === components.length ? 'alpha' : `component ${i + 1}`
    return {
      message: `${what} of '${text.trim()}' is out of range`,
      hint: `${part} is not from ${component.min}${max}`,
    }
  }
  return undefined
}

/** Shares of 1 where bytes are expected would all be nearly black. */
function areShares(parts: readonly string[]): boolean {
  const values = parts.slice(0, 3).map(Number)
  return values.every(value => value >= 0 && value <= 1) && values.some(value => value % 1 !== 0)
}
