import type { GlyphRun, Layout, Line } from '../core.ts'
import { rounded } from './layout-findings.ts'

/** Lengths that differ by less, in units, are the same. */
const slack = 0.05

/** The changes between two layouts, in words; empty if nothing moved or looks different. */
export function movedParts(now: Layout, before: Layout): readonly string[] {
  const parts: string[] = []
  const compare = (name: string, a: number, b: number) => {
    if (Math.abs(a - b) > slack) parts.push(`${name} ${rounded(a)}, was ${rounded(b)}`)
  }
  compare('lines', now.lines.length, before.lines.length)
  compare('height', now.height, before.height)
  compare('width of the text', now.textWidth, before.textWidth)
  if (
    said(now, ({ start, end }) => `${start}-${end}`) !==
    said(before, ({ start, end }) => `${start}-${end}`)
  ) {
    parts.push('lines break elsewhere')
  }
  // Lines may break elsewhere with what they are made of as it was.
  if (setOf(now, run => run.face) !== setOf(before, run => run.face)) parts.push('another face')
  if (setOf(now, inkOf) !== setOf(before, inkOf)) parts.push('another ink')
  return parts
}

const said = (layout: Layout, of: (line: Line) => string) => layout.lines.map(of).join('|')

function setOf({ lines }: Layout, of: (run: GlyphRun) => string): string {
  const runs = lines.flatMap(line => line.runs.filter(run => !run.box))
  return [...new Set(runs.map(of))].sort().join('|')
}

const inkOf = (run: GlyphRun) => JSON.stringify(run.style.ink)
