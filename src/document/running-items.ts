import { group, type Item, place, type Values } from '../core.ts'
import type { DocumentSource, RunningSource } from './document-source.ts'
import type { DocumentTexts } from './document-texts.ts'
import type { PageShape } from './page-shape.ts'

/** What stands at the head and the foot of a page: to be seen, and not read out again on each. */
export function runningItems(
  { header, footer, firstHeader = header, firstFooter = footer, page = {} }: DocumentSource,
  shape: PageShape,
  index: number,
  values: Readonly<Record<string, string>>,
  texts: DocumentTexts,
  isMirrored: boolean,
): readonly Item[] {
  const isTurned = (page.facing === true && index % 2 === 1) !== isMirrored
  const [left, right] = shape.sidesOf(index)
  const sides = {
    left: { x: left, part: isTurned ? 'end' : 'start' },
    center: { x: (left + right) / 2, part: 'center' },
    right: { x: right, part: isTurned ? 'start' : 'end' },
  } as const
  const line = (name: string, running: RunningSource | undefined, y: number): Item[] => {
    if (!running) return []
    return (['left', 'center', 'right'] as const).flatMap((side): Item[] => {
      const { x, part } = sides[side]
      const text = running[part]
      if (text === undefined || text === '') return []
      const rich = texts.rich(text, [name, part])
      const asked = texts.placesIn(rich).map(one => one.name)
      const own: Values = Object.fromEntries(
        Object.entries(values).filter(([key]) => asked.includes(key)),
      )
      const layout = texts.set(rich, 'document-running', {}, { values: own })
      return [place(layout, x, y, { across: side, down: 'middle' })]
    })
  }
  const isFirst = index === 0
  const { height, top, bottom } = shape
  const items = [
    ...line(
      isFirst && header !== firstHeader ? 'firstHeader' : 'header',
      isFirst ? firstHeader : header,
      top / 2,
    ),
    ...line(
      isFirst && footer !== firstFooter ? 'firstFooter' : 'footer',
      isFirst ? firstFooter : footer,
      height - bottom / 2,
    ),
  ]
  return items.length === 0 ? [] : [group(items, { role: 'none' })]
}
