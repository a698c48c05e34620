import { reversed, shapedUpright, unitScale } from '../shaping/index.ts'
import type { GlyphRun } from './layout.ts'
import { advanceOf, arranged, lineRuns, trackingBehind, widthOf } from './line-runs.ts'
import { type Breakable, contentEnd, hyphenText, indentOf } from './stops.ts'
import { tabulate } from './tabs.ts'

/** A line before it is placed: offsets are of its paragraph, runs start at x = 0. */
export interface BrokenLine {
  readonly start: number
  readonly end: number
  /** Where the spaces that hang at its end start. */
  readonly contentEnd: number
  readonly runs: readonly GlyphRun[]
  readonly width: number
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
  if (text.hasTabs) tabulate(text, content, indentOf(text, start === 0))
  const width = widthOf(content) - trackingBehind(paragraph, inner)
  const shown = paragraph.text.charCodeAt(end - 1) === lineSeparator ? end - 1 : end
  const hanging = inner < shown ? lineRuns(paragraph, inner, shown, tools.shape) : []
  const runs = arranged(content, hanging, paragraph.level)
  return { start, end, contentEnd: inner, runs, width }
}

/**
 * The last run of a line with a hyphen behind it, shaped together with its last word. The hyphen is
 * of no character: it is in no text that is copied.
 */
function hyphenate({ paragraph, tools }: Breakable, runs: GlyphRun[], end: number) {
  const last = runs.at(-1)
  const glyphRun = paragraph.glyphRuns.find(run => run.start < end && run.end >= end)
  if (!last || !glyphRun || glyphRun.object) return
  const { face, segment, size } = glyphRun
  const wordStart = last.text.lastIndexOf(' ') + 1
  const word = last.text.slice(wordStart) + hyphenText(glyphRun)
  const { upright } = glyphRun
  const shaped = upright
    ? shapedUpright(word, glyphRun, tools.shape)
    : tools.shape(face, word, segment)
  const isLeftward = segment.direction === 'rtl' && !upright
  const kept = isLeftward ? reversed(last.glyphs) : last.glyphs
  const before = kept.clusters.findIndex(cluster => cluster >= wordStart)
  const tail = isLeftward ? reversed(shaped) : shaped
  const count = before < 0 ? kept.glyphs.length : before
  const glyphs = {
    glyphs: Uint32Array.of(...kept.glyphs.subarray(0, count), ...tail.glyphs),
    advances: Int32Array.of(...kept.advances.subarray(0, count), ...tail.advances),
    offsetsX: Int32Array.of(...kept.offsetsX.subarray(0, count), ...tail.offsetsX),
    offsetsY: Int32Array.of(...kept.offsetsY.subarray(0, count), ...tail.offsetsY),
    clusters: Uint32Array.of(
      ...kept.clusters.subarray(0, count),
      ...tail.clusters.map(cluster => cluster + wordStart),
    ),
    unsafe: Uint8Array.of(...kept.unsafe.subarray(0, count), ...tail.unsafe),
  }
  runs[runs.length - 1] = {
    ...last,
    width: advanceOf(glyphs) * unitScale(face, size),
    glyphs: isLeftward ? reversed(glyphs) : glyphs,
    isHyphenated: true,
  }
}
