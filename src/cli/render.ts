import { type Command, Option } from 'commander'
import { toSvg } from 'dot-line/svg'
import { positiveNumber } from './options.ts'
import { endings, formatOf, type OutputOptions, writeWhole } from './output.ts'
import { addPlaceOptions, type PlaceOptions, placedText } from './place-text.ts'
import { addTextOptions, setText, type TextOptions } from './set-text.ts'

interface RenderOptions extends TextOptions, PlaceOptions, OutputOptions {
  readonly output?: string
}

export function addRender(program: Command) {
  const command = program
    .command('render')
    .summary('set marked-up text and write it as a picture or a document')
    .description(
      'Sets marked-up text in a frame and writes it as a picture or a document.\n' +
        'The text comes from -t, from FILE, or from standard input where FILE is -.',
    )
  addPlaceOptions(addTextOptions(command))
    .option('--title <text>', 'what the picture or document is called')
    .option('--pixel-ratio <number>', 'pixels a unit in a PNG', positiveNumber, 1)
    .option('--ground <color>', 'what is painted under a PNG')
    .addOption(
      new Option(
        '--svg-text <kind>',
        'text in SVG: as outlines, or as text with its fonts',
      ).choices(['outlines', 'embedded']),
    )
    .option(
      '--tolerance <units>',
      'how near to curves the lines of DXF and STL stay',
      positiveNumber,
    )
    .option(
      '--narrowest <units>',
      'tells of parts that are narrower, in DXF and STL',
      positiveNumber,
    )
    .option('--depth <millimeters>', 'how thick an STL solid is', positiveNumber)
    .option(
      '-o, --output <file>',
      `where to write; its ending is one of ${endings}. Without it SVG is printed`,
    )
    .addHelpText(
      'after',
      '\nExample:\n' +
        "  dotline render -t 'Boats to ~strong[{port}] are late' --value port=Quillhaven -w 220 -o notice.svg",
    )
    .action(render)
}

async function render(file: string | undefined, options: RenderOptions) {
  const { output, title, svgText } = options
  const format = output === undefined ? undefined : formatOf(output)
  const shown = placedText(await setText(file, options), options)
  if (output === undefined || format === undefined)
    process.stdout.write(toSvg(shown, { title, text: svgText }))
  else writeWhole(output, format(shown, options))
}
