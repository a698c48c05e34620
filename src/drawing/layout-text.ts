import { checkLayout, type Layout } from '../layout/index.ts'
import { aNumber, checkArguments } from '../problem/index.ts'
import { singleSpaced } from './single-spaces.ts'

/**
 * The text of a layout as it is shown, in the order of the text: inline boxes by their labels,
 * lines joined, and hyphenated words whole.
 */
export function layoutText({ lines }: Layout): string {
  let text = ''
  for (const { runs } of lines) {
    const inOrder = runs.length === 1 ? runs : runs.toSorted((a, b) => a.start - b.start)
    let isDivided = false
    for (const run of inOrder) {
      if (run.kind === 'hyphen') isDivided = true
      else text += run.box ? run.box.label : run.text
    }
    if (!isDivided) text += ' '
  }
  return singleSpaced(text.replace(/[\u00ad\u2028]/g, ''))
}

/**
 * The text to copy for a stretch: as it was given, with its own line ends, and labels for inline
 * boxes. Soft hyphens are removed.
 */
export function rangeText(layout: Layout, start: number, end: number): string {
  checkLayout('rangeText', layout)
  checkArguments('rangeText', ['start', start, aNumber], ['end', end, aNumber])
  const { text, lines } = layout
  const objects = new Map<number, string>()
  for (const { runs } of lines) {
    for (const run of runs) if (run.box) objects.set(run.start, run.box.label)
  }
  const [from, to] = [Math.max(0, Math.min(start, end)), Math.max(start, end)]
  let copied = text.slice(from, to)
  if (objects.size > 0) {
    copied = copied.replace(/\ufffc/g, (mark, at: number) => objects.get(from + at) ?? mark)
  }
  return copied.replace(/\u00ad/g, '').replace(/\u2028/g, '\n')
}
