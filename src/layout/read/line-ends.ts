import { isObject } from '../../problem/index.ts'
import type { Layout } from '../layout.ts'
import { plainEnds } from '../place/plain-layout.ts'
import { checkLayout } from './check-layout.ts'

/** The offsets where lines end. For most texts no lines are made, so use it to see how many texts break. */
export function lineEndsOf(layout: Layout): readonly number[] {
  // Whether it is one is seen by its lines, which a plain text need not have.
  const ends = isObject(layout) ? plainEnds(layout) : undefined
  if (ends) return Array.from(ends)
  checkLayout('lineEndsOf', layout)
  return layout.lines.map(line => line.end)
}
