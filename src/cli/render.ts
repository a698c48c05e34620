import { type Command, Option } from 'commander'
import { positiveNumber } from './options.ts'
import { addFormatOption, formatFor, type OutputOptions, outputHelp, writeOut } from './output.ts'
import { addGuidesOption, addPlaceOptions, type PlaceOptions, placedText } from './place-text.ts'
import { renderDocument } from './render-document.ts'
import { addTextOptions, setText, type TextOptions } from './set-text.ts'

interface RenderOptions extends TextOptions, PlaceOptions, OutputOptions {
  readonly catalog?: string
  readonly language?: string
  readonly format?: string
  readonly output?: string
}

/** What the command takes, and what it does. */
export function define(command: Command) {
  command.description(
    'Sets marked-up text in a frame and writes it as a picture or a document. ' +
      'The text comes from -t, from FILE, or from standard input where FILE is -. ' +
      'Where FILE is a .json it is a document, set on pages.',
  )
  addFormatOption(addGuidesOption(addPlaceOptions(addTextOptions(command))))
    .option('--title <text>', 'title of the picture or document')
    .option('--catalog <file>', 'texts of a document by key, in JSON')
    .option(
      '--language <tag>',
      "language of a document; that of the catalog's file name without it",
    )
    .option('--pixel-ratio <number>', 'pixels per unit of a PNG', positiveNumber, 1)
    .option('--background <color>', 'what is painted behind a PNG')
    .addOption(
      new Option('--svg-text <kind>', 'text in SVG: outlines, or text with its fonts').choices([
        'outlines',
        'embedded',
      ]),
    )
    .option(
      '--tolerance <units>',
      'how far the lines of DXF and STL may be from the curves',
      positiveNumber,
    )
    .option(
      '--min-thickness <units>',
      'reports parts of DXF and STL that are thinner',
      positiveNumber,
    )
    .option('--depth <millimeters>', 'how thick an STL solid is', positiveNumber)
    .option('-o, --output <file>', outputHelp)
    .addHelpText(
      'after',
      '\nExample:\n' +
        "  dotline render -t 'Boats to ~strong[{port}] are late' --value port=Quillhaven -w 220 -o notice.svg",
    )
    .action(render)
}

async function render(file: string | undefined, options: RenderOptions) {
  const { output } = options
  if (file?.endsWith('.json') && options.text === undefined) return renderDocument(file, options)
  // A wrong name is reported before any work is done.
  const format = formatFor(options.format, output) ?? formatFor('svg', undefined)
  const shown = placedText(await setText(file, options), options)
  if (format) writeOut(output, await format(shown, options))
}
