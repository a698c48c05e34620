import { keptOnShelf, type Shelf } from '../fonts/index.ts'
import {
  type Breakable,
  breakable,
  type Cursor,
  checkFrame,
  type Frame,
  fittedRatio,
  type Hyphenation,
  type Layout,
  layOut,
  layoutTools,
  scaledTexts,
  type TextLine,
  textLine,
  textStart,
  type WrappedLines,
  wrapLines,
} from '../layout/index.ts'
import { parseMarkup, type RichText, type Values } from '../markup/index.ts'
import { DotLineError, fail, isMade, type Problem, warningProblem } from '../problem/index.ts'
import { shapeParagraph } from '../shaping/index.ts'
import {
  type ReaderSettings,
  readerStyle,
  type Sheet,
  type Style,
  scaledSize,
} from '../sheet/index.ts'
import type { CheckedMarkup, SettingFor } from './checked-markup.ts'
import { letterForms } from './letter-forms.ts'
import { notDrawn } from './not-drawn.ts'
import { type Resolved, resolve } from './resolve.ts'
import { styleBook } from './style-book.ts'

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
  readonly fit?: { readonly min: number; readonly max: number }
}

/** A text that was shaped, to be set in many frames. */
export interface ShapedText {
  /** Its lines in a width, as numbers: fast enough for every step of a window that is resized. */
  wrap(width: number): WrappedLines
  /**
   * The next line from a place on (its beginning without one), in a room that may differ from line
   * to line: a width, or one for each line of a paragraph, counted from 0. Undefined at the end.
   * Throws `bad-frame` on a width that is not a number of units from 0.
   */
  nextLine(
    from: Cursor | undefined,
    room: number | ((line: number) => number),
  ): TextLine | undefined
  /** Its layout in a frame; in that of the setting without it. */
  set(frame?: Frame): Layout
}

export interface Typesetter<
  S extends string = string,
  I extends string = string,
  Z extends string = string,
> {
  /**
   * Sets markup, or rich text. Throws a `DotLineError` on wrong input unless problems are
   * collected. Of a literal string, styles that the sheet does not have and values that are missing
   * are compile errors.
   */
  set<const T extends string | RichText>(
    markup: CheckedMarkup<T, { style: S; ink: I; size: Z }>,
    ...setting: SettingFor<T, Setting<S>>
  ): Layout
  /** Makes a text ready to be set in many widths: it is shaped once. Takes and throws what `set` does. */
  shape<const T extends string | RichText>(
    markup: CheckedMarkup<T, { style: S; ink: I; size: Z }>,
    ...setting: SettingFor<T, Setting<S>>
  ): ShapedText
  /**
   * A length as body text scales for this reader: a padding, an icon, an image. In units, kept
   * within `min` and `max` where they are given.
   */
  scaleLength(length: number, bounds?: { readonly min?: number; readonly max?: number }): number
}

const noValues: Values = {}
const noSetting = {}

/** Holds a sheet, a shelf and reader settings, and sets text. */
export function typesetter<S extends string, I extends string, Z extends string>(
  options: TypesetterOptions<S, I, Z>,
): Typesetter<S, I, Z> {
  const { shelf, reader = {}, hyphenation, problems: mode = 'throw' } = options
  const { sheet, notes } = sheetForReader(options.sheet, checkedReader(reader))
  const tools = layoutTools(shelf, hyphenation)
  const forms = keptOnShelf(shelf, 'letter forms', () => ({ of: letterForms(shelf) })).of
  const book = styleBook(sheet)
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
  function resolved(markup: string | RichText, setting: Setting<S>): Resolved {
    const { style, values = noValues, source: given } = setting
    const source = given ?? (typeof markup === 'string' ? undefined : markup.name) ?? 'markup'
    if (typeof markup !== 'string' && !isMade(markup)) {
      fail(
        'bad-markup',
        `expected markup or rich text, not ${markup === null ? 'null' : typeof markup}`,
        {
          hint: 'richFromText(), rich`…` and parseMarkup() make rich text',
        },
      )
    }
    const base = { style: baseOf(setting), name: style ?? 'defaults' }
    const { rich, problems: mistakes } =
      typeof markup === 'string' ? parseMarkup(markup, source) : { rich: markup, problems: [] }
    const { paragraphs, problems, sourceMap } = resolve(
      rich,
      base,
      book,
      values,
      asRead,
      forms,
      source,
    )
    const found = concatenated(
      concatenated(notes, mistakes),
      concatenated(problems, notDrawn(paragraphs, hyphenation)),
    )
    throwErrors(found, mode)
    return { paragraphs, problems: found, sourceMap }
  }
  const shaped = ({ paragraphs }: Resolved) =>
    paragraphs.map(paragraph => breakable(shapeParagraph(paragraph, tools), tools))
  const baseOf = ({ style }: Setting<S>) => (style === undefined ? sheet.base : styleOf(style))

  function laidOut(
    texts: readonly Breakable[],
    frame: Frame,
    base: Style,
    { problems: found, sourceMap }: Resolved,
    fittedSize?: number,
  ): Layout {
    const maxLines = frame.maxLines ?? base.maxLines
    const within = frame.maxLines === maxLines ? frame : { ...frame, maxLines }
    const layout = layOut(texts, within, tools, { found, fittedSize, sourceMap })
    throwErrors(layout.problems, mode)
    return layout
  }

  function prepared(markup: string | RichText, setting: Setting<S>): ShapedText {
    const frame = frameOf(setting)
    checkFrame(frame)
    if (setting.fit) {
      fail('bad-fit', 'shape() does not take fit', { hint: 'set() does' })
    }
    const text = resolved(markup, setting)
    const texts = shaped(text)
    const base = baseOf(setting)
    return {
      wrap(width) {
        checkFrame({ width })
        return wrapLines(texts, width, tools, frame.align)
      },
      nextLine: (from = textStart, room) => textLine(texts, from, room, frame.align),
      set: (own = frame) => laidOut(texts, own, base, text),
    }
  }

  function set(markup: string | RichText, setting: Setting<S>): Layout {
    const frame = frameOf(setting)
    checkFrame(frame)
    const text = resolved(markup, setting)
    const texts = shaped(text)
    const base = baseOf(setting)
    if (!setting.fit) return laidOut(texts, frame, base, text)
    const { min, max } = checkedFit(setting.fit)
    const { size } = asRead(base)
    const within = { ...frame, maxLines: frame.maxLines ?? base.maxLines }
    const ratio = fittedRatio(texts, within, { min: min / size, max: max / size }, tools)
    const fitted = scaledTexts(texts, ratio, tools)
    return laidOut(fitted, frame, base, text, size * ratio)
  }

  return {
    set: (markup: string | RichText, setting: Setting<S> = noSetting) => set(markup, setting),
    shape: (markup: string | RichText, setting: Setting<S> = noSetting) =>
      prepared(markup, setting),
    scaleLength(length, { min = -Infinity, max = Infinity } = {}) {
      const { size } = sheet.base
      const ratio = scaledSize(size, reader) / size
      return Math.min(max, Math.max(min, length * ratio))
    },
  }
}

/** Written out: picking the rest of an object is slow where there are tens of thousands. */
function frameOf({ width, height, maxLines, align, from, continues }: Frame): Frame {
  return { width, height, maxLines, align, from, continues }
}

function checkedFit(fit: { readonly min: number; readonly max: number }) {
  const { min, max } = fit
  if (!(min > 0 && max >= min && max < Infinity)) {
    fail('bad-fit', `fit needs a min above 0 and a max not below it, not min ${min} and max ${max}`)
  }
  return fit
}

function checkedReader(reader: ReaderSettings): ReaderSettings {
  const { scale = 1, growth = 'tapered', spacing = 'normal', contrast = 'normal' } = reader
  if (!(scale > 0 && scale < Infinity)) {
    fail('bad-reader', `the reader's scale must be a number above 0, not ${scale}`)
  }
  const choices = [
    { name: 'growth', value: growth, known: ['tapered', 'linear'] },
    { name: 'spacing', value: spacing, known: ['normal', 'wide'] },
    { name: 'contrast', value: contrast, known: ['normal', 'more'] },
  ]
  for (const { name, value, known } of choices) {
    if (known.includes(value)) continue
    fail('bad-reader', `the reader's ${name} must be ${known.join(' or ')}, not '${value}'`)
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
  const message = `the reader asks for more contrast, and the sheet has no mode '${contrastMode}'`
  const hint = `declare one: modes: { '${contrastMode}': { inks: { … } } }`
  return { sheet, notes: [warningProblem('no-contrast-mode', message, { hint })] }
}

/** Both lists in one; most are empty. */
function concatenated(a: readonly Problem[], b: readonly Problem[]): readonly Problem[] {
  if (a.length === 0) return b
  return b.length === 0 ? a : [...a, ...b]
}

function throwErrors(problems: readonly Problem[], mode: 'throw' | 'collect') {
  if (problems.length === 0) return
  const first = problems.find(problem => problem.severity === 'error')
  if (first && mode === 'throw') throw new DotLineError(first, problems)
}
