import {
  type Frame,
  type Layout,
  type LayoutTools,
  type PlainRun,
  type PlainStyle,
  type PlainText,
  plainLayout,
  plainRunsLayout,
  plainStyle,
  plainText,
  type SourcePiece,
} from '../layout/index.ts'
import { nextMark, type Values } from '../markup/index.ts'
import { keptByStyle, keptOnShelf } from '../shaping/index.ts'
import type { Sheet, Style } from '../sheet/index.ts'
import { flatInks } from './not-drawn.ts'
import type { AsRead } from './paragraph-writer.ts'
import { type SimplePiece, simplePieces } from './simple-markup.ts'
import { withName } from './span-style.ts'
import type { StyleBook } from './style-book.ts'

/** Sets texts whose words tell all there is to them; undefined where they may not. */
export interface PlainSetter {
  set(markup: string, style: string | undefined, values: Values, frame: Frame): Layout | undefined
  /** Makes a text without marks and values ready to be wrapped. */
  shape(markup: string, style: string | undefined): PlainText | undefined
}

/** What it sets by. */
interface PlainSetting {
  readonly sheet: Sheet
  readonly book: StyleBook
  readonly tools: LayoutTools
  readonly asRead: AsRead
  /** Whether there is something to tell of every text. */
  readonly hasNotes: boolean
}

/** A style of the sheet, and those of spans in it; none where a text in it is more than plain. */
interface Known {
  readonly own: PlainStyle | undefined
  readonly style: Style
  readonly names: readonly string[]
  readonly spans: Map<string, PlainStyle | undefined>
}

/** Most labels are a short text in one style, of words that were seen before. */
export function plainSetter({ sheet, book, tools, asRead, hasNotes }: PlainSetting): PlainSetter {
  const { shelf } = tools
  /** All typesetters on a shelf share what is known of a style. */
  const keptStyles = keptOnShelf(shelf, 'plain styles', () => ({
    of: keptByStyle(shelf, () => new Map<string, PlainStyle | undefined>()),
  }))
  let known = new Map<string | undefined, Known>()
  let { revision } = shelf

  function plainOf(style: Style, names: readonly string[]): PlainStyle | undefined {
    // Letters that are raised or small may be others, of the font: that is found out by the text.
    if (style.variantPosition !== 'normal' || style.caps !== 'normal') return undefined
    const read = asRead(style)
    if (hasNotes || flatInks(read).length > 0) return undefined
    const byNames = keptStyles.of(read)
    const key = names.join('\n')
    if (!byNames.has(key)) byNames.set(key, plainStyle(read, names, tools))
    return byNames.get(key)
  }

  function styleNamed(name: string | undefined): Known {
    if (revision !== shelf.revision) {
      known = new Map()
      revision = shelf.revision
    }
    let found = known.get(name)
    if (!found) {
      const style = name === undefined ? sheet.base : sheet.style(name)
      const names = [name ?? 'defaults']
      found = { own: plainOf(style, names), style, names, spans: new Map() }
      known.set(name, found)
    }
    return found
  }

  function spanStyle({ style, names, spans }: Known, name: string): PlainStyle | undefined {
    if (spans.has(name)) return spans.get(name)
    const inner = book.within(style, name)
    const own = inner && plainOf(inner, withName(names, name))
    spans.set(name, own)
    return own
  }

  /** The runs of pieces: neighbours of one style are one. */
  function runsOf(pieces: readonly SimplePiece[], base: Known): PlainRun[] | undefined {
    const runs: { start: number; end: number; own: PlainStyle }[] = []
    let start = 0
    for (const { text, span } of pieces) {
      const own = span === undefined ? base.own : spanStyle(base, span)
      if (!own) return undefined
      const end = start + text.length
      const last = runs.at(-1)
      if (last?.own.style === own.style) last.end = end
      else runs.push({ start, end, own })
      start = end
    }
    return runs
  }

  function set(
    markup: string,
    name: string | undefined,
    values: Values,
    frame: Frame,
  ): Layout | undefined {
    const base = styleNamed(name)
    if (!base.own) return undefined
    if (isText(markup)) {
      return isEmpty(values) ? plainLayout(markup, base.own, frame) : undefined
    }
    const pieces = simplePieces(markup, values)
    const runs = pieces && runsOf(pieces, base)
    if (!pieces || !runs) return undefined
    const sourceMap: SourcePiece[] = []
    let text = ''
    for (const piece of pieces) {
      const start = text.length
      text += piece.text
      const { start: from, end: to } = piece
      sourceMap.push({ start, end: text.length, source: { start: from, end: to } })
    }
    return plainRunsLayout(text, base.own, runs, sourceMap, frame)
  }

  return {
    set,
    shape(markup, name) {
      const { own } = styleNamed(name)
      return own && isText(markup) ? plainText(markup, own) : undefined
    },
  }
}

/** Whether markup is text and nothing else. */
const isText = (markup: string) => nextMark(markup, 0) === markup.length

function isEmpty(values: Values): boolean {
  for (const _ in values) return false
  return true
}
