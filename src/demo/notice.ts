import {
  type Drawing,
  drawing,
  type Item,
  join,
  place,
  plainText,
  type RichText,
  rectangle,
  rule,
  type Setting,
  type Values,
} from 'dot-line'
import type { Scene } from './board.ts'
import { winterTimetable } from './scenario.ts'

/** ISO 216 A4 in points. */
const page = { width: 595.28, height: 841.89 }
/** The tab stops of the style `timetable` are as wide as what it leaves. */
const margin = 64
const gutter = 24

/** A notice to passengers on one page: title, rule, lead, two columns, a table of times, a footer. */
export function noticePage({ setter, sheet, catalog }: Scene): Drawing {
  const inner = page.width - 2 * margin
  const column = (inner - gutter) / 2
  const port = 'Quillhaven'
  const date = plainText(catalog.text('notice.date'))
  const text = (key: string, values?: Values) => catalog.text(`notice.${key}`, values)
  const set = (key: string, values: Values, setting: Setting) =>
    setter.set(text(key, values), setting)
  const items: (Item | readonly Item[])[] = []
  let y = margin
  const title = set('title', { date }, { style: 'headline', width: inner })
  items.push(place(title, margin, y))
  y += title.height + 12
  items.push(rectangle({ x: margin, y, width: inner, height: 2 }, sheet.ink('mark')))
  y += 20
  const lead = set('lead', { date, port }, { style: 'body', width: inner })
  items.push(place(lead, margin, y))
  y += lead.height + 20
  // Paragraphs of one column are one text; the style says what stands between them.
  const columnOf = (...paragraphs: RichText[]) =>
    setter.set(join(paragraphs, '\n'), { style: 'prose', width: column })
  const left = columnOf(text('boats', { port: 'Ardle Point' }), text('freight'))
  const right = columnOf(text('weather'), text('tickets'))
  items.push(place(left, margin, y), place(right, margin + column + gutter, y))
  y += Math.max(left.height, right.height) + 32

  const heads = ['first', 'last'].map(key => plainText(text(key)))
  const heading = set('table', {}, { style: 'subhead', width: inner })
  const columns = setter.set('\t{first}\t{last}', {
    style: 'timetable-head',
    width: inner,
    values: { first: heads[0], last: heads[1] },
  })
  items.push(
    place(heading, margin, y),
    place(columns, margin, y + heading.lines[0].baseline, { down: 'alphabetic' }),
  )
  y += heading.height + 8
  items.push(rule([margin, y], [margin + inner, y], sheet.ink('line')))
  y += 8
  for (const { port: to, first, last } of winterTimetable) {
    const row = setter.set('{to}\t~clock[{first}]\t~clock[{last}]', {
      style: 'timetable',
      width: inner,
      values: { to, first, last },
    })
    items.push(place(row, margin, y))
    y += row.height + 4
  }
  y += 4
  items.push(rule([margin, y], [margin + inner, y], sheet.ink('line')))

  const footer = set('footer', { port }, { style: 'small', width: inner, align: 'center' })
  items.push(place(footer, margin, page.height - 40, { down: 'bottom' }))
  return drawing(
    { ...page, title: plainText(text('title', { date })), language: catalog.language },
    items,
  )
}
