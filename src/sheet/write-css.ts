import { cssEscape, cssString } from '../notation/index.ts'
import { checkArgument, DotLineError, errorProblem } from '../problem/index.ts'
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

/**
 * A sheet as CSS: custom properties for inks and sizes, and a class for each style with what it
 * states. Sizes are in `rem`, so that they follow the reader's setting in the browser. Modes become
 * the same properties under `[data-mode="…"]`.
 */
export function writeCss(sheet: Sheet): string {
  checkArgument('writeCss', 'sheet', sheet, aSheet)
  const blocks = [block(':root', customProperties(sheet))]
  for (const mode of sheet.modeNames) {
    const selector = `[data-mode=${cssString(mode)}]`
    const before = new Set(customProperties(sheet))
    const changed = sheet.mode(mode)
    blocks.push(
      block(
        selector,
        customProperties(changed).filter(line => !before.has(line)),
      ),
    )
    for (const name of changed.styleNames) {
      const own = sheet.styleNames.includes(name) ? new Set(declarations(sheet, name)) : new Set()
      const lines = declarations(changed, name).filter(line => !own.has(line))
      if (lines.length > 0)
        blocks.push(
          block(name === 'defaults' ? selector : `${selector} .${className(name)}`, lines),
        )
    }
  }
  const styles = sheet.styleNames.map(name =>
    block(name === 'defaults' ? ':root' : `.${className(name)}`, declarations(sheet, name)),
  )
  return [blocks[0], ...styles, ...blocks.slice(1)].filter(text => text !== '').join('\n')
}

function block(selector: string, lines: readonly string[]): string {
  return lines.length === 0 ? '' : `${selector} {\n${lines.map(line => `  ${line};\n`).join('')}}\n`
}

function customProperties(sheet: Sheet): string[] {
  return [
    ...sheet.inkNames.map(name => `--ink-${className(name)}: ${paint(sheet.ink(name))}`),
    ...sheet.sizeNames.map(name => `--size-${className(name)}: ${rems(sheet.size(name))}`),
  ]
}

/** A name as a CSS identifier (CSSOM, "serialize an identifier"), dots as hyphens. */
function className(name: string): string {
  return name
    .replace(/\./g, '-')
    .replace(/[^\p{L}\p{N}_-]/gu, cssEscape)
    .replace(/^\d/, cssEscape)
}

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

/** What a style states, with what it builds on, as far as CSS has words for it. */
function declarations(sheet: Sheet, name: string): string[] {
  const stated = sheet.stated(name)
  if (!stated) throw new DotLineError(errorProblem('unknown-style', `no style named '${name}'`))
  const as = new Map(sheet.why(name).map(reason => [reason.property, reason.stated]))
  const names: CssNames = {
    length: rems,
    family: familyName,
    // By the name it was stated with, so that a mode which changes that changes this.
    size: units => variable(sheet.sizeNames, as.get('size'), 'size') ?? rems(units),
    ink: ink => variable(sheet.inkNames, as.get('ink'), 'ink') ?? paint(ink),
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

function variable(known: readonly string[], stated: unknown, what: string): string | undefined {
  const name = known.find(own => own === stated)
  return name === undefined ? undefined : `var(--${what}-${className(name)})`
}

function familyName(name: string): string {
  return generics.get(name) ?? cssString(name)
}

const rems = (units: number) => `${round(units / rem)}rem`
const round = (value: number) => Number(value.toFixed(5))
