import { inkBox, lineItems } from '../drawing/index.ts'
import type { Shelf } from '../fonts/index.ts'
import {
  type Breakable,
  breakable,
  checkFrame,
  type Frame,
  fittedRatio,
  type Hyphenation,
  type Layout,
  layOut,
  layoutTools,
  type WrappedLines,
  wrapLines,
} from '../layout/index.ts'
import { parseMarkup, type RichText, type Values } from '../markup/index.ts'
import { DotLineError, fail, type Problem, warningProblem } from '../problem/index.ts'
import { shapeParagraph } from '../shaping/index.ts'
import {
  type ReaderSettings,
  readerStyle,
  type Sheet,
  type Style,
  scaledSize,
  scaledStyle,
} from '../sheet/index.ts'
import type { CheckedMarkup, SettingFor } from './checked-markup.ts'
import { letterForms } from './letter-forms.ts'
import { notDrawn } from './not-drawn.ts'
import type { AsRead } from './paragraph-writer.ts'
import { type Resolved, resolve } from './resolve.ts'

export interface TypesetterOptions<S extends string, I extends string, Z extends string> {
  readonly sheet: Sheet<S, I, Z>
  readonly shelf: Shelf
  readonly reader?: ReaderSettings
  /** How words are divided where a style has `hyphenation`: from `openHyphenation`. */
  readonly hyphenation?: Hyphenation
  /**
   * What wrong input does: `throw` (the default) throws a `DotLineError`; `collect`, for
   * production screens, shows the text as well as it can be and lists the problem on the layout.
   * Warnings are listed either way.
   */
  readonly problems?: 'throw' | 'collect'
}

/** Where a text goes, in which style, with which values. */
export interface Setting<S extends string = string> extends Frame {
  readonly style?: NoInfer<S>
  readonly values?: Values
  /** What problems call the markup: a file name. */
  readonly source?: string
  /**
   * Sets the text as large as it goes into the frame, the size of its style between these, in
   * units; all else in proportion. Where not even the least fits, that size is taken, and the text
   * cut. The layout's `fittedSize` tells the size.
   */
  readonly fit?: { readonly least: number; readonly most: number }
}

/** A text that was shaped, to be set in many frames. */
export interface Prepared {
  /** Its lines in a width, as numbers: fast enough for every step of a window that is resized. */
  wrap(width: number): WrappedLines
  /** Its layout in a frame; in that of the setting without it. */
  layout(frame?: Frame): Layout
}

export interface Typesetter<S extends string = string> {
  /**
   * Sets markup, or rich text. Throws a `DotLineError` on wrong input unless problems are
   * collected. Of a literal string, styles that the sheet does not have and values that are missing
   * are compile errors.
   */
  set<const T extends string | RichText>(
    markup: CheckedMarkup<T, S>,
    ...setting: SettingFor<T, Setting<S>>
  ): Layout
  /** Makes a text ready to be set in many widths: it is shaped once. Takes and throws what `set` does. */
  prepare<const T extends string | RichText>(
    markup: CheckedMarkup<T, S>,
    ...setting: SettingFor<T, Setting<S>>
  ): Prepared
  /**
   * A length as body text scales for this reader: a padding, an icon, an image. In units, kept
   * within `least` and `most` where they are given.
   */
  scaled(length: number, bounds?: { readonly least?: number; readonly most?: number }): number
}

const noValues: Values = {}
const noSetting = {}

/** Holds a sheet, a shelf and reader settings, and sets text. */
export function typesetter<S extends string, I extends string, Z extends string>(
  options: TypesetterOptions<S, I, Z>,
): Typesetter<S> {
  const { shelf, reader = {}, hyphenation, problems: mode = 'throw' } = options
  const { sheet, notes } = sheetForReader(options.sheet, checkedReader(reader))
  const tools = layoutTools(shelf, layout => inkBox(lineItems(layout)), hyphenation)
  const forms = letterForms(shelf)
  // One style is one object: what is known of it is kept by it.
  const named = new Map<S, Style>()
  const styleOf = (name: S) => {
    const known = named.get(name) ?? sheet.style(name)
    named.set(name, known)
    return known
  }
  const read = new WeakMap<Style, Style>()
  const asRead = (style: Style) => {
    const known = read.get(style) ?? readerStyle(style, reader)
    read.set(style, known)
    return known
  }
  function resolved(markup: string | RichText, setting: Setting<S>, styled: AsRead): Resolved {
    const { style, values = noValues, source: given } = setting
    const source = given ?? (typeof markup === 'string' ? undefined : markup.name) ?? 'markup'
    const base = { style: baseOf(setting), name: style ?? 'defaults' }
    const { rich, problems: mistakes } =
      typeof markup === 'string' ? parseMarkup(markup, source) : { rich: markup, problems: [] }
    const { paragraphs, problems } = resolve(rich, base, sheet, values, styled, forms, source)
    const found = joined(
      joined(notes, mistakes),
      joined(problems, notDrawn(paragraphs, hyphenation)),
    )
    throwErrors(found, mode)
    return { paragraphs, problems: found }
  }
  const shaped = ({ paragraphs }: Resolved) =>
    paragraphs.map(paragraph => breakable(shapeParagraph(paragraph, tools), tools))
  const baseOf = ({ style }: Setting<S>) => (style === undefined ? sheet.base : styleOf(style))

  function laidOut(
    texts: readonly Breakable[],
    frame: Frame,
    base: Style,
    found: readonly Problem[],
    fittedSize?: number,
  ): Layout {
    const lines = frame.lines ?? base.lines
    const within = frame.lines === lines ? frame : { ...frame, lines }
    const layout = layOut(texts, within, tools, { found, fittedSize })
    throwErrors(layout.problems, mode)
    return layout
  }

  function prepared(markup: string | RichText, setting: Setting<S>): Prepared {
    const frame = frameOf(setting)
    checkFrame(frame)
    if (setting.fit) {
      fail('bad-fit', 'a text that is made ready has one size', { hint: 'set() takes fit' })
    }
    const text = resolved(markup, setting, asRead)
    const texts = shaped(text)
    const base = baseOf(setting)
    return {
      wrap(width) {
        checkFrame({ width })
        return wrapLines(texts, width, tools)
      },
      layout: (own = frame) => laidOut(texts, own, base, text.problems),
    }
  }

  function set(markup: string | RichText, setting: Setting<S>): Layout {
    const frame = frameOf(setting)
    checkFrame(frame)
    const text = resolved(markup, setting, asRead)
    const texts = shaped(text)
    const base = baseOf(setting)
    if (!setting.fit) return laidOut(texts, frame, base, text.problems)
    const { least, most } = checkedFit(setting.fit)
    const { size } = asRead(base)
    const within = { ...frame, lines: frame.lines ?? base.lines }
    const ratio = fittedRatio(texts, within, { least: least / size, most: most / size }, tools)
    const larger = new Map<Style, Style>()
    const fitted = resolved(markup, setting, style => {
      const known = larger.get(style) ?? scaledStyle(asRead(style), ratio)
      larger.set(style, known)
      return known
    })
    return laidOut(shaped(fitted), frame, base, fitted.problems, size * ratio)
  }

  return {
    set: (markup: string | RichText, setting: Setting<S> = noSetting) => set(markup, setting),
    prepare: (markup: string | RichText, setting: Setting<S> = noSetting) =>
      prepared(markup, setting),
    scaled(length, { least = -Infinity, most = Infinity } = {}) {
      const { size } = sheet.base
      const ratio = scaledSize(size, reader) / size
      return Math.min(most, Math.max(least, length * ratio))
    },
  }
}

/** Written out: picking the rest of an object is slow where there are tens of thousands. */
function frameOf({ width, height, lines, align }: Frame): Frame {
  return { width, height, lines, align }
}

function checkedFit(fit: { readonly least: number; readonly most: number }) {
  const { least, most } = fit
  if (!(least > 0 && most >= least && most < Infinity)) {
    fail('bad-fit', `a text is fitted between two sizes above 0, not ${least} and ${most}`)
  }
  return fit
}

function checkedReader(reader: ReaderSettings): ReaderSettings {
  const { scale = 1, growth = 'eased', spacing = 'normal', contrast = 'normal' } = reader
  if (!(scale > 0 && scale < Infinity)) {
    fail('bad-reader', `the reader's scale is a number above 0, not ${scale}`)
  }
  const choices = [
    { name: 'growth', value: growth, known: ['eased', 'linear'] },
    { name: 'spacing', value: spacing, known: ['normal', 'wide'] },
    { name: 'contrast', value: contrast, known: ['normal', 'more'] },
  ]
  for (const { name, value, known } of choices) {
    if (known.includes(value)) continue
    fail('bad-reader', `the reader's ${name} is ${known.join(' or ')}, not '${value}'`)
  }
  return reader
}

const contrastMode = 'more-contrast'

/** The sheet in the mode for more contrast, where the reader wants that and the sheet has it. */
function sheetForReader<S extends string, I extends string, Z extends string>(
  sheet: Sheet<S, I, Z>,
  { contrast }: ReaderSettings,
): { sheet: Sheet<S, I, Z>; notes: readonly Problem[] } {
  if (contrast !== 'more') return { sheet, notes: [] }
  if (sheet.modeNames.includes(contrastMode)) return { sheet: sheet.mode(contrastMode), notes: [] }
  const message = 'the reader wants more contrast, for which the sheet has no mode'
  const hint = `declare one: modes: { '${contrastMode}': { inks: { … } } }`
  return { sheet, notes: [warningProblem('no-contrast-mode', message, { hint })] }
}

/** Both lists in one; most are empty. */
function joined(a: readonly Problem[], b: readonly Problem[]): readonly Problem[] {
  if (a.length === 0) return b
  return b.length === 0 ? a : [...a, ...b]
}

function throwErrors(problems: readonly Problem[], mode: 'throw' | 'collect') {
  if (problems.length === 0) return
  const first = problems.find(problem => problem.severity === 'error')
  if (first && mode === 'throw') throw new DotLineError(first, problems)
}
