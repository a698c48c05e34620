import type { Command } from 'commander'
import { problemLine } from 'dot-line'
import { chartTextsFor, dataTableHtml } from 'dot-line/chart'
import { drawChart } from 'dot-line/chart-file'
import { readChartFile } from './chart-drawing.ts'
import { counted } from './counted.ts'
import { addFontOptions, type FontOptions, fontsFor } from './open-fonts.ts'
import { openHyphenationFor } from './open-hyphenation.ts'
import { openSheet } from './open-sheet.ts'
import { positiveNumber } from './options.ts'
import { addFormatOption, formatFor, formatName, outputHelp } from './output.ts'
import { warn } from './warn.ts'
import { writeOut } from './write-out.ts'

interface ChartOptions extends FontOptions {
  readonly sheet?: string
  readonly mode?: string
  readonly width?: number
  readonly height?: number
  readonly language?: string
  readonly readerScale?: number
  readonly background?: string
  readonly pixelRatio: number
  readonly format?: string
  readonly output?: string
}

/** Options and action of the command. */
export function define(command: Command) {
  command
    .description(
      'Draws a chart that a JSON file describes: bars, lines, points or a ring, from rows in the ' +
        'file or in a CSV file that it names. A web page has the data as a table too.',
    )
    .argument('<FILE>', 'the description in JSON, or - for standard input')
    .option('-s, --sheet <file>', 'style sheet in JSON (default: a small built-in one)')
    .option('--mode <name>', 'a mode of the sheet')
    .option('-w, --width <units>', 'width of the chart (default: that of the file)', positiveNumber)
    .option('--height <units>', 'height of the chart', positiveNumber)
    .option('--language <tag>', 'language of numbers and dates (default: that of the file)')
    .option('--reader-scale <factor>', "the reader's text scale, such as 1.5", positiveNumber)
    .option('--background <ink>', 'background: an ink of the sheet, or a color')
    .option('--pixel-ratio <number>', 'pixels per unit of a PNG', positiveNumber, 1)
  addFormatOption(addFontOptions(command))
    .option('-o, --output <file>', outputHelp)
    .addHelpText('after', '\nExample:\n  dotline chart passengers.json -o passengers.svg')
    .action(chart)
}

async function chart(file: string, options: ChartOptions) {
  const { output, width, height, pixelRatio, readerScale } = options
  // A wrong name is reported before any work is done.
  const format = formatFor(options.format, output)
  const description = readChartFile(file)
  const sheet = openSheet(options.sheet, options.mode)
  const texts = chartTextsFor({
    sheet,
    fonts: await fontsFor(options),
    hyphenation: await openHyphenationFor(sheet),
    reader: { scale: readerScale },
    language: options.language ?? description.language,
  })
  const background = options.background ?? (sheet.inkNames.includes('paper') ? 'paper' : '#ffffff')
  const drawn = drawChart(texts, description, { width, height, background })
  const { drawing, table, omitted, problems } = drawn
  const reported = new Set(description.problems)
  warn(problems.filter(problem => !reported.has(problem)))
  if (omitted.length > 0) {
    const names = omitted.length > 5 ? `${omitted.slice(0, 5).join(', ')}, …` : omitted.join(', ')
    const message = `no room for ${counted(omitted.length, 'label')}: ${names}`
    const hint = 'make the chart larger, or its texts smaller'
    process.stderr.write(
      `warning: ${problemLine({ code: 'label-omitted', severity: 'warning', message, hint })}\n`,
    )
  }
  const written = await format(drawing, { pixelRatio })
  const isPage = formatName(options.format, output) === 'html' && typeof written === 'string'
  // Those who do not see the picture have its data.
  const page = isPage
    ? written.replace('\n</main>', () => `\n${dataTableHtml(table)}\n</main>`)
    : written
  writeOut(output, page)
}
