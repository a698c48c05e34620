import type { Shelf } from '../fonts/index.ts'
import {
  checkFrame,
  type Frame,
  type Hyphenation,
  type Layout,
  layOut,
  layoutTools,
} from '../layout/index.ts'
import { parseMarkup, type RichText, type Values } from '../markup/index.ts'
import { DotLineError, fail, type Problem, warningProblem } from '../problem/index.ts'
import { shapeParagraph } from '../shaping/index.ts'
import { type ReaderSettings, type Sheet, scaledSize } from '../sheet/index.ts'
import type { CheckedMarkup, SettingFor } from './checked-markup.ts'
import { notDrawn } from './not-drawn.ts'
import { resolve } from './resolve.ts'

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
  /**
   * A length as body text scales for this reader: a padding, an icon, an image. In units, kept
   * within `least` and `most` where they are given.
   */
  scaled(length: number, bounds?: { readonly least?: number; readonly most?: number }): number
}

/** Holds a sheet, a shelf and reader settings, and sets text. */
export function typesetter<S extends string, I extends string, Z extends string>(
  options: TypesetterOptions<S, I, Z>,
): Typesetter<S> {
  const { shelf, reader = {}, hyphenation, problems: mode = 'throw' } = options
  const { sheet, notes } = sheetForReader(options.sheet, checkedReader(reader))
  const tools = layoutTools(shelf, hyphenation)
  return {
    set(markup: string | RichText, setting: Setting<S> = {}) {
      const { style, values = {}, source: named, ...frame } = setting
      const source = named ?? (typeof markup === 'string' ? undefined : markup.name) ?? 'markup'
      checkFrame(frame)
      const base = style === undefined ? sheet.base : sheet.style(style)
      const { rich, problems: mistakes } =
        typeof markup === 'string' ? parseMarkup(markup, source) : { rich: markup, problems: [] }
      const resolved = resolve(rich, base, sheet, values, reader, source)
      const found = [
        ...notes,
        ...mistakes,
        ...resolved.problems,
        ...notDrawn(resolved.paragraphs, hyphenation),
      ]
      throwErrors(found, mode)
      const layout = layOut(
        resolved.paragraphs.map(paragraph => shapeParagraph(paragraph, tools)),
        { ...frame, lines: frame.lines ?? base.lines },
        tools,
      )
      throwErrors(layout.problems, mode)
      return { ...layout, problems: [...found, ...layout.problems] }
    },
    scaled(length, { least = -Infinity, most = Infinity } = {}) {
      const { size } = sheet.base
      const ratio = scaledSize(size, reader) / size
      return Math.min(most, Math.max(least, length * ratio))
    },
  }
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

function throwErrors(problems: readonly Problem[], mode: 'throw' | 'collect') {
  const first = problems.find(problem => problem.severity === 'error')
  if (first && mode === 'throw') throw new DotLineError(first, problems)
}
