import type { Command } from 'commander'
import { toSvg } from 'dot-line/svg'
import { positiveNumber } from './options.ts'
import { endings, formatOf, writeWhole } from './output.ts'
import { addPlaceOptions, type PlaceOptions, placedText } from './place-text.ts'
import { addTextOptions, setText, type TextOptions } from './set-text.ts'

interface RenderOptions extends TextOptions, PlaceOptions {
  readonly title?: string
  readonly pixelRatio?: number
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
  const { output, title, pixelRatio } = options
  const format = output === undefined ? undefined : formatOf(output)
  const shown = placedText(await setText(file, options), options)
  if (output === undefined || format === undefined) process.stdout.write(toSvg(shown, { title }))
  else writeWhole(output, format(shown, { title, pixelRatio }))
}
