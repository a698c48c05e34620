import type { Command } from 'commander'
import { specimen, specimenPage } from 'dot-line'
import { addFontOptions, type FontOptions, fontsFor } from './open-fonts.ts'
import { repeated } from './options.ts'
import { addFormatOption, formatFor, formatName, outputHelp } from './output.ts'
import { endProgress, showProgress } from './progress.ts'
import { writeOut } from './write-out.ts'

interface SpecimenOptions extends FontOptions {
  readonly family?: string[]
  readonly text?: string
  readonly format?: string
  readonly output?: string
}

/** Options and action of the command. */
export function define(command: Command) {
  command.description(
    'Draws each family in its own faces: a line, figures, accents, and a line of your own.',
  )
  addFormatOption(addFontOptions(command))
    .option('--family <name>', 'only this family; may be repeated', repeated)
    .option('-t, --text <line>', 'a line of your own')
    .option('-o, --output <file>', outputHelp)
    .addHelpText(
      'after',
      "\nExample:\n  dotline specimen --font ./fonts -t 'Saint Orrin’s Landing' -o fonts.html",
    )
    .action(writeSpecimen)
}

/** Fewer families than this are drawn before anybody waits. */
const worthShowing = 8

async function writeSpecimen(options: SpecimenOptions) {
  const { family: families, text, output, format: named, ...fontOptions } = options
  const isPage = formatName(named, output) === 'html'
  const format = formatFor(named, output)
  const fonts = await fontsFor(fontOptions)
  const isLong = (families ?? fonts.families).length >= worthShowing
  const progress = (family: string, done: number, total: number) =>
    showProgress(`${done + 1} of ${total}  ${family}`)
  const shown = { families, text, ...(isLong && { progress }) }
  const written = isPage
    ? specimenPage(fonts, shown)
    : format(specimen(fonts, shown), { pixelRatio: 2 })
  if (isLong) endProgress()
  writeOut(output, await written)
}
