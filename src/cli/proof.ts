import type { Command } from 'commander'
import { proofPage, readPlaces } from 'dot-line/check'
import { addCheckOptions, type CheckedTexts, openChecked } from './check-input.ts'
import { addFontOptions, openFonts } from './open-fonts.ts'
import { openHyphenationFor } from './open-hyphenation.ts'
import { writeOut } from './output.ts'
import { readText } from './read-file.ts'

interface ProofOptions extends CheckedTexts {
  readonly output?: string
  readonly title?: string
}

/** What the command takes, and what it does. */
export function define(command: Command) {
  command
    .description(
      'Draws what dotline check tries: every text at its place, at each scale and in each language, what is ' +
        'found outlined and numbered, as one web page of real text that needs nothing beside it.',
    )
    .argument('<FILE>', 'the list of places in JSON')
  addFontOptions(addCheckOptions(command))
    .option('--title <text>', 'title of the page')
    .option('-o, --output <file>', 'where to write; without it, standard output')
    .addHelpText(
      'after',
      '\nExample:\n  dotline proof places.json -s sheet.json --catalog strings.en.json -o proof.html',
    )
    .action(proof)
}

async function proof(file: string, options: ProofOptions) {
  const { list, locationOf } = readPlaces(readText(file, 'list of places'), { source: file })
  const { sheet, catalogs } = await openChecked(options)
  const hyphenation = await openHyphenationFor(sheet)
  const { scales, title, output } = options
  const page = proofPage({
    sheet,
    shelf: await openFonts(options),
    catalogs,
    places: list,
    locationOf,
    ...(hyphenation && { hyphenation }),
    ...(scales && { scales }),
    ...(title !== undefined && { title }),
  })
  writeOut(output, page)
}
