import type { Command } from 'commander'
import { openShelf, specimen } from 'dot-line'
import { repeated } from './options.ts'
import { endings, formatOf, writeWhole } from './output.ts'

interface SpecimenOptions {
  readonly font?: string[]
  readonly family?: string[]
  readonly text?: string
  readonly output: string
}

export function addSpecimen(program: Command) {
  program
    .command('specimen')
    .summary('draw families in themselves, to look through and pick from')
    .description(
      'Draws each family in itself: a line, its faces, figures, accents, and a line of your own.',
    )
    .option('--font <path>', 'a font file, or a folder of them; may be repeated', repeated)
    .option('--family <name>', 'only this family; may be repeated', repeated)
    .option('-t, --text <line>', 'a line of your own')
    .option(
      '-o, --output <file>',
      `where to write; its ending is one of ${endings}`,
      'specimen.svg',
    )
    .addHelpText(
      'after',
      "\nExample:\n  dotline specimen --font ./fonts -t 'Saint Orrin’s Landing' -o fonts.pdf",
    )
    .action(writeSpecimen)
}

/** Fewer families than this are drawn before anybody waits. */
const worthTelling = 8

async function writeSpecimen({ font, family: families, text, output }: SpecimenOptions) {
  const format = formatOf(output)
  const shelf = await openShelf({ fonts: font })
  const isTold = process.stderr.isTTY && (families ?? shelf.families).length >= worthTelling
  const progress = (family: string, done: number, total: number) => {
    process.stderr.write(`\r\u001b[K${done + 1} of ${total}  ${family}`)
  }
  const drawing = specimen(shelf, { families, text, ...(isTold && { progress }) })
  if (isTold) process.stderr.write('\r\u001b[K')
  writeWhole(output, format(drawing, { pixelRatio: 2 }))
}
