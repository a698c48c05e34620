import {
  DotLineError,
  errorProblem,
  isObject,
  nearestNames,
  type Path,
  type Problem,
  warningProblem,
} from '../../problem/index.ts'
import { checkedSheet, type Locate, type Sheet } from '../define-sheet.ts'
import { isArray, type Reading } from '../kinds.ts'
import { followed, referredName, type Token, tokensOf } from './token-tree.ts'

/** The vendor key under which a sheet keeps what tokens cannot carry (section 5.2.3). */
export const extensionKey = 'dot-line'

/** The groups a sheet writes; a token inside one is known by the rest of its name. */
export const groups = {
  families: 'families',
  sizes: 'sizes',
  inks: 'inks',
  styles: 'styles',
} as const

/** Whether a JSON value is a file of design tokens, and not a sheet. */
export function isTokens(value: unknown): boolean {
  if (!isObject(value)) return false
  const waiting: unknown[] = [value]
  for (let at = waiting.pop(); at !== undefined; at = waiting.pop()) {
    if (!isObject(at)) continue
    if ('$value' in at) return true
    // An empty list of tokens is still one.
    if (isObject(at.$extensions) && extensionKey in at.$extensions) return true
    for (const entry of Object.values(at)) waiting.push(entry)
  }
  return false
}

/** A sheet from design tokens: colors, dimensions, families, gradients, typography. */
export function sheetFromTokens(tokens: unknown, locate: Locate): Sheet {
  const problems: { path: Path; problem: Problem }[] = []
  const at: Reading = {
    path: [],
    names: { families: new Map(), sizes: new Map(), inks: { names: [], get: () => undefined } },
    report: (path, problem) => problems.push({ path, problem }),
    nearest: nearestNames(),
  }
  const root = isObject(tokens) ? tokens : {}
  const tokenIndex = tokensOf(root)
  const parts: SheetParts = {
    families: new Map(),
    sizes: new Map(),
    inks: new Map(),
    styles: new Map(),
  }
  const paths = new Map<string, Path>()
  for (const token of tokenIndex.values()) {
    const target = followed(token, tokenIndex, at)
    if (!target) continue
    const read = readers.get(target.type ?? '')
    if (!read) {
      const message = target.type
        ? `tokens of type '${target.type}' have no equivalent in a sheet`
        : `the token '${token.name}' has no type`
      at.report(token.path, warningProblem('token-omitted', message))
      continue
    }
    // An alias keeps naming what it named: changing that one changes both.
    const alias = referredName(token.value)
    const value =
      alias !== undefined && target.type === 'color'
        ? sheetName(alias)
        : read.value(target, { known: tokenIndex, at })
    if (value === undefined) continue
    const name = sheetName(token.name)
    parts[read.part].set(name, value)
    paths.set(`${read.part} ${name}`, token.path)
  }
  const errors = problems.filter(({ problem }) => problem.severity === 'error')
  if (errors.length > 0) {
    const placed = errors.map(({ path, problem }) => ({ ...problem, location: locate(path) }))
    throw new DotLineError(placed[0], placed)
  }
  const kept = isObject(root.$extensions) ? root.$extensions[extensionKey] : undefined
  const sheet = checkedSheet(withKept(parts, kept), path => {
    const tokenPath = paths.get(`${path[0]} ${path[1]}`)
    return locate(tokenPath ?? ['$extensions', extensionKey, ...path])
  })
  const notes = problems.map(({ path, problem }) => ({ ...problem, location: locate(path) }))
  return { ...sheet, warnings: [...sheet.warnings, ...notes] }
}

/** Names are the user's own: `__proto__` is one, and no key of a plain assignment. */
type SheetParts = Record<'families' | 'sizes' | 'inks' | 'styles', Map<string, unknown>>

/** Adds the data that was kept beside the tokens; it overrides them. */
function withKept(parts: SheetParts, kept: unknown): unknown {
  const merged = new Map<string, unknown>(
    Object.entries(parts).map(([part, entries]) => [part, Object.fromEntries(entries)]),
  )
  for (const [name, part] of Object.entries(isObject(kept) ? kept : {})) {
    const inherited = merged.get(name)
    merged.set(name, isObject(inherited) && isObject(part) ? { ...inherited, ...part } : part)
  }
  return Object.fromEntries(merged)
}

/** A token's name without the group that a sheet writes it in. */
function sheetName(name: string): string {
  const [first, ...rest] = name.split('.')
  return Object.hasOwn(groups, first) && rest.length > 0 ? rest.join('.') : name
}

interface Side {
  readonly known: ReadonlyMap<string, Token>
  readonly at: Reading
}

interface TokenReader {
  readonly part: keyof SheetParts
  value(token: Token, around: Side): unknown
}

const readers = new Map<string, TokenReader>(
  Object.entries({
    color: { part: 'inks', value: (token, { at }) => colorText(token, at) },
    dimension: { part: 'sizes', value: (token, { at }) => units(token, at) },
    fontFamily: { part: 'families', value: token => token.value },
    gradient: { part: 'inks', value: (token, around) => gradient(token, around) },
    typography: { part: 'styles', value: (token, around) => typography(token, around) },
  } as const),
)

function wrong(token: Token, at: Reading, expected: string): undefined {
  const message = `the token '${token.name}' is not a valid ${token.type}`
  at.report(token.path, errorProblem('bad-token', message, { hint: `expected ${expected}` }))
  return undefined
}

/** A color (section 8.1): an object of color space and components; older files have a hex text. */
function colorText(token: Token, at: Reading): string | undefined {
  const { value } = token
  if (typeof value === 'string') return value
  if (!isObject(value) || typeof value.colorSpace !== 'string' || !isArray(value.components)) {
    return wrong(token, at, '{ colorSpace, components, alpha }')
  }
  const { components, alpha: through = 1 } = value
  if (components.length !== 3 || !components.every(isComponent)) {
    return wrong(token, at, 'three components, each a number or "none"')
  }
  if (!isComponent(through)) return wrong(token, at, 'an alpha from 0 to 1')
  const alpha = through === 1 ? '' : ` / ${through}`
  const hasOwnFunction = ['hsl', 'hwb', 'lab', 'lch', 'oklab', 'oklch'].includes(value.colorSpace)
  const percent = value.colorSpace === 'hsl' || value.colorSpace === 'hwb'
  const shown = percent
    ? components.map((c, i) => (i === 0 || c === 'none' ? c : `${c}%`))
    : components
  const inner = `${shown.join(' ')}${alpha}`
  if (value.colorSpace === 'srgb' && typeof value.hex === 'string' && alpha === '') return value.hex
  return hasOwnFunction ? `${value.colorSpace}(${inner})` : `color(${value.colorSpace} ${inner})`
}

/** Whether a value is a color component; a missing one is `none` (CSS Color 4, section 4.4). */
const isComponent = (value: unknown): value is number | 'none' =>
  value === 'none' || (typeof value === 'number' && Number.isFinite(value))

/** Pixels of a `rem`, by CSS Values 4 in a browser nobody changed. */
const rem = 16

/** A dimension (section 8.2) in units. */
function units(token: Token, at: Reading): number | undefined {
  const { value } = token
  if (
    isObject(value) &&
    typeof value.value === 'number' &&
    (value.unit === 'px' || value.unit === 'rem')
  ) {
    return value.unit === 'rem' ? value.value * rem : value.value
  }
  return wrong(token, at, '{ value, unit: "px" or "rem" }')
}

/** A gradient (section 9.6): stops; the angle is not the format's and comes back with the rest. */
function gradient(token: Token, { known, at }: Side): unknown {
  if (!isArray(token.value)) return wrong(token, at, 'a list of { color, position }')
  const stops = token.value.map(stop => {
    if (!isObject(stop) || typeof stop.position !== 'number')
      return wrong(token, at, 'a list of { color, position }')
    const ink = part(token, 'color', stop.color, known, at)
    return { at: Math.min(1, Math.max(0, stop.position)), ink: ink && colorText(ink, at) }
  })
  return stops.every(stop => stop?.ink !== undefined) ? { gradient: 'linear', stops } : undefined
}

/** A part of a composite value, itself a value or a reference. */
function part(token: Token, type: string, value: unknown, known: Side['known'], at: Reading) {
  return followed({ ...token, type, value }, known, at)
}

/** Typography (section 9.8): family, size, weight, letter spacing, line height. */
function typography(token: Token, { known, at }: Side): unknown {
  if (!isObject(token.value)) return wrong(token, at, '{ fontFamily, fontSize, fontWeight, … }')
  const { fontFamily, fontSize, fontWeight, letterSpacing, lineHeight } = token.value
  const style: Record<string, unknown> = {}
  const inner = (type: string, value: unknown) => part(token, type, value, known, at)
  if (fontFamily !== undefined) {
    const name = referredName(fontFamily)
    style.family = name === undefined ? fontFamily : sheetName(name)
  }
  const size = fontSize === undefined ? undefined : inner('dimension', fontSize)
  const sizeUnits = size && units(size, at)
  const sizeToken = referredName(fontSize)
  if (sizeUnits !== undefined)
    style.size = sizeToken === undefined ? sizeUnits : sheetName(sizeToken)
  if (fontWeight !== undefined) style.weight = weight(inner('fontWeight', fontWeight)?.value)
  const tracking = letterSpacing === undefined ? undefined : inner('dimension', letterSpacing)
  const trackingUnits = tracking && units(tracking, at)
  if (trackingUnits !== undefined && sizeUnits) style.tracking = rounded(trackingUnits / sizeUnits)
  if (lineHeight !== undefined) style.leading = inner('number', lineHeight)?.value
  return style
}

const rounded = (value: number) => Math.round(value * 1e6) / 1e6

/** The format's names of weights (section 8.4) that are not ours. */
const weights = new Map(
  Object.entries({
    hairline: 'thin',
    'ultra-light': 'extra-light',
    normal: 'regular',
    book: 'regular',
    'demi-bold': 'semi-bold',
    'ultra-bold': 'extra-bold',
    heavy: 'black',
  }),
)

function weight(value: unknown): unknown {
  return typeof value === 'string' ? (weights.get(value) ?? value) : value
}
