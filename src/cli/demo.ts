import { join, relative } from 'node:path'
import { fileURLToPath } from 'node:url'
import type { Command } from 'commander'
import {
  type Catalog,
  DotLineError,
  type Drawing,
  type Hyphenation,
  openFonts,
  openImage,
  type Picture,
  type ReaderSettings,
  readCatalog,
  readSheet,
  type Sheet,
  typesetterFor,
} from 'dot-line'
import { chartTextsFor } from 'dot-line/chart'
import { readDocument, setDocument } from 'dot-line/document'
import { toHtmlPage } from 'dot-line/html'
import { openHyphenation } from 'dot-line/hyphenation'
import { toPdf } from 'dot-line/pdf'
import {
  boardDrawing,
  type ChartScene,
  gallery,
  handbook,
  lineKinds,
  noticeLayouts,
  noticePage,
  passengersChart,
  readerCurve,
  type Scene,
  stopsChart,
  ticketsChart,
  tideChart,
} from '../../examples/scenes/index.ts'
import { CommandError } from './command-error.ts'
import { positiveNumber } from './options.ts'
import { formatFor } from './output.ts'
import { readText } from './read-file.ts'
import { warn } from './warn.ts'
import { makeFolder, writeWhole } from './write-out.ts'

/** Options and action of the command. */
export function define(command: Command) {
  command
    .description(
      'Writes screens, charts, a PDF document and a web page of a made-up ferry company into a ' +
        'folder, drawings also as PNG, and lists what it wrote.',
    )
    .option('-o, --output <folder>', 'where to write', 'dotline-demo')
    .option('--reader-scale <factor>', "the reader's text scale, such as 1.5", positiveNumber)
    .option('--language <tag>', 'language of the screen: en, de or el', 'en')
    .action(demo)
}

interface DemoOptions {
  readonly output: string
  readonly readerScale?: number
  readonly language?: string
}

const charts = [
  {
    name: 'passengers',
    chart: passengersChart,
    what: 'passengers a month and port, bars with their values',
  },
  { name: 'tickets', chart: ticketsChart, what: 'tickets by kind, a ring with its total' },
  { name: 'tide', chart: tideChart, what: 'the tide over a day, a line with notes' },
  { name: 'stops', chart: stopsChart, what: 'sixty stops of a timetable, crowded labels' },
]

/** Styles that documents need and screens don't. */
const paperStyles = {
  defaults: { family: 'serif', size: 10.5, leading: 1.42 },
  'document-heading-1': { family: 'sans', size: 22, weight: 'bold', leading: 1.15 },
  'document-heading-2': { family: 'sans', size: 14, weight: 'bold', leading: 1.2 },
  'document-heading-3': { family: 'sans', size: 11, weight: 'bold', leading: 1.25 },
  'document-subtitle': { size: 13, ink: 'quiet' },
  'document-running': { family: 'sans', size: 8, ink: 'quiet' },
} as const

/** English, and the languages that take from it what they lack. */
function openCatalogs(): Map<string, Catalog> {
  const open = (language: string, fallback?: Catalog, name = 'strings') => {
    const path = dataPath(`${name}.${language}.json`)
    return readCatalog(readText(path, 'catalog'), { language, fallback, source: path })
  }
  // The letter to passengers has texts of its own.
  const english = open('en', open('en'), 'letter')
  return new Map([
    ['en', english],
    ['de', open('de', open('de', english), 'letter')],
    ['el', open('el', english)],
  ])
}

async function demo(options: DemoOptions) {
  const fonts = await openFonts()
  const sheetPath = dataPath('sheet.json')
  const sheet = readSheet(readText(sheetPath, 'sheet'), { source: sheetPath })
  const catalogs = openCatalogs()
  const language = options.language ?? 'en'
  const catalog = catalogs.get(language)
  if (!catalog) {
    throw new CommandError(
      `the demo has no strings in '${language}'`,
      `available: ${[...catalogs.keys()].join(', ')}`,
    )
  }
  const reader = { scale: options.readerScale }
  const sceneIn = (mode: Sheet, settings: ReaderSettings): Scene => {
    return {
      sheet: mode,
      catalog,
      typesetter: typesetterFor({ sheet: mode, fonts, reader: settings }),
    }
  }
  const scene = sceneIn(sheet, reader)
  // A printed page has no reader setting, and neither has a picture about them.
  const printed = sceneIn(sheet, {})
  const chartSceneAt = (scale: number): ChartScene => {
    const texts = chartTextsFor({ sheet, fonts, reader: { scale }, language })
    return { texts, catalog, width: 800, height: 500 }
  }
  const missing = new Set<string>()
  const shown = [
    {
      drawing: boardDrawing(scene),
      files: ['board.svg', 'board.png'],
      what: 'departures board, an app screen',
    },
    {
      drawing: boardDrawing(sceneIn(sheet.mode('dark'), reader)),
      files: ['board-dark.svg', 'board-dark.png'],
      what: 'the same in the sheet’s dark mode',
    },
    ...charts.flatMap(({ name, chart, what }) =>
      [1, 3].map(scale => {
        const { drawing, problems } = chart(chartSceneAt(scale * (options.readerScale ?? 1)))
        // A chart that has no space for something at the largest size is meant to show that.
        if (scale === 1) warn(problems)
        const file = scale === 1 ? name : `${name}-large`
        const how = scale === 1 ? '' : ', as a reader sees it who has text at 300 %'
        const files = ['svg', 'png', 'pdf'].map(ending => `${file}.${ending}`)
        return { drawing, files, what: `${what}${how}` }
      }),
    ),
    {
      drawing: readerCurve(printed),
      files: ['reader-curve.svg', 'reader-curve.png'],
      what: 'how sizes follow the reader, a chart',
    },
    {
      drawing: lineKinds(printed, fonts, await hyphenationOrNone(missing)),
      files: ['line-kinds.svg', 'line-kinds.png'],
      what: 'lines broken and cut in several ways',
    },
    {
      drawing: gallery(printed, fonts),
      files: ['gallery.svg', 'gallery.png', 'gallery.pdf'],
      what: 'everything that text is painted with',
    },
    {
      drawing: noticePage(printed),
      files: ['notice.pdf', 'notice.png'],
      what: 'notice to passengers, placed by hand on a page',
    },
  ]
  makeFolder(options.output)
  const write = async (
    file: string,
    what: string,
    content: (path: string) => string | Uint8Array | Promise<string | Uint8Array>,
  ) => {
    const path = join(options.output, file)
    try {
      writeWhole(path, await content(path))
      process.stdout.write(`${relative('', path).padEnd(34)} ${what}\n`)
    } catch (error) {
      noteMissing(error, missing)
    }
  }
  for (const { drawing, files, what } of shown) {
    warn(drawing.problems)
    for (const file of files) {
      await write(file, what, path => formatFor(undefined, path)(drawing, { pixelRatio: 2 }))
    }
  }
  await write('notice.html', 'the same notice as a web page', () =>
    toHtmlPage(noticeLayouts(scene), { gap: 10 }),
  )
  const pictures = new Map([['harbour.png', await openImage(dataPath('harbour.png'))]])
  const notice = readDocument(readText(dataPath('notice.json'), 'document')).document
  const documents = [
    {
      file: 'notice-flow.pdf',
      what: 'the notice as a document that flows over two pages, its texts from the catalog',
      source: notice,
      size: 12,
    },
    {
      file: 'handbook.pdf',
      what: 'the season handbook, with contents and index',
      source: handbook(),
      size: 10.5,
    },
  ]
  const passengers = passengersChart({ ...chartSceneAt(1), width: 420, height: 300 }).drawing
  const artwork = new Map<string, Picture | Drawing>([...pictures, ['passengers', passengers]])
  for (const { file, what, source, size } of documents) {
    const paper = sheet.with({
      styles: { ...paperStyles, defaults: { ...paperStyles.defaults, size } },
    })
    const set = setDocument(source, { sheet: paper, fonts, catalog, artwork })
    warn(set.problems)
    const options = { ...set.metadata, standards: ['PDF/UA-1'] } as const
    await write(file, what, () => toPdf([...set.pages()], options))
  }
  for (const message of missing) process.stderr.write(`warning: ${message}\n`)
}

/** Leaves out scenes that need a package that isn't installed, and says so once. */
function noteMissing(error: unknown, missing: Set<string>) {
  if (!(error instanceof DotLineError) || error.code !== 'unavailable-package') throw error
  missing.add(error.message)
}

function hyphenationOrNone(missing: Set<string>): Promise<Hyphenation | undefined> {
  return openHyphenation('en').catch((error: unknown) => {
    noteMissing(error, missing)
    return undefined
  })
}

function dataPath(file: string): string {
  return fileURLToPath(new URL(`../../examples/lantern-sound/${file}`, import.meta.url))
}
