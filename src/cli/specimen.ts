import { extname } from 'node:path'
import type { Command } from 'commander'
import { specimen, specimenPage } from 'dot-line'
import { addFontOptions, type FontOptions, openFonts } from './open-fonts.ts'
import { repeated } from './options.ts'
import { endings, formatOf, writeWhole } from './output.ts'

interface SpecimenOptions extends FontOptions {
  readonly family?: string[]
  readonly text?: string
  readonly output: string
}

export function addSpecimen(program: Command) {
  const command = program
    .command('specimen')
    .summary('draw families in themselves, to look through and pick from')
    .description(
      'Draws each family in itself: a line, its faces, figures, accents, and a line of your own.',
    )
  addFontOptions(command)
    .option('--family <name>', 'only this family; may be repeated', repeated)
    .option('-t, --text <line>', 'a line of your own')
    .option(
      '-o, --output <file>',
      `where to write; its ending is one of ${endings}, .html`,
      'specimen.svg',
    )
    .addHelpText(
      'after',
      "\nExample:\n  dotline specimen --font ./fonts -t 'Saint Orrin’s Landing' -o fonts.html",
    )
    .action(writeSpecimen)
}

/** Fewer families than this are drawn before anybody waits. */
const worthTelling = 8

async function writeSpecimen({ family: families, text, output, ...fonts }: SpecimenOptions) {
  const isPage = extname(output).toLowerCase() === '.html'
  const format = isPage ? undefined : formatOf(output)
  const shelf = await openFonts(fonts)
  const isTold = process.stderr.isTTY && (families ?? shelf.families).length >= worthTelling
  const progress = (family: string, done: number, total: number) => {
    process.stderr.write(`\r\u001b[K${done + 1} of ${total}  ${family}`)
  }
  const options = { families, text, ...(isTold && { progress }) }
  const written = format
    ? format(specimen(shelf, options), { pixelRatio: 2 })
    : specimenPage(shelf, options)
  if (isTold) process.stderr.write('\r\u001b[K')
  writeWhole(output, written)
}
