import type { InlineBox } from '../markup/index.ts'
import type { Isolate, StyledParagraph, StyledRun } from '../shaping/index.ts'
import type { Style } from '../sheet/index.ts'
import { cased } from './letter-case.ts'
import type { LetterForms } from './letter-forms.ts'

/** What holds at a point of the tree, before reader settings; and what it stands in. */
export interface Around {
  readonly style: Style
  /** Names of the styles that hold, the outermost first. */
  readonly names?: readonly string[] | undefined
  readonly link?: string
  readonly action?: string
  readonly outer?: Around
  /** How many spans it is inside of. */
  readonly depth: number
}

const paragraphEnd = /\r\n|\r|\n|\u2029/

/** A run that what follows may still lengthen. */
type OpenRun = Omit<StyledRun, 'end'> & { end: number }

/** A style as the reader gets it; the same each time for the same style. */
export type AsRead = (style: Style) => Style

/** Collects text into paragraphs; neighbours of one style become one run. */
export interface ParagraphWriter {
  /** Tells of every span that opens, also of one without text of its own. */
  enter(around: Around): void
  add(text: string, around: Around): void
  /** Text of a value, which keeps its own direction among its surroundings. */
  addValue(text: string, around: Around): void
  addBox(box: InlineBox, around: Around): void
  end(): readonly StyledParagraph[]
}

/**
 * A paragraph's own style, whose alignment, indents and spaces it has and whose size an empty
 * line is high, is that of the innermost span that holds all of it.
 */
export function paragraphWriter(asRead: AsRead, base: Around, forms: LetterForms): ParagraphWriter {
  const paragraphs: StyledParagraph[] = []
  let text = ''
  let runs: OpenRun[] = []
  let isolates: Isolate[] = []
  let offset = 0
  let holder: Around | undefined
  /** How lines run is one thing for all of a text. */
  const whole = asRead(base.style)
  let items = 0

  function endParagraph(around: Around) {
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

  function addPiece(piece: string, around: Around) {
    const { style } = around
    if (style.position === 'normal' && style.letterCase !== 'small-caps') {
      return addFormed(piece, style, around)
    }
    for (const formed of forms(piece, style)) addFormed(formed.text, formed.style, around)
  }

  function addFormed(piece: string, style: Style, around: Around) {
    const { names, link, action } = around
    const start = text.length
    text += cased(piece, style, text)
    const own = asRead(style)
    const before = runs.at(-1)
    const goesOn = before && !before.box && before.style === own
    if (goesOn && before.link === link && before.action === action) {
      before.end = text.length
      return
    }
    const plain = { start, end: text.length, style: own, names }
    const isPlain = link === undefined && action === undefined
    runs.push(isPlain ? plain : { ...plain, ...linked(around) })
  }

  let last = base
  /** The spans that are open, by depth; what lies deeper than the innermost is of the past. */
  const open: Around[] = [base]

  /** The innermost span that holds both what `known` holds and text that stands in `around` now. */
  function commonHolder(known: Around, around: Around): Around {
    let common = known
    while (common.outer && (common.depth > around.depth || open[common.depth] !== common)) {
      common = common.outer
    }
    return common
  }

  function addLine(piece: string, around: Around, isolated: boolean) {
    last = around
    if (piece === '') return
    holder = holder ? commonHolder(holder, around) : around
    const start = text.length
    addPiece(piece, around)
    if (isolated) isolates.push({ start, end: text.length })
  }

  function add(added: string, around: Around, isolated: boolean) {
    if (!paragraphEnd.test(added)) return addLine(added, around, isolated)
    for (const [i, piece] of added.split(paragraphEnd).entries()) {
      if (i > 0) endParagraph(last)
      addLine(piece, around, isolated)
    }
  }

  return {
    enter(around) {
      open[around.depth] = around
    },
    add: (added, around) => add(added, around, false),
    addValue(added, around) {
      open[around.depth] = around
      add(added, around, true)
    },
    addBox(box, around) {
      last = around
      holder = holder ? commonHolder(holder, around) : around
      const start = text.length
      text += objectReplacement
      const style = asRead(around.style)
      const grown = style.size / around.style.size
      const { names } = around
      runs.push({
        start,
        end: text.length,
        style,
        names,
        box: scaledBox(box, grown),
        ...linked(around),
      })
    },
    end() {
      endParagraph(last)
      return paragraphs
    },
  }
}

/** Whether a paragraph goes on with the list that the one before it is of. */
function isSameMarker({ marker }: Style, before: Style | undefined): boolean {
  if (marker === 'none' || !before || before.marker === 'none') return false
  return marker.text === before.marker.text
}

/** U+FFFC stands in the text for a box. */
const objectReplacement = '\ufffc'

/** A box grows as the text it stands in does. */
function scaledBox(box: InlineBox, ratio: number): InlineBox {
  if (ratio === 1) return box
  const { width, height, baseline } = box
  return { ...box, width: width * ratio, height: height * ratio, baseline: baseline * ratio }
}

function linked({ link, action }: Around) {
  return { ...(link !== undefined && { link }), ...(action !== undefined && { action }) }
}
