import {
  checkArgument,
  isObject,
  type Problem,
  pathText,
  warningProblem,
} from '../../problem/index.ts'
import { aSheet, type Sheet } from '../define-sheet.ts'
import type { SolidInk } from '../inks/ink.ts'
import type { InkSource, StyleSource } from '../source.ts'
import type { Style } from '../style.ts'
import { extensionKey, groups } from './read-tokens.ts'

/** Result of `writeTokens`. */
export interface WrittenTokens {
  /** A file of design tokens (Design Tokens Format Module, 2025.10), as a plain object. */
  readonly tokens: Readonly<Record<string, unknown>>
  /** What tokens can't carry; only a sheet reads it back. */
  readonly warnings: readonly Problem[]
}

type Group = Record<string, unknown>

/**
 * A sheet as design tokens: inks as colors and gradients, sizes as dimensions, families, complete
 * styles as typography. Everything else goes under `$extensions`, so reading the tokens gives the
 * same sheet; `warnings` list it.
 *
 * @returns Tokens of the W3C format, and warnings.
 * @example
 * JSON.stringify(writeTokens(sheet).tokens)
 */
export function writeTokens(sheet: Sheet): WrittenTokens {
  checkArgument('writeTokens', 'sheet', sheet, aSheet)
  const source = sheet.definition()
  // Names are the user's own: `__proto__` is one, and no key of a plain assignment.
  const kept = new Map<string, Map<string, unknown>>()
  const notes: Problem[] = []
  const keep = (part: string, name: string, value: unknown, why: string) => {
    const ofPart = kept.get(part) ?? new Map<string, unknown>()
    kept.set(part, ofPart.set(name, value))
    const location = pathText([part, name])
    notes.push(warningProblem('not-a-token', `${location} ${why}`, { location }))
  }

  const families = new Map<string, unknown>(
    Object.entries(source.families ?? {}).map(([name, value]) => [name, { $value: value }]),
  )
  const sizes = new Map<string, unknown>()
  for (const [name, stated] of Object.entries(source.sizes ?? {})) {
    sizes.set(name, { $value: { value: sheet.size(name), unit: 'px' } })
    if (isObject(stated))
      keep('sizes', name, stated, 'is a step of a scale, and written as its size')
  }
  const inks = new Map<string, unknown>()
  const inkNames = new Set(sheet.inkNames)
  for (const [name, stated] of Object.entries(source.inks ?? {})) {
    inks.set(name, inkToken(sheet, name, stated, inkNames))
    const why = inkLoss(stated, source.inks ?? {})
    if (why) keep('inks', name, stated, why)
  }
  const styles = new Map<string, unknown>()
  for (const [name, stated] of Object.entries(source.styles)) {
    const why = styleLoss(name, stated)
    if (why) keep('styles', name, stated, why)
    if (isWhole(sheet, name)) styles.set(name, { $value: typographyValue(sheet, name, stated) })
  }
  if (source.modularScale) {
    keep(
      'modularScale',
      'base',
      source.modularScale.base,
      'is of a scale, which tokens do not have',
    )
    kept.get('modularScale')?.set('ratio', source.modularScale.ratio)
  }
  for (const [name, mode] of Object.entries(source.modes ?? {})) {
    keep('modes', name, mode, 'is a mode, which tokens do not have')
  }
  const typed = ($type: string, group: ReadonlyMap<string, unknown>, name: string) =>
    group.size > 0 ? { [name]: { $type, ...Object.fromEntries(group) } } : {}
  return {
    tokens: {
      ...typed('fontFamily', families, groups.families),
      ...typed('dimension', sizes, groups.sizes),
      ...(inks.size > 0 && { [groups.inks]: Object.fromEntries(inks) }),
      ...typed('typography', styles, groups.styles),
      $extensions: { [extensionKey]: { styles: {}, ...plain(kept) } },
    },
    warnings: notes,
  }
}

const plain = (parts: ReadonlyMap<string, ReadonlyMap<string, unknown>>): Group =>
  Object.fromEntries(Array.from(parts, ([part, values]) => [part, Object.fromEntries(values)]))

function inkToken(
  sheet: Sheet,
  name: string,
  stated: InkSource,
  known: ReadonlySet<string>,
): Group {
  if (typeof stated === 'string' && known.has(stated)) {
    return { $type: 'color', $value: `{${groups.inks}.${stated}}` }
  }
  const ink = sheet.ink(name)
  if (ink.kind === 'solid') return { $type: 'color', $value: colorValue(ink) }
  const stops = ink.stops.map(({ at, color, opacity }) => {
    return { color: colorValue({ kind: 'solid', color, opacity }), position: at }
  })
  return { $type: 'gradient', $value: stops }
}

function colorValue({ color, opacity }: SolidInk): Group {
  const components = [1, 3, 5].map(i =>
    Number((Number.parseInt(color.slice(i, i + 2), 16) / 255).toFixed(5)),
  )
  return { colorSpace: 'srgb', components, ...(opacity < 1 && { alpha: opacity }), hex: color }
}

/** Why an ink would not be the same again; undefined if it is. */
function inkLoss(stated: InkSource, inks: Readonly<Record<string, InkSource>>): string | undefined {
  if (typeof stated === 'object') {
    return 'gradient' in stated
      ? 'is a gradient with an angle and a span, and written as its stops'
      : 'is made from another ink, and written as its color'
  }
  if (Object.hasOwn(inks, stated) || /^#[0-9a-f]{6}$/i.test(stated)) return undefined
  return 'is written as its color in sRGB'
}

/** The properties of a typography token; leading only as a factor. */
const carried = ['family', 'size', 'weight', 'tracking', 'leading']

function styleLoss(name: string, stated: StyleSource): string | undefined {
  if (name === 'defaults') return 'lies under all styles, which tokens do not have'
  const others = Object.keys(stated).filter(key => !carried.includes(key))
  if (others.includes('from'))
    return `builds on ${[stated.from].flat().join(', ')}, and is written with its resolved values`
  if (others.length > 0) return `states ${others.join(', ')}, which typography does not have`
  const { size, leading, tracking } = stated
  const missing = carried.filter(key => !Object.hasOwn(stated, key))
  if (missing.length > 0) return `leaves ${missing.join(', ')} to the text around it`
  if (typeof size === 'string' && /^[\d.]+x$/.test(size))
    return 'has a size that depends on the text around it'
  if (typeof leading === 'string') return 'has a leading in units'
  return tracking === undefined ? 'leaves tracking to the text around it' : undefined
}

/** A style that says of itself, or by what it builds on, how its text looks. */
function isWhole(sheet: Sheet, name: string): boolean {
  const stated = sheet.stated(name)
  return stated?.size?.kind === 'units' && stated.family !== undefined && name !== 'defaults'
}

function typographyValue(sheet: Sheet, name: string, stated: StyleSource): Group {
  const style: Style = sheet.style(name)
  const { size, leading, tracking } = style
  const sizeName =
    typeof stated.size === 'string' && sheet.sizeNames.includes(stated.size)
      ? stated.size
      : undefined
  const familyName =
    typeof stated.family === 'string' && sheet.familyNames.includes(stated.family)
      ? stated.family
      : undefined
  const factor =
    leading.kind === 'times' ? leading.factor : Number((leading.units / size).toFixed(6))
  return {
    fontFamily: familyName ? `{${groups.families}.${familyName}}` : (stated.family ?? style.family),
    fontSize: sizeName ? `{${groups.sizes}.${sizeName}}` : { value: size, unit: 'px' },
    fontWeight: style.weight,
    letterSpacing: { value: Number((tracking * size).toFixed(6)), unit: 'px' },
    lineHeight: factor,
  }
}
