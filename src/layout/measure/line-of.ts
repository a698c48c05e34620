import type { ShapedGlyphs } from '../../fonts/index.ts'
import {
  concatenatedGlyphs,
  reversed,
  shapedUpright,
  sliceGlyphs,
  spaced,
  unitScale,
} from '../../shaping/index.ts'
import type { GlyphRun } from '../layout.ts'
import { contentOf, giveRoom } from './backing-room.ts'
import { contentEnd } from './content-end.ts'
import { hyphenText } from './hyphen-text.ts'
import { indexAt } from './index-at.ts'
import { advanceOf, arranged, lineRuns, trackingBehind, widthOf } from './line-runs.ts'
import { type Breakable, indentOf } from './stops.ts'
import { tabulate } from './tabs.ts'

/** A line before it is placed: offsets are of its paragraph, runs start at x = 0. */
export interface BrokenLine {
  readonly start: number
  readonly end: number
  /** Where the spaces that hang at its end start. */
  readonly contentEnd: number
  readonly runs: readonly GlyphRun[]
  readonly width: number
  /** It ends inside a word that is wider than its room. */
  readonly breaksWord?: true
  /** Offsets, in the whole text, of tabs behind text that reaches beyond their stop. */
  readonly unreachedTabs?: readonly number[]
}

const lineSeparator = 0x2028

/** A line whose width is known by numbers; its glyphs are found when somebody reads them. */
class LineByNumbers implements BrokenLine {
  readonly start: number
  readonly end: number
  readonly contentEnd: number
  readonly width: number
  readonly #text: Breakable
  #runs: readonly GlyphRun[] | undefined

  constructor(text: Breakable, start: number, end: number, width: number) {
    this.#text = text
    this.start = start
    this.end = end
    this.contentEnd = contentEnd(text.paragraph.text, start, end)
    this.width = width
  }

  get runs(): readonly GlyphRun[] {
    this.#runs ??= lineOf(this.#text, this.start, this.end).runs
    return this.#runs
  }
}

export function lineByNumbers(
  text: Breakable,
  start: number,
  end: number,
  width: number,
): BrokenLine {
  return new LineByNumbers(text, start, end, width)
}

/** A line of given ends, its glyphs as they stand on it; with a hyphen where a word goes on. */
export function lineOf(
  text: Breakable,
  start: number,
  end: number,
  isHyphenated = false,
): BrokenLine {
  const { paragraph, tools } = text
  const inner = contentEnd(paragraph.text, start, end)
  const content = lineRuns(paragraph, start, inner, tools.shape)
  if (isHyphenated) hyphenate(text, content, inner)
  if (text.stretches) giveRoom(content, text.stretches, contentOf(paragraph, start, inner))
  const unreachedTabs = text.hasTabs ? tabulate(text, content, indentOf(text, start === 0)) : []
  const width = content.length > 0 ? widthOf(content) - trackingBehind(paragraph, inner) : 0
  const shown = paragraph.text.charCodeAt(end - 1) === lineSeparator ? end - 1 : end
  const hanging = inner < shown ? lineRuns(paragraph, inner, shown, tools.shape) : []
  const runs = arranged(content, hanging, paragraph.level)
  const line = { start, end, contentEnd: inner, runs, width }
  return unreachedTabs.length > 0 ? { ...line, unreachedTabs } : line
}

/**
 * A hyphen as a run of its own behind the last one. It is shaped together with its word, so that the
 * letter before it stands as the face wants it to; a face that joins the two has it set apart.
 */
function hyphenate({ paragraph, tools }: Breakable, runs: GlyphRun[], end: number) {
  const last = runs.at(-1)
  const { glyphRuns } = paragraph
  const glyphRun = glyphRuns[indexAt(glyphRuns, end - 1)]
  if (!last || !glyphRun || glyphRun.box) return
  const { face, segment, size, spacing, upright } = glyphRun
  const shape = (text: string) =>
    upright
      ? shapedUpright(text, glyphRun, tools.shape)
      : spaced(tools.shape(face, text, segment), text, spacing, face)
  const hyphen = hyphenText(glyphRun)
  const isLeftward = segment.direction === 'rtl' && !upright
  const inOrder = (glyphs: ShapedGlyphs) => (isLeftward ? reversed(glyphs) : glyphs)
  const wordStart = last.text.lastIndexOf(' ') + 1
  const word = last.text.slice(wordStart)
  const shaped = inOrder(shape(word + hyphen))
  const split = shaped.clusters.indexOf(word.length)
  const mark =
    split < 0
      ? inOrder(shape(hyphen))
      : sliceGlyphs(shaped, split, shaped.glyphs.length, word.length)
  if (split >= 0) {
    const kept = inOrder(last.glyphs)
    const before = kept.clusters.findIndex(cluster => cluster >= wordStart)
    const count = before < 0 ? kept.glyphs.length : before
    const pieces = [
      { start: 0, shaped: kept, count },
      { start: wordStart, shaped, count: split },
    ]
    const glyphs = concatenatedGlyphs(pieces, count + split)
    const width = advanceOf(glyphs) * unitScale(face, size)
    runs[runs.length - 1] = { ...last, width, glyphs: inOrder(glyphs) }
  }
  runs.push({
    ...last,
    kind: 'hyphen',
    start: last.end,
    end: last.end,
    text: hyphen,
    width: advanceOf(mark) * unitScale(face, size),
    glyphs: inOrder(mark),
  })
}
