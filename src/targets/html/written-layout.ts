import { aroundText, asDrawing, bareLetters, type Drawing, faceOf } from '../../drawing/index.ts'
import type { GlyphRun, Layout } from '../../layout/index.ts'
import { lineContent, lineStart, outsideBox } from './line-element.ts'
import { linkParts } from './link-parts.ts'
import type { Rules } from './rules.ts'
import { bareRuns } from './run-element.ts'

/** A layout as lines of real text, and what is painted around their letters. */
interface WrittenLayout {
  /** The content of a line, by its index. */
  content(line: number): string
  /** The distance of a line from the edge of its block, in units; negative to the left of it. */
  start(line: number): number
  readonly below: Drawing | undefined
  readonly above: Drawing | undefined
}

/** The written layout; if it is visually hidden, its text is still selected, found and read out. */
export function writtenLayout(layout: Layout, rules: Rules, unseen = false): WrittenLayout {
  const { lines, text } = layout
  const bare = unseen ? undefined : bareLetters(layout)
  const isInLine = !bare?.style.baselineShift || lines.every(line => outsideBox(line) === 0)
  const written = bare && isInLine ? bareRuns(bare, rules) : undefined
  if (written) {
    return {
      content(line) {
        const { start, end } = lines[line]
        return end > start ? written(text.slice(start, end)) : ''
      },
      start: line => lines[line].x,
      below: undefined,
      above: undefined,
    }
  }
  const around = unseen
    ? { isPainted: () => true, below: asDrawing(layout), above: undefined }
    : aroundText(layout, isText)
  const partOf = linkParts(layout)
  return {
    content: line => lineContent(layout, line, around, rules, partOf),
    start: line => lineStart(lines[line]),
    below: around.below,
    above: around.above,
  }
}

/** Whether a page shows a run's letters as they are: of its face's bytes, and in it. */
function isText(run: GlyphRun): boolean {
  const isWhole = run.isOfPlatform === true || !run.glyphs.glyphs.includes(0)
  return faceOf(run).synthesized.length === 0 && isWhole
}
