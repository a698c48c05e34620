import { htmlText } from '../notation/index.ts'
import { aLanguage, anything, aString, checkOptions, fail, listOf } from '../problem/index.ts'
import { aFormat, type ValueFormat, valueWriter } from './formats.ts'

/** A table of a chart's values, for `dataTableHtml`. */
export interface DataTable {
  /** Caption of the table. */
  readonly caption?: string
  /** Titles and formats of the columns. */
  readonly columns: readonly {
    readonly title: string
    readonly format?: ValueFormat
  }[]
  /** Values of each row, one a column; the first names the row. */
  readonly rows: readonly (readonly unknown[])[]
  /** BCP 47 tag, of the text and of how numbers and dates are written. */
  readonly language?: string
}

/**
 * The data of a chart as a table in HTML, for those who do not see it: heads of columns and rows,
 * numbers and dates as the language writes them. Throws on rows that have not a value a column.
 */
export function dataTableHtml(table: DataTable): string {
  checkOptions('dataTableHtml', table, {
    caption: aString,
    columns: listOf(anything),
    rows: listOf(listOf(anything)),
    language: aLanguage,
  })
  const { caption, columns = [], rows = [], language = 'en' } = table
  for (const column of columns) {
    checkOptions('a column of dataTableHtml', column, { title: aString, format: aFormat })
  }
  const writers = columns.map(({ format }, j) =>
    valueWriter(
      format,
      language,
      rows.map(row => row[j]),
    ),
  )
  const head = columns.map(({ title }) => `<th scope="col">${htmlText(title)}</th>`).join('')
  const body = rows.map((row, i) => {
    if (row.length !== columns.length) {
      fail(
        'bad-argument',
        `row ${i + 1} of the table has ${row.length} values, not ${columns.length}`,
      )
    }
    const cells = row.map((value, j) => {
      const text = htmlText(value === null ? '' : writers[j](value, i).text)
      return j === 0 ? `<th scope="row">${text}</th>` : `<td>${text}</td>`
    })
    return `<tr>${cells.join('')}</tr>`
  })
  const title = caption === undefined ? '' : `<caption>${htmlText(caption)}</caption>`
  const lang = table.language === undefined ? '' : ` lang="${htmlText(language)}"`
  return `<table${lang}>${title}<thead><tr>${head}</tr></thead><tbody>${body.join('')}</tbody></table>`
}
