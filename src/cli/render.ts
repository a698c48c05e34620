import { type Command, Option } from 'commander'
import { CommandError } from './command-error.ts'
import { positiveNumber } from './options.ts'
import { addFormatOption, formatFor, type OutputOptions, outputHelp } from './output.ts'
import { addGuidesOption, addPlaceOptions, type PlaceOptions, placedText } from './place-text.ts'
import { renderDocument } from './render-document.ts'
import { addTextOptions, setText, type TextOptions } from './set-text.ts'
import { addSolidOptions, arrangedText } from './solid-options.ts'
import { writeOut } from './write-out.ts'

interface RenderOptions extends TextOptions, PlaceOptions, OutputOptions {
  readonly catalog?: string
  readonly language?: string
  readonly format?: string
  readonly output?: string
}

/** Options and action of the command. */
export function define(command: Command) {
  command.description(
    'Sets marked-up text in a frame and writes it as a picture or a document. ' +
      'The text comes from -t, from FILE, or from standard input where FILE is -. ' +
      'Where FILE is a .json it is a document, set on pages.',
  )
  addSolidOptions(addFormatOption(addGuidesOption(addPlaceOptions(addTextOptions(command)))))
    .option('--title <text>', 'title of the picture or document')
    .option('--catalog <file>', 'texts of a document by key, in JSON')
    .option('--language <tag>', "language of a document (default: from the catalog's file name)")
    .option('--pixel-ratio <number>', 'pixels per unit of a PNG', positiveNumber, 1)
    .option('--background <color>', 'background of a PNG')
    .addOption(
      new Option('--text-as <kind>', 'text in SVG: outlines, or text with its fonts').choices([
        'outlines',
        'embedded',
      ]),
    )
    .option(
      '--tolerance <units>',
      'largest distance of DXF and STL lines from the curves',
      positiveNumber,
    )
    .option('--min-thickness <units>', 'reports thinner parts of DXF and STL', positiveNumber)
    .option('--depth <millimeters>', 'thickness of an STL solid', positiveNumber)
    .option('-o, --output <file>', outputHelp)
    .addHelpText(
      'after',
      '\nExample:\n' +
        "  dotline render -t 'Boats to ~strong[{port}] are late' --value port=Quillhaven -w 220 -o notice.svg",
    )
    .action(render)
}

/** Options for documents only, and options for documents and texts; all others are for texts. */
const ofDocuments = ['catalog', 'language']
const ofBoth = [
  ...['sheet', 'mode', 'value', 'font', 'system', 'title', 'format', 'output', 'pixelRatio'],
  ...['background', 'textAs', 'tolerance', 'minThickness', 'depth', 'readerScale', 'readerGrowth'],
  ...['readerSpacing', 'readerBold', 'readerContrast'],
]

/** Throws where an option was typed that would be passed over. */
function refuseOthers(command: Command, isDocument: boolean) {
  for (const option of command.options) {
    const name = option.attributeName()
    const isTaken = ofBoth.includes(name) || ofDocuments.includes(name) === isDocument
    if (isTaken || command.getOptionValueSource(name) !== 'cli') continue
    throw new CommandError(
      isDocument
        ? `${option.long} is of texts, and this is a document`
        : `${option.long} is of documents, and this is a text`,
      isDocument ? 'a document states it in its file' : 'a document is a FILE that ends in .json',
    )
  }
}

async function render(file: string | undefined, options: RenderOptions, command: Command) {
  const { output } = options
  const isDocument = file?.endsWith('.json') === true && options.text === undefined
  refuseOthers(command, isDocument)
  if (file !== undefined && isDocument) return renderDocument(file, options)
  // A wrong name is reported before any work is done.
  const format = formatFor(options.format, output)
  const layout = await setText(file, options)
  const shown = arrangedText(layout, options) ?? placedText(layout, options)
  writeOut(output, await format(shown, options))
}
