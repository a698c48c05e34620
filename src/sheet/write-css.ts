import { cssEscape, cssString, defaultPrefix } from '../notation/index.ts'
import { being, checkArgument, checkOptions, fail } from '../problem/index.ts'
import type { CssDeclaration, CssNames } from './declared.ts'
import { aSheet, type Sheet } from './define-sheet.ts'
import type { Ink } from './inks/ink.ts'
import { properties } from './properties.ts'

/** Pixels of a `rem` where nobody changed the browser's font size. */
const rem = 16

/** The generic families of CSS that ours stand for. */
const generics = new Map([
  ['sans', 'sans-serif'],
  ['serif', 'serif'],
  ['mono', 'monospace'],
])

/** Options of `writeCss`. */
export interface WriteCssOptions {
  /**
   * Begins the names of classes, custom properties and data attributes. Default: `dotline-`, as on
   * pages with texts in elements. An empty string for no prefix.
   */
  readonly prefix?: string
}

const aPrefix = being(
  'the beginning of a name: letters, digits, - and _, or nothing',
  value => typeof value === 'string' && /^([a-z_][\w-]*)?$/i.test(value),
)

/**
 * A sheet as CSS: custom properties for inks and sizes, and a class for each style. Sizes are in
 * `rem`, so they follow the browser's font size. Modes become `[data-dotline-mode="…"]`. Throws
 * `duplicate-name` if two names are one in CSS.
 *
 * @returns A stylesheet.
 * @throws `duplicate-name`
 * @example
 * writeCss(sheet, { prefix: 'brand-' })
 */
export function writeCss(sheet: Sheet, options: WriteCssOptions = {}): string {
  checkArgument('writeCss', 'sheet', sheet, aSheet)
  checkOptions('writeCss', options, { prefix: aPrefix })
  const { prefix = defaultPrefix } = options
  for (const names of [sheet.inkNames, sheet.sizeNames, sheet.styleNames]) checkApart(names)
  const declared = declarationsOf(sheet, prefix)
  const styleNames = new Set(sheet.styleNames)
  const blocks = [block(':root', customProperties(sheet, prefix))]
  for (const mode of sheet.modeNames) {
    const selector = `[data-${prefix}mode=${cssString(mode)}]`
    const before = new Set(customProperties(sheet, prefix))
    const changed = sheet.mode(mode)
    const declaredThen = declarationsOf(changed, prefix)
    blocks.push(
      block(
        selector,
        customProperties(changed, prefix).filter(line => !before.has(line)),
      ),
    )
    for (const name of changed.styleNames) {
      const ownProperties = new Set(styleNames.has(name) ? declared(name) : [])
      const lines = declaredThen(name).filter(line => !ownProperties.has(line))
      if (lines.length > 0)
        blocks.push(
          block(name === 'defaults' ? selector : `${selector} .${prefix}${cssName(name)}`, lines),
        )
    }
  }
  const styles = sheet.styleNames.map(name =>
    block(name === 'defaults' ? ':root' : `.${prefix}${cssName(name)}`, declared(name)),
  )
  return [blocks[0], ...styles, ...blocks.slice(1)].filter(text => text !== '').join('\n')
}

function block(selector: string, lines: readonly string[]): string {
  return lines.length === 0 ? '' : `${selector} {\n${lines.map(line => `  ${line};\n`).join('')}}\n`
}

function customProperties(sheet: Sheet, prefix: string): string[] {
  return [
    ...sheet.inkNames.map(name => `--${prefix}ink-${cssName(name)}: ${paint(sheet.ink(name))}`),
    ...sheet.sizeNames.map(name => `--${prefix}size-${cssName(name)}: ${rems(sheet.size(name))}`),
  ]
}

/** Throws `duplicate-name` where one of two names would stand for both. */
function checkApart(names: readonly string[]) {
  const known = new Map<string, string>()
  for (const name of names) {
    const className = cssName(name)
    const other = known.get(className)
    if (other !== undefined) {
      fail('duplicate-name', `'${other}' and '${name}' are both '${className}' in CSS`, {
        hint: 'rename one of them',
      })
    }
    known.set(className, name)
  }
}

/** A name as a CSS identifier (CSSOM, "serialize an identifier"), dots as hyphens. */
const cssName = (name: string): string =>
  name
    .replace(/\./g, '-')
    .replace(/[^\p{L}\p{N}_-]/gu, cssEscape)
    .replace(/^(-?)(\d)/, (_, hyphen, digit) => hyphen + cssEscape(digit))

function paint(ink: Ink): string {
  if (ink.kind === 'solid') return color(ink.color, ink.opacity)
  const stops = ink.stops.map(stop => `${color(stop.color, stop.opacity)} ${round(stop.at * 100)}%`)
  // CSS counts clockwise from upward; ours counter-clockwise from the right.
  return ink.kind === 'radial'
    ? `radial-gradient(${stops.join(', ')})`
    : `linear-gradient(${round(90 - ink.angle)}deg, ${stops.join(', ')})`
}

function color(hex: string, opacity: number): string {
  if (opacity >= 1) return hex
  const channels = [1, 3, 5].map(i => Number.parseInt(hex.slice(i, i + 2), 16))
  return `rgb(${channels.join(' ')} / ${round(opacity)})`
}

/** The declarations of a sheet's styles; its names are put together once for all of them. */
function declarationsOf(sheet: Sheet, prefix: string): (style: string) => string[] {
  const [sizes, inks] = [new Set(sheet.sizeNames), new Set(sheet.inkNames)]
  return name => declarations(sheet, name, prefix, sizes, inks)
}

/** The declarations of a style with its bases, as far as CSS can express them. */
function declarations(
  sheet: Sheet,
  name: string,
  prefix: string,
  sizes: ReadonlySet<string>,
  inks: ReadonlySet<string>,
): string[] {
  const stated = sheet.stated(name)
  if (!stated) return fail('unknown-style', `no style named '${name}'`)
  const as = new Map(sheet.why(name).map(reason => [reason.property, reason.stated]))
  const names: CssNames = {
    length: rems,
    family: familyName,
    // By the name it was stated with, so that a mode which changes that changes this.
    size: units => variable(sizes, as.get('size'), `${prefix}size`) ?? rems(units),
    ink: ink => variable(inks, as.get('ink'), `${prefix}ink`) ?? paint(ink),
  }
  const values = new Map<string, string[]>()
  for (const [property, { css }] of cssProperties) {
    const value = Object.entries(stated).find(([own]) => own === property)?.[1]
    if (value === undefined) continue
    const [key, text] = css(value, names)
    values.set(key, [...(values.get(key) ?? []), text])
  }
  return [...values].map(([key, parts]) => `${key}: ${parts.filter(Boolean).join(' ') || 'none'}`)
}

const cssProperties = Object.entries(properties).flatMap(([name, declared]) =>
  'css' in declared && declared.css
    ? [
        [
          name,
          { css: declared.css as (value: unknown, names: CssNames) => CssDeclaration },
        ] as const,
      ]
    : [],
)

function variable(known: ReadonlySet<string>, stated: unknown, what: string): string | undefined {
  const isName = typeof stated === 'string' && known.has(stated)
  return isName ? `var(--${what}-${cssName(stated)})` : undefined
}

function familyName(name: string): string {
  return generics.get(name) ?? cssString(name)
}

const rems = (units: number) => `${round(units / rem)}rem`
const round = (value: number) => Number(value.toFixed(5))
