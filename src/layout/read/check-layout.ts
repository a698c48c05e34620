import { being, described, type Expected, fail, isObject } from '../../problem/index.ts'
import type { Layout } from '../layout.ts'
import { plainEnds } from '../place/plain-layout.ts'

/** Whether a value is a layout, or was one before it was cloned or posted. */
export function isLayout(value: unknown): value is Layout {
  if (!isObject(value) || value.kind !== 'layout') return false
  const { text, lines, problems, style, writingMode, width, height } = value
  return (
    typeof text === 'string' &&
    typeof writingMode === 'string' &&
    Array.isArray(lines) &&
    Array.isArray(problems) &&
    isObject(style) &&
    Number.isFinite(width) &&
    Number.isFinite(height)
  )
}

export const aLayout: Expected = being('a layout, which set() gives', isLayout)

/** Throws `bad-layout` on what is no layout, or has lost its glyphs. */
export function checkLayout(owner: string, value: unknown) {
  // Lines of plain texts are made of what is here when they are read: none has lost anything.
  if (isObject(value) && plainEnds(value)) return
  if (!isLayout(value)) {
    fail('bad-layout', `${owner} takes a layout, not ${described(value)}`, {
      hint: 'set() gives one',
    })
  }
  const glyphs: unknown = value.lines.find(line => line.runs.length > 0)?.runs[0].glyphs?.glyphs
  if (glyphs !== undefined && !ArrayBuffer.isView(glyphs)) {
    fail('bad-layout', 'the layout has lost its glyphs on its way', {
      hint: 'JSON cannot hold them; structuredClone() and messages to workers do',
    })
  }
}
