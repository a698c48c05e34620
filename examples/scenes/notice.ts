import {
  type Drawing,
  draw,
  type Item,
  joinRich,
  type Layout,
  place,
  plainText,
  type RichText,
  rectangle,
  rule,
  type SetOptions,
  type Values,
} from 'dot-line'
import type { Scene } from './board.ts'
import { winterTimetable } from './scenario.ts'

/** ISO 216 A4 in points. */
const page = { width: 595.28, height: 841.89 }
/** The tab stops of the style `timetable` are as wide as what it leaves. */
const margin = 64
const gutter = 24

/** The texts of a notice to passengers, set once for the page of paper and the page of a browser. */
function noticeTexts({ typesetter, catalog }: Scene) {
  const inner = page.width - 2 * margin
  const column = (inner - gutter) / 2
  const port = 'Quillhaven'
  const date = plainText(catalog.text('notice.date'))
  const text = (key: string, values?: Values) => catalog.text(`notice.${key}`, values)
  const set = (key: string, values: Values, setting: SetOptions) =>
    typesetter.set(text(key, values), setting)
  // Paragraphs of one column are one text; the style says what stands between them.
  const prose = (width: number, ...paragraphs: RichText[]) =>
    typesetter.set(joinRich(paragraphs, '\n'), { style: 'prose', width })
  const paragraphs = [
    text('boats', { port: 'Ardle Point' }),
    text('freight'),
    text('weather'),
    text('tickets'),
  ]
  const heads = ['first', 'last'].map(key => plainText(text(key)))
  return {
    title: set('title', { date }, { style: 'headline', width: inner }),
    lead: set('lead', { date, port }, { style: 'body', width: inner }),
    prose: prose(inner, ...paragraphs),
    left: prose(column, ...paragraphs.slice(0, 2)),
    right: prose(column, ...paragraphs.slice(2)),
    heading: set('table', {}, { style: 'subhead', width: inner }),
    columns: typesetter.set('\t{first}\t{last}', {
      style: 'timetable-head',
      width: inner,
      values: { first: heads[0], last: heads[1] },
    }),
    rows: winterTimetable.map(({ port: to, first, last }) =>
      typesetter.set('{to}\t~clock[{first}]\t~clock[{last}]', {
        style: 'timetable',
        width: inner,
        values: { to, first, last },
      }),
    ),
    footer: set('footer', { port }, { style: 'small', width: inner, align: 'center' }),
  }
}

/** The notice as texts below each other. */
export function noticeLayouts(scene: Scene): Layout[] {
  const { title, lead, prose, heading, columns, rows, footer } = noticeTexts(scene)
  return [title, lead, prose, heading, columns, ...rows, footer]
}

/** The notice on one page: title, rule, lead, two columns, a table of times, a footer. */
export function noticePage(scene: Scene): Drawing {
  const { sheet, catalog } = scene
  const { title, lead, left, right, heading, columns, rows, footer } = noticeTexts(scene)
  const inner = page.width - 2 * margin
  const items: (Item | readonly Item[])[] = []
  let y = margin
  items.push(place(title, margin, y))
  y += title.height + 12
  items.push(rectangle({ x: margin, y, width: inner, height: 2 }, sheet.ink('mark')))
  y += 20
  items.push(place(lead, margin, y))
  y += lead.height + 20
  items.push(place(left, margin, y), place(right, margin + left.width + gutter, y))
  y += Math.max(left.height, right.height) + 32

  items.push(
    place(heading, margin, y),
    place(columns, margin, y + heading.lines[0].baseline, { down: 'alphabetic' }),
  )
  y += heading.height + 8
  items.push(rule([margin, y], [margin + inner, y], sheet.ink('line')))
  y += 8
  for (const row of rows) {
    items.push(place(row, margin, y))
    y += row.height + 4
  }
  y += 4
  items.push(rule([margin, y], [margin + inner, y], sheet.ink('line')))
  items.push(place(footer, margin, page.height - 40, { down: 'bottom' }))
  const background = '#ffffff'
  return draw({ ...page, background, title: title.text, language: catalog.language }, items)
}
