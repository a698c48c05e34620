import { dirname, isAbsolute, join } from 'node:path'
import type { Drawing, Fonts, Hyphenation, ReaderSettings, Sheet } from 'dot-line'
import { chartTextsFor } from 'dot-line/chart'
import { drawChart, readChart } from 'dot-line/chart-file'
import { readText } from './read-file.ts'
import { warn } from './warn.ts'

export interface ChartSettings {
  readonly sheet: Sheet
  readonly fonts: Fonts
  readonly reader: ReaderSettings
  readonly hyphenation: Hyphenation | undefined
  readonly language: string | undefined
}

/** A chart of a file in JSON, and data in CSV beside it; what is wrong with it is reported. */
export function readChartFile(file: string) {
  const folder = file === '-' ? '.' : dirname(file)
  const chart = readChart(readText(file, 'chart'), {
    source: file,
    readCsv: path => readText(isAbsolute(path) ? path : join(folder, path), 'data'),
  })
  warn(chart.problems)
  return chart
}

/** The drawing of a chart that a document shows. */
export function chartIn(file: string, { language, ...settings }: ChartSettings): Drawing {
  const chart = readChartFile(file)
  // A chart that says its language is in that, in a document of any other.
  const texts = chartTextsFor({ ...settings, language: chart.language ?? language })
  const { drawing, problems } = drawChart(texts, chart)
  const reported = new Set(chart.problems)
  warn(problems.filter(problem => !reported.has(problem)))
  return drawing
}
