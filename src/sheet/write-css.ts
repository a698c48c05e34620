import { DotLineError, errorProblem } from '../problem/index.ts'
import type { Sheet } from './define-sheet.ts'
import type { Ink } from './inks/ink.ts'
import type { Size } from './lengths.ts'
import type { StatedStyle, Style } from './style.ts'

/** Pixels of a `rem` where nobody changed the browser's font size. */
const rem = 16

/** The generic families of CSS that ours stand for. */
const generics: Record<string, string> = { sans: 'sans-serif', serif: 'serif', mono: 'monospace' }

/**
 * A sheet as CSS: custom properties for inks and sizes, and a class for each style with what it
 * states. Sizes are in `rem`, so that they follow the reader's setting in the browser. Modes become
 * the same properties under `[data-mode="…"]`.
 */
export function writeCss(sheet: Sheet): string {
  const blocks = [block(':root', customProperties(sheet))]
  for (const mode of sheet.modeNames) {
    const selector = `[data-mode="${mode.replace(/["\\]/g, '\\$&')}"]`
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
    .replace(/[^\p{L}\p{N}_-]/gu, c => `\\${c.codePointAt(0)?.toString(16)} `)
    .replace(/^\d/, digit => `\\${digit.codePointAt(0)?.toString(16)} `)
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
  const { size, leading, ink } = stated
  const as = new Map(sheet.why(name).map(reason => [reason.property, reason.stated]))
  const lines: (string | undefined)[] = [
    stated.family && `font-family: ${stated.family.map(familyName).join(', ')}`,
    size && `font-size: ${sizeValue(sheet, size, as.get('size'))}`,
    stated.weight !== undefined ? `font-weight: ${stated.weight}` : undefined,
    stated.slant && `font-style: ${stated.slant}`,
    stated.synthesis && `font-synthesis: ${syntheses[stated.synthesis]}`,
    stated.stretch !== undefined ? `font-stretch: ${stated.stretch}%` : undefined,
    leading &&
      `line-height: ${leading.kind === 'times' ? round(leading.factor) : rems(leading.units)}`,
    stated.tracking !== undefined ? `letter-spacing: ${round(stated.tracking)}em` : undefined,
    stated.wordSpacing !== undefined ? `word-spacing: ${round(stated.wordSpacing)}em` : undefined,
    ink && inkDeclaration(sheet, ink, as.get('ink')),
    stated.opacity !== undefined ? `opacity: ${stated.opacity}` : undefined,
    stated.letterCase && letterCases[stated.letterCase],
    stated.features && featureDeclaration(stated.features),
    stated.align && `text-align: ${stated.align}`,
    stated.writingMode && `writing-mode: ${stated.writingMode}`,
    stated.orientation && `text-orientation: ${stated.orientation}`,
    stated.firstIndent !== undefined ? `text-indent: ${rems(stated.firstIndent)}` : undefined,
    stated.spaceBefore !== undefined
      ? `margin-block-start: ${rems(stated.spaceBefore)}`
      : undefined,
    stated.spaceAfter !== undefined ? `margin-block-end: ${rems(stated.spaceAfter)}` : undefined,
    stated.hyphenation !== undefined
      ? `hyphens: ${stated.hyphenation ? 'auto' : 'manual'}`
      : undefined,
    decorationLines(stated),
  ]
  return lines.filter(line => line !== undefined)
}

/** By the name it was stated with, so that a mode which changes that changes this. */
function sizeValue(sheet: Sheet, size: Size, stated: unknown): string {
  if (size.kind === 'times') return `${round(size.factor)}em`
  const name = sheet.sizeNames.find(known => known === stated)
  return name === undefined ? rems(size.units) : `var(--size-${className(name)})`
}

function inkDeclaration(sheet: Sheet, ink: Ink, stated: unknown): string {
  const name = sheet.inkNames.find(known => known === stated)
  const value = name === undefined ? paint(ink) : `var(--ink-${className(name)})`
  return ink.kind === 'solid' ? `color: ${value}` : `background: ${value} text; color: transparent`
}

const syntheses: Record<Style['synthesis'], string> = {
  none: 'none',
  weight: 'weight',
  slant: 'style',
  all: 'weight style',
}

const letterCases: Record<Style['letterCase'], string> = {
  normal: 'text-transform: none',
  upper: 'text-transform: uppercase',
  lower: 'text-transform: lowercase',
  title: 'text-transform: capitalize',
  'small-caps': 'font-variant-caps: small-caps',
}

function featureDeclaration(features: readonly string[]): string {
  if (features.length === 0) return 'font-feature-settings: normal'
  const settings = features.map(f => `"${f.slice(0, 4).replace(/["\\]/g, '\\$&')}" ${f.slice(5)}`)
  return `font-feature-settings: ${settings.join(', ')}`
}

function decorationLines({ underline, overline, strike }: StatedStyle): string | undefined {
  if (underline === undefined && overline === undefined && strike === undefined) return undefined
  const lines = [underline && 'underline', overline && 'overline', strike && 'line-through']
  return `text-decoration-line: ${lines.filter(Boolean).join(' ') || 'none'}`
}

function familyName(name: string): string {
  return generics[name] ?? `"${name.replace(/["\\]/g, '\\$&')}"`
}

const rems = (units: number) => `${round(units / rem)}rem`
const round = (value: number) => Number(value.toFixed(5))
