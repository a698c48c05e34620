import type { StyledParagraph, StyledRun } from '../shaping/index.ts'
import { type ReaderSettings, readerStyle, type Style } from '../sheet/index.ts'
import { cased } from './letter-case.ts'

/** What holds at a point of the tree, before reader settings; and what it stands in. */
export interface Around {
  readonly style: Style
  readonly link?: string
  readonly action?: string
  readonly outer?: Around
  /** How many spans it is inside of. */
  readonly depth: number
}

const paragraphEnd = /\r\n|\r|\n|\u2029/

/** Collects text into paragraphs; neighbours of one style become one run. */
export interface ParagraphWriter {
  /** Tells of every span that opens, also of one without text of its own. */
  enter(around: Around): void
  add(text: string, around: Around): void
  end(): readonly StyledParagraph[]
}

/**
 * A paragraph's own style, whose alignment, indents and spaces it has and whose size an empty
 * line is high, is that of the innermost span that holds all of it.
 */
export function paragraphWriter(reader: ReaderSettings, base: Around): ParagraphWriter {
  const readers = new Map<Style, Style>()
  const paragraphs: StyledParagraph[] = []
  let text = ''
  let runs: StyledRun[] = []
  let offset = 0
  let holder: Around | undefined

  function asRead(style: Style): Style {
    let known = readers.get(style)
    if (!known) {
      known = readerStyle(style, reader)
      readers.set(style, known)
    }
    return known
  }

  function endParagraph(around: Around) {
    paragraphs.push({ text, runs, offset, style: asRead((holder ?? around).style) })
    offset += text.length + 1
    text = ''
    runs = []
    holder = undefined
  }

  function addPiece(piece: string, { style, link, action }: Around) {
    const start = text.length
    text += cased(piece, style, text)
    const run = {
      start,
      end: text.length,
      style: asRead(style),
      ...(link !== undefined && { link }),
      ...(action !== undefined && { action }),
    }
    const before = runs.at(-1)
    if (before && before.style === run.style && before.link === link && before.action === action) {
      runs[runs.length - 1] = { ...before, end: run.end }
    } else {
      runs.push(run)
    }
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

  return {
    enter(around) {
      open[around.depth] = around
    },
    add(added, around) {
      for (const [i, piece] of added.split(paragraphEnd).entries()) {
        if (i > 0) endParagraph(last)
        last = around
        if (piece === '') continue
        holder = holder ? commonHolder(holder, around) : around
        addPiece(piece, around)
      }
    },
    end() {
      endParagraph(last)
      return paragraphs
    },
  }
}
