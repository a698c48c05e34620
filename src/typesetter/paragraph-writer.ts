import { type SourcePiece, scaledObject } from '../layout/index.ts'
import type { InlineBoxItem } from '../markup/index.ts'
import type { TextRange } from '../problem/index.ts'
import type { Isolate, StyledParagraph, StyledRun } from '../shaping/index.ts'
import type { Style } from '../sheet/index.ts'
import type { LetterForms } from './letter-forms.ts'
import { transformed } from './text-transform.ts'

/** The state at a point of the tree, before reader settings. */
export interface InheritedContext {
  readonly style: Style
  /** Names of the styles that hold, the outermost first. */
  readonly names?: readonly string[] | undefined
  readonly link?: string
  readonly action?: string
  readonly outer?: InheritedContext
  /** Number of spans around it. */
  readonly depth: number
}

const paragraphEnd = /\r\n|\r|\n|\u2029/

/** A run that what follows may still lengthen. */
type OpenRun = Omit<StyledRun, 'end'> & { end: number }

/** A style as the reader gets it; the same each time for the same style. */
export type AsRead = (style: Style) => Style

/** Collects text into paragraphs; neighbors of one style become one run. */
export interface ParagraphWriter {
  /** Tells of every span that opens, also of one without text of its own. */
  enter(around: InheritedContext): void
  /** `source` is where the text stands in the markup; nothing of text that stands elsewhere. */
  add(text: string, around: InheritedContext, source?: TextRange): void
  /** Text of a value, which keeps its own direction among its surroundings. */
  addValue(text: string, around: InheritedContext, source?: TextRange): void
  addObject(object: InlineBoxItem, around: InheritedContext, source?: TextRange): void
  end(): {
    readonly paragraphs: readonly StyledParagraph[]
    readonly sourceMap: readonly SourcePiece[]
  }
}

/**
 * A paragraph's own style, whose alignment, indents and spaces it has and whose size an empty
 * line is high, is that of the innermost span that holds all of it.
 */
export function paragraphWriter(
  asRead: AsRead,
  base: InheritedContext,
  forms: LetterForms,
): ParagraphWriter {
  const paragraphs: StyledParagraph[] = []
  let text = ''
  let runs: OpenRun[] = []
  let isolates: Isolate[] = []
  let offset = 0
  let holder: InheritedContext | undefined
  /** The writing mode, which is the same for all of a text. */
  const whole = asRead(base.style)
  let items = 0

  function endParagraph(around: InheritedContext) {
    const own = asRead((holder ?? around).style)
    const { writingMode } = whole
    const style = own.writingMode === writingMode ? own : { ...own, writingMode }
    items = isSameMarker(style, paragraphs.at(-1)?.style) ? items + 1 : 1
    paragraphs.push({ text, runs, isolates, offset, style, itemNumber: items })
    offset += text.length + 1
    text = ''
    runs = []
    isolates = []
    holder = undefined
  }

  function addPiece(piece: string, around: InheritedContext) {
    const { style } = around
    const shown = transformed(piece, style, text)
    if (style.variantPosition === 'normal' && style.caps === 'normal') {
      return addFormed(shown, style, around)
    }
    for (const formed of forms(shown, style)) addFormed(formed.text, formed.style, around)
  }

  function addFormed(piece: string, style: Style, around: InheritedContext) {
    const { names, link, action } = around
    const start = text.length
    text += piece
    const own = asRead(style)
    const before = runs.at(-1)
    const goesOn = before && !before.box && before.style === own
    if (goesOn && before.link === link && before.action === action) {
      before.end = text.length
      return
    }
    const plain = { start, end: text.length, style: own, styleNames: names }
    const isPlain = link === undefined && action === undefined
    runs.push(isPlain ? plain : { ...plain, ...linked(around) })
  }

  let last = base
  const spans = openSpans(base)

  function addLine(piece: string, around: InheritedContext, isolated: boolean) {
    last = around
    if (piece === '') return
    holder = spans.holding(holder, around)
    const start = text.length
    addPiece(piece, around)
    if (isolated) isolates.push({ start, end: text.length })
  }

  const sourceMap: SourcePiece[] = []

  /** Notes that what was written since an offset stands in a part of the markup. */
  function noteSource(start: number, source: TextRange | undefined) {
    const end = offset + text.length
    if (source && end > start) {
      sourceMap.push({ start, end, source: { start: source.start, end: source.end } })
    }
  }

  function write(
    added: string,
    around: InheritedContext,
    isolated: boolean,
    source: TextRange | undefined,
  ) {
    const start = offset + text.length
    const pieces = paragraphEnd.test(added) ? added.split(paragraphEnd) : undefined
    addLine(pieces ? pieces[0] : added, around, isolated)
    for (let i = 1; pieces && i < pieces.length; i++) {
      endParagraph(last)
      addLine(pieces[i], around, isolated)
    }
    noteSource(start, source)
  }

  return {
    enter: spans.enter,
    add: (added, around, source) => write(added, around, false, source),
    addValue(added, around, source) {
      spans.enter(around)
      write(added, around, true, source)
    },
    addObject(object, around, source) {
      last = around
      holder = spans.holding(holder, around)
      const start = text.length
      text += objectReplacement
      const style = asRead(around.style)
      const grown = style.size / around.style.size
      const { names: styleNames } = around
      runs.push({
        start,
        end: text.length,
        style,
        styleNames,
        box: scaledObject(object, grown),
        ...linked(around),
      })
      noteSource(offset + start, source)
    },
    end() {
      endParagraph(last)
      return { paragraphs, sourceMap }
    },
  }
}

/** The spans that are open, by depth; what lies deeper than the innermost is of the past. */
function openSpans(base: InheritedContext) {
  const open: InheritedContext[] = [base]
  return {
    enter(around: InheritedContext) {
      open[around.depth] = around
    },
    /** The innermost span that holds both what `known` holds and text that stands in `around` now. */
    holding(known: InheritedContext | undefined, around: InheritedContext): InheritedContext {
      if (!known) return around
      let common = known
      while (common.outer && (common.depth > around.depth || open[common.depth] !== common)) {
        common = common.outer
      }
      return common
    },
  }
}

/** Whether a paragraph goes on with the list that the one before it is of. */
function isSameMarker({ marker }: Style, before: Style | undefined): boolean {
  if (marker === 'none' || !before || before.marker === 'none') return false
  return marker.text === before.marker.text
}

/** U+FFFC stands in the text for an object. */
const objectReplacement = '\ufffc'

function linked({ link, action }: InheritedContext) {
  return { ...(link !== undefined && { link }), ...(action !== undefined && { action }) }
}
