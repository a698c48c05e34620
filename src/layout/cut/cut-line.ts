import { graphemes } from '../../unicode/index.ts'
import { longestLine } from '../break/fast-lines.ts'
import { contentOf, giveRoom, withoutRoom } from '../measure/backing-room.ts'
import { contentEnd } from '../measure/content-end.ts'
import { markText } from '../measure/ellipsis-mark.ts'
import { type InsertedRuns, insertedRuns } from '../measure/inserted-text.ts'
import { type BrokenLine, lineOf } from '../measure/line-of.ts'
import { arranged, widthOf } from '../measure/line-runs.ts'
import { firstStopBehind, stopKind } from '../measure/stop-rows.ts'
import type { Breakable } from '../measure/stops.ts'

/**
 * The last line that is allowed, with the mark of what is left out: as many graphemes, or words,
 * from `start` on as go into the width with the mark behind them. The mark has the style of the
 * text it ends; it may be all that is left.
 */
export function cutLine(text: Breakable, start: number, width: number): BrokenLine {
  const ends = cutPlaces(text, start, width)
  const marked = (end: number) => markedLine(text, start, end)
  return longestLine(text, start, ends, width, marked) ?? marked(start)
}

/**
 * Where a line that starts at an offset may be cut, counted from there: up to its forced end, and not
 * far beyond what goes into the width.
 */
function cutPlaces(text: Breakable, start: number, width: number): Uint32Array {
  const { paragraph } = text
  const { rows, widths, largestSize } = text.breaks()
  const { count, offsets, contents, kinds, ends } = rows
  const { ellipsis } = paragraph.style
  const isBetweenWords = typeof ellipsis !== 'string' && ellipsis.between === 'words'
  // The width of a tab is known only once the line is set.
  const most = text.hasTabs ? Infinity : widths[start] + width + largestSize
  const words: number[] = []
  let end = paragraph.text.length
  for (let i = firstStopBehind(rows, start); i < count; i++) {
    if (isBetweenWords && kinds[i] !== stopKind.hyphen) words.push(contents[i] - start)
    if (kinds[i] !== stopKind.mandatory && ends[i] <= most) continue
    end = offsets[i]
    break
  }
  return isBetweenWords ? Uint32Array.from(words) : graphemes(paragraph.text.slice(start, end))
}

/** The text from `start` to `end`, without the spaces at its end, and the mark. */
export function markedLine(text: Breakable, start: number, end: number): BrokenLine {
  const { paragraph } = text
  const inner = contentEnd(paragraph.text, start, end)
  const line = lineOf(text, start, inner)
  const mark = markAfter(text, line)
  if (!mark) return line
  const { stretches } = text
  const behind = mark.width - widthOf(mark.runs)
  const marked = [...line.runs.map(withoutRoom), ...mark.runs]
  if (stretches) giveRoom(marked, stretches, contentOf(paragraph, start, inner))
  const runs = arranged(marked, [], paragraph.level)
  // Tracking stands between the last letter and the mark, and none behind that.
  return { ...line, runs, width: widthOf(marked) + behind }
}

function markAfter({ paragraph, tools }: Breakable, line: BrokenLine): InsertedRuns | undefined {
  const style = line.runs.at(-1)?.style ?? paragraph.runs[0]?.style ?? paragraph.style
  const { ellipsis } = paragraph
  if (ellipsis) {
    if (ellipsis.text === '') return undefined
    const at = { offset: paragraph.offset + line.end, level: paragraph.level }
    return insertedRuns({ kind: 'ellipsis', style, ...ellipsis, ...at }, tools)
  }
  const text = markText(paragraph.style, tools.shapingStyle(style).faces[0])
  if (text === '') return undefined
  const { level } = paragraph
  const offset = paragraph.offset + line.end
  return insertedRuns({ kind: 'ellipsis', text, style, offset, level }, tools)
}
