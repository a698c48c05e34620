import { type Command, InvalidArgumentError } from 'commander'
import { proofDrawings, proofPage, readPlaces } from 'dot-line/check'
import { toPdf } from 'dot-line/pdf'
import { toPng } from 'dot-line/png'
import { addCheckOptions, type CheckedTexts, openChecked } from './check-input.ts'
import { CommandError } from './command-error.ts'
import { addFontOptions, fontsFor } from './open-fonts.ts'
import { openHyphenationFor } from './open-hyphenation.ts'
import { openSheet } from './open-sheet.ts'
import { formatName } from './output.ts'
import { percentShown } from './progress.ts'
import { readText } from './read-file.ts'
import { warnOf } from './warn.ts'
import { writeOut, writePages } from './write-out.ts'

type Format = 'html' | 'pdf' | 'png'
interface ProofOptions extends CheckedTexts {
  readonly output?: string
  readonly format?: Format
  readonly title?: string
  readonly against?: string
  readonly onlyFound?: true
}

/** Options and action of the command. */
export function define(command: Command) {
  command
    .description(
      'Draws every text that dotline check tries, at its place, at each scale and in each language, with ' +
        'findings outlined and numbered: as one self-contained web page of real text, a PDF, or PNGs.',
    )
    .argument('<FILE>', 'the list of places in JSON')
  addFontOptions(addCheckOptions(command))
    .option('--against <file>', 'another sheet: shows each text in both, with the differences')
    .option('--only-found', 'only texts with findings or differences')
    .option('--title <text>', 'title of the proof')
    .option('--format <format>', 'html, pdf or png, if the file has no extension', proofFormat)
    .option(
      '-o, --output <file>',
      'output file (default: standard output); its extension sets the format; PNG pages are numbered',
    )
    .addHelpText(
      'after',
      '\nExample:\n  dotline proof places.json -s sheet.json --catalog strings.en.json -o proof.html',
    )
    .action(proof)
}

const formats: readonly string[] = ['html', 'pdf', 'png']
const isFormat = (name: string): name is Format => formats.includes(name)

function proofFormat(name: string): Format {
  if (isFormat(name)) return name
  throw new InvalidArgumentError(`Allowed choices are ${formats.join(', ')}.`)
}

async function proof(file: string, options: ProofOptions) {
  const { scales, title, output, against, onlyFound } = options
  const name = formatName(options.format, output) ?? 'html'
  if (!isFormat(name)) {
    throw new CommandError(`there is no proof in '${name}'`, `available: ${formats.join(', ')}`)
  }
  const { list, locationOf } = readPlaces(readText(file, 'list of places'), { source: file })
  const { sheet, catalogs } = await openChecked(options)
  const other = against === undefined ? undefined : openSheet(against, undefined)
  const hyphenation = await openHyphenationFor(sheet)
  const given = {
    sheet,
    fonts: await fontsFor(options),
    catalogs,
    places: list,
    locationOf,
    ...(other && { against: other }),
    ...(onlyFound && { onlyFound }),
    ...(hyphenation && { hyphenation }),
    ...(scales && { scales }),
    ...(title !== undefined && { title }),
    progress: percentShown(() => 'the proof'),
  }
  if (name === 'html') return writeOut(output, proofPage(given))
  const pages = proofDrawings(given)
  const standards = ['PDF/UA-1'] as const
  if (name === 'pdf')
    return writeOut(output, toPdf(pages, { title: title ?? 'Proof', standards, onProblem: warnOf }))
  await writePages(pages, output, 'proof', page => toPng(page, { pixelRatio: 2 }))
}
