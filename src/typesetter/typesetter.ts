import { keptWithFonts, someFonts } from '../fonts/index.ts'
import { aHyphenation, layoutTools } from '../layout/index.ts'
import type { RichText } from '../markup/index.ts'
import {
  aFunction,
  aNumber,
  anObject,
  checkArgument,
  checkArguments,
  checkOptions,
  type Fields,
  oneOf,
} from '../problem/index.ts'
import {
  aSheet,
  checkedReader,
  type ReaderSettings,
  readerStyle,
  type Style,
  scaledSize,
} from '../sheet/index.ts'
import { letterForms } from './letter-forms.ts'
import { prepareText } from './prepare-text.ts'
import { resolvedText, type TextReader } from './resolved-text.ts'
import { setText, setWithGlyphs } from './set-text.ts'
import { sheetForReader } from './sheet-for-reader.ts'
import { styleBook } from './style-book.ts'
import { keepStyled } from './styled-content.ts'
import type { SetOptions, Typesetter, TypesetterOptions } from './typesetter-interface.ts'
import { wordTexts } from './word-texts.ts'

const noSetting = {}
const noReader: ReaderSettings = {}

const typesetterFields: Fields<TypesetterOptions<string, string, string>> = {
  sheet: aSheet,
  fonts: someFonts,
  reader: anObject,
  hyphenation: aHyphenation,
  problems: oneOf('throw', 'collect'),
  platformAdvance: aFunction,
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
  const reader = options.reader ? checkedReader('typesetterFor', options.reader) : noReader
  const texts = textReader(options, reader)
  const setter = { ...texts, words: wordTexts(texts) }
  const typesetter = {
    set: (markup: string | RichText, setting: SetOptions<S, I, Z> = noSetting) =>
      setText(markup, setting, setter),
    shape: (markup: string | RichText, setting: SetOptions<S, I, Z> = noSetting) =>
      prepareText(markup, setting, setter),
    scaleLength(length: number, bounds: Parameters<Typesetter['scaleLength']>[1] = {}) {
      checkArgument('scaleLength', 'length', length, aNumber)
      checkOptions('scaleLength', bounds, { min: aNumber, max: aNumber })
      const { min = -Infinity, max = Infinity } = bounds
      const { size } = texts.sheet.base
      const ratio = scaledSize(size, reader) / size
      return Math.min(max, Math.max(min, length * ratio))
    },
  }
  const inside = {
    resolve: (markup: string | RichText, setting: SetOptions<S, I, Z>) =>
      resolvedText(markup, setting, setter),
    setGenerally: (markup: string | RichText, setting: SetOptions<S, I, Z>) =>
      setWithGlyphs(markup, setting, setter),
  }
  keepStyled(typesetter, inside, texts.tools)
  return typesetter
}

function textReader<S extends string, I extends string, Z extends string>(
  {
    sheet: given,
    fonts,
    hyphenation,
    problems: mode = 'throw',
    platformAdvance,
  }: TypesetterOptions<S, I, Z>,
  reader: ReaderSettings,
): TextReader {
  const { sheet, notes } = sheetForReader(given, reader)
  const read = new WeakMap<Style, Style>()
  return {
    sheet,
    notes,
    hyphenation,
    mode,
    book: styleBook(sheet),
    tools: layoutTools(fonts, hyphenation, platformAdvance),
    forms: keptWithFonts(fonts, 'letter forms', () => ({ of: letterForms(fonts) })).of,
    asRead(style) {
      const known = read.get(style) ?? readerStyle(style, reader)
      read.set(style, known)
      return known
    },
  }
}
