import type { Shelf } from '../fonts/index.ts'
import { checkFrame, type Frame, type Layout, layOut } from '../layout/index.ts'
import { parseMarkup, type RichText } from '../markup/index.ts'
import { DotLineError, fail, type Problem } from '../problem/index.ts'
import { cachedShape, shapeParagraph } from '../shaping/index.ts'
import { initialStyle, type ReaderSettings, type Sheet } from '../sheet/index.ts'
import { resolve, type Values } from './resolve.ts'

export interface TypesetterOptions<S extends string, I extends string> {
  readonly sheet: Sheet<S, I>
  readonly shelf: Shelf
  readonly reader?: ReaderSettings
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
  /** Sets markup, or rich text. Throws a `DotLineError` on wrong input unless problems are collected. */
  set(markup: string | RichText, setting?: Setting<S>): Layout
}

/** Holds a sheet, a shelf and reader settings, and sets text. */
export function typesetter<S extends string, I extends string>(
  options: TypesetterOptions<S, I>,
): Typesetter<S> {
  const { sheet, shelf, reader = {}, problems: mode = 'throw' } = options
  const { scale = 1 } = reader
  if (!(scale > 0 && scale < Infinity)) {
    fail('bad-reader', `the reader's scale is a number above 0, not ${scale}`)
  }
  const tools = { shelf, shape: cachedShape() }
  return {
    set(markup, setting = {}) {
      const { style, values = {}, source = 'markup', ...frame } = setting
      checkFrame(frame)
      const base = style === undefined ? initialStyle : sheet.style(style)
      const { rich, problems: mistakes } =
        typeof markup === 'string' ? parseMarkup(markup, source) : { rich: markup, problems: [] }
      const resolved = resolve(rich, base, sheet, values, reader, source)
      const found = [...mistakes, ...resolved.problems]
      throwErrors(found, mode)
      const layout = layOut(
        resolved.paragraphs.map(paragraph => shapeParagraph(paragraph, tools)),
        frame,
        tools,
      )
      throwErrors(layout.problems, mode)
      return { ...layout, problems: [...found, ...layout.problems] }
    },
  }
}

function throwErrors(problems: readonly Problem[], mode: 'throw' | 'collect') {
  const first = problems.find(problem => problem.severity === 'error')
  if (first && mode === 'throw') throw new DotLineError(first, problems)
}
