import { join, relative } from 'node:path'
import { fileURLToPath } from 'node:url'
import type { Command } from 'commander'
import { openShelf, readSheet, typesetter } from 'dot-line'
import { boardDrawing, noticePage, passengersChart, type Scene } from '../demo/index.ts'
import { positiveNumber } from './options.ts'
import { formatOf, makeFolder, writeWhole } from './output.ts'
import { readText } from './read-file.ts'

export function addDemo(program: Command) {
  program
    .command('demo')
    .summary('write a screen, a chart and a PDF of a made-up ferry company')
    .description(
      'Writes a screen, a chart and a PDF document of a made-up ferry company,\n' +
        'each also as a PNG, into a folder, and prints what it wrote.',
    )
    .option('-o, --output <folder>', 'where to write', 'dotline-demo')
    .option('--scale <factor>', "the reader's text scale, such as 1.3", positiveNumber)
    .action(demo)
}

async function demo(options: { readonly output: string; readonly scale?: number }) {
  const shelf = await openShelf()
  const sheetPath = dataPath('sheet.json')
  const sheet = readSheet(readText(sheetPath, 'sheet'), sheetPath)
  const strings = JSON.parse(readText(dataPath('strings.en.json'), 'strings'))
  const reader = { scale: options.scale }
  const scene: Scene = {
    sheet,
    strings,
    setter: typesetter({ sheet, shelf, reader }),
  }
  // A printed page has no reader setting.
  const printed: Scene = { ...scene, setter: typesetter({ sheet, shelf }) }
  const shown = [
    {
      drawing: boardDrawing(scene),
      files: ['board.svg', 'board.png'],
      what: 'departures board, an app screen',
    },
    {
      drawing: passengersChart(scene),
      files: ['passengers.svg', 'passengers.png'],
      what: 'passengers a month, a chart',
    },
    {
      drawing: noticePage(printed),
      files: ['notice.pdf', 'notice.png'],
      what: 'notice to passengers, a document',
    },
  ]
  makeFolder(options.output)
  for (const { drawing, files, what } of shown) {
    for (const file of files) {
      const path = join(options.output, file)
      writeWhole(path, formatOf(path)(drawing, { pixelRatio: 2 }))
      process.stdout.write(`${relative('', path).padEnd(34)} ${what}\n`)
    }
  }
}

function dataPath(file: string): string {
  return fileURLToPath(new URL(`../../examples/lantern-sound/${file}`, import.meta.url))
}
