import type { Layout } from 'dot-line'
import { faceOf } from 'dot-line'
import { expect } from 'vitest'
import type { PdfRun } from './pdf.ts'

/** What every target must show alike: a baseline, and where its runs start. */
export interface ReadLine {
  readonly baseline: number
  readonly starts: readonly number[]
}

/** Runs that have ink, by baseline, in the order they were met. */
export function gatherLines(runs: readonly { x: number; y: number }[]): ReadLine[] {
  const lines = new Map<number, number[]>()
  for (const { x, y } of runs) {
    const key = [...lines.keys()].find(known => Math.abs(known - y) < 0.01) ?? y
    lines.set(key, [...(lines.get(key) ?? []), x])
  }
  return [...lines].map(([baseline, starts]) => ({ baseline, starts }))
}

/** How far the glyphs of a page are from where a layout has them, which is from left to right. */
export function largestGlyphDistance(page: readonly PdfRun[], layout: Layout): number {
  const read = page.flatMap(run => run.glyphs.map(({ x }) => ({ x, y: run.y })))
  const own = layout.lines.flatMap(line =>
    line.runs.flatMap(run => {
      const { glyphs, x, style } = run
      const scale = style.size / faceOf(run).metrics.unitsPerEm
      let pen = 0
      return Array.from(glyphs.glyphs, (_, i) => {
        const at = x + (pen + glyphs.offsetsX[i]) * scale
        pen += glyphs.advances[i]
        return { x: at, y: line.baseline }
      })
    }),
  )
  return largestDistance(gatherLines(read), gatherLines(own))
}

/** The lines of a layout itself; runs of spaces only paint nothing and are left out. */
export function layoutLines(layout: Layout): ReadLine[] {
  return gatherLines(
    layout.lines.flatMap(line =>
      line.runs.filter(run => run.text.trim() !== '').map(run => ({ x: run.x, y: line.baseline })),
    ),
  )
}

/** The largest distance between any two numbers that ought to be the same; Infinity where lines differ. */
export function largestDistance(a: readonly ReadLine[], b: readonly ReadLine[]): number {
  if (a.length !== b.length) return Infinity
  let largest = 0
  for (const [i, line] of a.entries()) {
    const other = b[i]
    if (line.starts.length !== other.starts.length) return Infinity
    largest = Math.max(largest, Math.abs(line.baseline - other.baseline))
    for (const [j, start] of line.starts.entries()) {
      largest = Math.max(largest, Math.abs(start - other.starts[j]))
    }
  }
  return largest
}

/** Every character of the text stands on exactly one line, in the runs of that line. */
export function expectWholeText(layout: Layout) {
  let at = 0
  for (const line of layout.lines) {
    // Paragraphs are separated by a newline, which stands on no line.
    if (at > 0 && layout.text[at] === '\n') at++
    expect(line.start).toBe(at)
    at = line.end
    const own = line.runs.filter(run => run.end > run.start)
    const text = own.map(run => run.text).join('')
    expect(text).toBe(layout.text.slice(line.start, line.end))
  }
  expect(at).toBe(layout.text.length)
}
