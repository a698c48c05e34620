import { defineSheet, openFonts, type Problem } from 'dot-line'
import { chartFrameFor, chartTextsFor, restyleChart } from 'dot-line/chart'
import { setDocument } from 'dot-line/document'
import { expect, it } from 'vitest'

const fonts = await openFonts({ builtIn: ['sans'] })
const size = { size: 15 }
const told = (problems: readonly Problem[]) =>
  problems.map(({ code, message, nearest }) => `${code}: ${message}; ${nearest}`)

it("a style named nearly like that of a chart's part is reported", () => {
  const sheet = defineSheet({
    styles: { 'chart-titel': size, 'chart-tick': size, 'chart-harbour': size, chart: size },
  })
  const texts = chartTextsFor({ sheet, fonts })
  const expected = ["unknown-part: no text is set in the style 'chart-titel'; chart-title"]
  expect(told(texts.problems)).toEqual(expected)
  expect(told(chartFrameFor(texts, { width: 300, height: 200 }).problems)).toEqual(expected)
  const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'
  expect(told(restyleChart(svg, { texts }).problems)).toEqual(expected)
})

it('styles that parts use are not reported, whatever their names', () => {
  const sheet = defineSheet({ styles: { 'chart-titel': size } })
  expect(chartTextsFor({ sheet, fonts, styles: { title: 'chart-titel' } }).problems).toEqual([])
})

it("a style named nearly like that of a document's part is reported", () => {
  const sheet = defineSheet({
    styles: { 'document-paragaph': size, 'document-heading-2': size, 'document-harbour': size },
  })
  const { problems } = setDocument(
    { blocks: [{ kind: 'paragraph', text: 'Boats' }] },
    { sheet, fonts },
  )
  expect(told(problems)).toEqual([
    "unknown-part: no text is set in the style 'document-paragaph'; document-paragraph",
  ])
})
