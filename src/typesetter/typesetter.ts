import { keptWithFonts, someFonts } from '../fonts/index.ts'
import {
  aHyphenation,
  type Breakable,
  breakable,
  checkFrame,
  easedLongWords,
  type Frame,
  fittedLayout,
  fittedRatio,
  frameFields,
  type Layout,
  layOut,
  layoutTools,
  measuredLayout,
  noIsolates,
  type PlainText,
  plainText,
  scaledTexts,
  sourceMapOf,
  type WordText,
  wrapPlain,
} from '../layout/index.ts'
import { isRich, parseMarkup, type RichText, type Values } from '../markup/index.ts'
import {
  aFunction,
  aNumber,
  anObject,
  anything,
  aString,
  checkArgument,
  checkArguments,
  checkOptions,
  DotLineError,
  described,
  either,
  type Fields,
  fail,
  oneOf,
  type Problem,
} from '../problem/index.ts'
import { shapeParagraph } from '../shaping/index.ts'
import {
  aSheet,
  checkedReader,
  type ReaderSettings,
  readerStyle,
  type Style,
  scaledSize,
} from '../sheet/index.ts'
import { frameOf, isFree, noFrame } from './frame-of-setting.ts'
import { isEmpty } from './is-empty.ts'
import { type LetterForms, letterForms } from './letter-forms.ts'
import { notDrawn } from './not-drawn.ts'
import { type Resolved, resolve } from './resolve.ts'
import { type ShapedText, shapedText } from './shaped-text.ts'
import { sheetForReader } from './sheet-for-reader.ts'
import { styleBook } from './style-book.ts'
import { keepStyled } from './styled-content.ts'
import type { SetOptions, Typesetter, TypesetterOptions } from './typesetter-interface.ts'
import { wordTexts } from './word-texts.ts'

const noValues: Values = {}
const noSetting = {}
const noReader: ReaderSettings = {}
const none: readonly Problem[] = []

const typesetterFields: Fields<TypesetterOptions<string, string, string>> = {
  sheet: aSheet,
  fonts: someFonts,
  reader: anObject,
  hyphenation: aHyphenation,
  problems: oneOf('throw', 'collect'),
  platformAdvance: aFunction,
}

const settingFields: Fields<SetOptions<string, string, string>> = {
  ...frameFields,
  style: aString,
  overrides: anObject,
  values: anObject,
  source: aString,
  ellipsis: either(aString, anObject),
  fit: anObject,
}

/**
 * Holds a sheet, fonts and reader settings, and sets text.
 *
 * @param options Sheet, fonts, and the reader's settings.
 * @returns A typesetter for one reader.
 * @throws `bad-argument`, `bad-reader`, `unknown-option`
 * @example
 * const { set } = typesetterFor({ sheet, fonts, reader: { scale: 1.5 } })
 * @see `openFonts`, `defineSheet`
 */
export function typesetterFor<S extends string, I extends string, Z extends string>(
  options: TypesetterOptions<S, I, Z>,
): Typesetter<S, I, Z> {
  checkOptions('typesetterFor', options, typesetterFields)
  checkArguments(
    'typesetterFor',
    ['sheet', options.sheet, aSheet],
    ['fonts', options.fonts, someFonts],
  )
  const { fonts, hyphenation, problems: mode = 'throw', platformAdvance } = options
  const reader = options.reader ? checkedReader('typesetterFor', options.reader) : noReader
  const { sheet, notes } = sheetForReader(options.sheet, reader)
  const tools = layoutTools(fonts, hyphenation, platformAdvance)
  const forms = keptWithFonts(fonts, 'letter forms', () => ({ of: letterForms(fonts) })).of
  const book = styleBook(sheet)
  const read = new WeakMap<Style, Style>()
  const asRead = (style: Style) => {
    const known = read.get(style) ?? readerStyle(style, reader)
    read.set(style, known)
    return known
  }
  function resolved(
    markup: string | RichText,
    setting: SetOptions<S, I, Z>,
  ): Resolved & { base: Style } {
    if (typeof markup !== 'string' && !isRich(markup)) {
      fail('bad-markup', `expected markup or rich text, not ${described(markup)}`, {
        hint: 'richFromText(), rich`…` and parseMarkup() make rich text',
      })
    }
    const { style, values = noValues, source: given, ellipsis } = setting
    const source = given ?? (typeof markup === 'string' ? undefined : markup.name) ?? 'markup'
    const { style: own, problems: changed } = baseOf(setting)
    const base = { style: own, name: style ?? 'defaults' }
    const { paragraphs, problems, sourceMap } = resolvedIn(base, markup, values, source, forms)
    const mark = ellipsis === undefined ? undefined : markOf(ellipsis, base)
    const found = concatenated(
      concatenated(notes, changed),
      concatenated(problems, mark?.problems ?? none),
    )
    throwErrors(found, mode)
    const marked = mark
      ? paragraphs.map(paragraph => ({ ...paragraph, ellipsis: mark.mark }))
      : paragraphs
    return { paragraphs: marked, problems: found, sourceMap, base: own }
  }
  /** Markup in a style, with all problems of it. */
  function resolvedIn(
    base: { readonly style: Style; readonly name: string },
    markup: string | RichText,
    values: Values,
    source: string,
    forms: LetterForms,
  ): Resolved {
    const { rich, problems: mistakes } =
      typeof markup === 'string'
        ? parseMarkup(markup, { source })
        : { rich: markup, problems: none }
    const { paragraphs, problems, sourceMap } = resolve(
      rich,
      base,
      book,
      values,
      asRead,
      forms,
      source,
    )
    const found = concatenated(problems, notDrawn(paragraphs, hyphenation))
    return { paragraphs, problems: concatenated(mistakes, found), sourceMap }
  }
  /** An ellipsis in styles: one line, within the style of the text. */
  function markOf(
    ellipsis: string | RichText,
    base: { readonly style: Style; readonly name: string },
  ) {
    const source = 'ellipsis'
    const { rich, problems: mistakes } =
      typeof ellipsis === 'string'
        ? parseMarkup(ellipsis, { source })
        : { rich: ellipsis, problems: none }
    const { paragraphs, problems } = resolve(rich, base, book, noValues, asRead, forms, source)
    if (paragraphs.length > 1) fail('bad-argument', 'an ellipsis is one line')
    const [{ text, runs }] = paragraphs
    return { mark: { text, runs }, problems: concatenated(mistakes, problems) }
  }
  const shaped = ({ paragraphs }: Resolved) =>
    paragraphs.map(paragraph => breakable(shapeParagraph(paragraph, tools), tools))
  const baseOf = ({ style, overrides: changes }: SetOptions<S, I, Z>) => {
    const named = style === undefined ? sheet.base : sheet.style(style)
    return changes === undefined ? { style: named, problems: none } : book.changed(named, changes)
  }

  const words = wordTexts({
    sheet,
    book,
    tools,
    asRead,
    hasNotes: notes.length > 0,
    resolve(markup, base, values) {
      let dependsOnText = false
      const watched: LetterForms = (text, style) => {
        dependsOnText = true
        return forms(text, style)
      }
      const text = resolvedIn(base, markup, values, 'markup', watched)
      return dependsOnText ? undefined : text
    },
  })

  function laidOut(
    texts: readonly Breakable[],
    frame: Frame,
    base: Style,
    { problems: found, sourceMap }: Resolved,
    fittedSize?: number,
  ): Layout {
    const maxLines = frame.maxLines ?? base.maxLines
    const within = frame.maxLines === maxLines ? frame : { ...frame, maxLines }
    const eased =
      fittedSize === undefined ? easedLongWords(texts, within, asRead(base), tools) : undefined
    const size = eased && eased.ratio !== 1 ? asRead(base).size * eased.ratio : fittedSize
    const layout = layOut(eased?.texts ?? texts, within, tools, {
      found,
      fittedSize: size,
      sourceMap,
    })
    throwErrors(layout.problems, mode)
    return layout
  }

  function prepared(markup: string | RichText, setting: SetOptions<S, I, Z>): ShapedText {
    checkOptions('shape', setting, settingFields)
    const frame = frameOf(setting)
    checkFrame(frame)
    if (setting.fit) {
      fail('bad-fit', 'shape() does not take fit', { hint: 'set() does' })
    }
    const { style, values = noValues } = setting
    const bare = isStated(markup, setting) ? words.bare(markup, style, values) : undefined
    const simple = bare && plainText(bare.text, bare.own)
    if (simple) return preparedPlainly(simple, frame)
    const text = resolved(markup, setting)
    const { base } = text
    const texts = shaped(text)
    return shapedText(
      () => texts,
      frame,
      own => laidOut(texts, own, base, text),
      tools,
    )
  }

  function preparedPlainly(simple: PlainText, frame: Frame): ShapedText {
    const { text, own, texts } = simple
    const resolved = plainlyResolved(simple)
    const bare = { text, own, runs: undefined, sourceMap: undefined, isolates: noIsolates }
    const general = shapedText(
      texts,
      frame,
      within => measuredLayout(bare, within) ?? laidOut(texts(), within, own.style, resolved),
      tools,
    )
    return {
      ...general,
      wrap(width) {
        checkFrame({ width })
        return wrapPlain(simple, width, frame.align) ?? general.wrap(width)
      },
    }
  }

  function set(markup: string | RichText, setting: SetOptions<S, I, Z>): Layout {
    checkOptions('set', setting, settingFields)
    const frame = isFree(setting) ? noFrame : frameOf(setting)
    checkFrame(frame)
    const { fit } = setting
    const sizes = fit && checkedFit(fit)
    const { style, values = noValues, ellipsis } = setting
    const known = isStated(markup, setting) ? words.read(markup, style, values) : undefined
    const layout = known && laidOutByNumbers(known, setting, frame, sizes)
    if (layout) return layout
    const text = resolved(markup, setting)
    const read = known || ellipsis !== undefined ? undefined : words.ofResolved(text, text.base)
    const found = read && laidOutByNumbers(read, setting, frame, sizes)
    if (found) return found
    return sizes
      ? fittedGenerally(text, frame, sizes)
      : laidOut(shaped(text), frame, text.base, text)
  }

  function laidOutByNumbers(
    text: WordText,
    setting: SetOptions<S, I, Z>,
    frame: Frame,
    sizes: SetOptions['fit'],
  ): Layout | undefined {
    if (!sizes) return measuredLayout(text, frame)
    const { size } = text.own.style
    // Sizes are those of the whole text, of which a paragraph may be in a span.
    if (size !== asRead(baseOf(setting).style).size) return undefined
    return fittedLayout(text, frame, { min: sizes.min / size, max: sizes.max / size })
  }

  function fittedGenerally(
    text: Resolved & { readonly base: Style },
    frame: Frame,
    { min, max }: NonNullable<SetOptions['fit']>,
  ): Layout {
    const { base } = text
    const { size } = asRead(base)
    const within = { ...frame, maxLines: frame.maxLines ?? base.maxLines }
    const texts = shaped(text)
    const ratio = fittedRatio(texts, within, { min: min / size, max: max / size }, tools)
    return laidOut(scaledTexts(texts, ratio, tools), frame, base, text, size * ratio)
  }

  const typesetter = {
    set: (markup: string | RichText, setting: SetOptions<S, I, Z> = noSetting) =>
      set(markup, setting),
    shape: (markup: string | RichText, setting: SetOptions<S, I, Z> = noSetting) =>
      prepared(markup, setting),
    scaleLength(length: number, bounds: Parameters<Typesetter['scaleLength']>[1] = {}) {
      checkArgument('scaleLength', 'length', length, aNumber)
      checkOptions('scaleLength', bounds, { min: aNumber, max: aNumber })
      const { min = -Infinity, max = Infinity } = bounds
      const { size } = sheet.base
      const ratio = scaledSize(size, reader) / size
      return Math.min(max, Math.max(min, length * ratio))
    },
  }
  const setGenerally = (markup: string | RichText, setting: SetOptions<S, I, Z>) => {
    const frame = frameOf(setting)
    const text = resolved(markup, setting)
    if (setting.fit) return fittedGenerally(text, frame, checkedFit(setting.fit))
    return laidOut(shaped(text), frame, text.base, text)
  }
  keepStyled(typesetter, { resolve: resolved, setGenerally }, tools)
  return typesetter
}

function checkedFit(fit: NonNullable<SetOptions['fit']>) {
  checkOptions('fit', fit, { min: anything, max: anything })
  const { min, max } = fit
  if (!(Number.isFinite(min) && Number.isFinite(max) && min > 0 && max >= min)) {
    const given = `min ${described(min)} and max ${described(max)}`
    fail('bad-fit', `fit needs a min above 0 and a max not below it, not ${given}`)
  }
  return fit
}

/** Whether a call asks for a text in a style as the sheet states it: an empty list changes nothing. */
const isStated = (
  markup: unknown,
  { overrides, ellipsis }: { readonly overrides?: object; readonly ellipsis?: unknown },
) =>
  ellipsis === undefined &&
  (overrides === undefined || isEmpty(overrides)) &&
  (typeof markup === 'string' || isRich(markup))

const plainlyResolved = ({ text }: PlainText): Resolved => ({
  paragraphs: [],
  problems: none,
  sourceMap: sourceMapOf(text.length),
})

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
