import { isObject } from '../problem/index.ts'
import { checkLayout } from './check-layout.ts'
import type { Layout } from './layout.ts'
import { plainEnds } from './plain-layout.ts'

/**
 * Where each line of a layout ends, as an offset in its text: of texts that are many, to find out how
 * they break. Of most texts no line has to be made for it.
 */
export function lineEndsOf(layout: Layout): readonly number[] {
  // Whether it is one is seen by its lines, which a plain text need not have.
  const ends = isObject(layout) ? plainEnds(layout) : undefined
  if (ends) return Array.from(ends)
  checkLayout('lineEndsOf', layout)
  return layout.lines.map(line => line.end)
}
