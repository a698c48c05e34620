import { type Isolate, itemized, type ShapingItem } from '../../shaping/index.ts'
import { hasHangingLetters } from './hanging-letters.ts'
import { scriptOfPlain, scriptRuns } from './plain-script.ts'
import { type PlainRun, styledParagraph } from './plain-shaping.ts'
import type { PlainStyle } from './plain-style.ts'

/** Runs divided where their script changes, where it does. */
export function dividedByScript(text: string, runs: readonly PlainRun[]): readonly PlainRun[] {
  const stretches = scriptRuns(text)
  return stretches.length === 0 ? runs : divided(runs, stretches)
}

/** Runs with each tab as one of its own. */
export function dividedAtTabs(text: string, runs: readonly PlainRun[]): readonly PlainRun[] {
  const parts: PlainRun[] = []
  for (const { start: first, end: last, own, script, item, link, action } of runs) {
    for (let start = first; start < last; ) {
      const isTab = text.charCodeAt(start) === tab
      let end = start + 1
      while (!isTab && end < last && text.charCodeAt(end) !== tab) end++
      parts.push({ start, end, own, script, item, isTab, link, action })
      start = end
    }
  }
  return parts
}

const tab = 0x09

/** Runs divided where stretches end, each with what is reported its stretch. */
function divided(
  runs: readonly PlainRun[],
  stretches: readonly {
    readonly end: number
    readonly script?: number
    readonly item?: ShapingItem
  }[],
): readonly PlainRun[] {
  const parts: PlainRun[] = []
  let next = 0
  for (const { start: first, end: last, own, box, link, action } of runs) {
    for (let start = first; start < last; ) {
      while (stretches[next].end <= start) next++
      const { script, item } = stretches[next]
      const end = Math.min(last, stretches[next].end)
      // Written out: copies by spreading take longer than all else of it.
      parts.push({ start, end, own, script, item, box, link, action })
      start = end
    }
  }
  return parts
}

/** Longer texts are rarely labels: all of their lines are read. */
const mostDivided = 1024

/** A text divided as all others are: runs of one face, script and direction each. */
interface DividedText {
  readonly runs: readonly PlainRun[]
  /** The level of the paragraph: 1 if it runs from right to left. */
  readonly level: number
}

/**
 * Whether a text that words could not describe may still be divided by its letters: it has others than those
 * of plain texts, or runs the other way.
 */
export function isBeyondPlain(text: string, own: PlainStyle, runs: readonly PlainRun[]): boolean {
  if (text.length > mostDivided || isDivided(text)) return false
  if (!own.isOfWords || scriptOfPlain(text) === 0 || hasHangingLetters(text)) return true
  return runs.some(run => !run.own.isOfWords || lacksGlyph(text, run))
}

/** Whether there are tabs in a text, or ends of lines or paragraphs. */
function isDivided(text: string): boolean {
  for (let i = 0; i < text.length; i++) {
    const unit = text.charCodeAt(i)
    if (unit < 0x20 || unit === 0x85 || unit === 0x2028 || unit === 0x2029) return true
  }
  return false
}

function lacksGlyph(text: string, { start, end, own: { face } }: PlainRun): boolean {
  for (let i = start; i < end; i++) if (face.glyphOf(text.charCodeAt(i)) === 0) return true
  return false
}

/** Undefined where there is something to tell of its faces. */
export function dividedByItems(
  text: string,
  own: PlainStyle,
  runs: readonly PlainRun[],
  isolates: readonly Isolate[],
): DividedText | undefined {
  const paragraph = { ...styledParagraph(text, 0, runs, own), isolates }
  const { items, level, problems } = itemized(paragraph, own.tools)
  if (problems.length > 0) return undefined
  return {
    runs: divided(
      runs,
      items.map(item => ({ end: item.end, item })),
    ),
    level,
  }
}
