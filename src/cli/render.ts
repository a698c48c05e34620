import { type Command, Option } from 'commander'
import { type Align, problemLine, type ReaderSettings, typesetter } from 'dot-line'
import { toSvg } from 'dot-line/svg'
import { addFontOptions, type FontOptions, openFonts } from './open-fonts.ts'
import { openHyphenationFor } from './open-hyphenation.ts'
import { openSheet } from './open-sheet.ts'
import { namedValue, positiveNumber, wholeNumber } from './options.ts'
import { endings, formatOf, writeWhole } from './output.ts'
import { readMarkup } from './read-markup.ts'

interface RenderOptions extends FontOptions {
  readonly text?: string
  readonly sheet?: string
  readonly style?: string
  readonly width?: number
  readonly height?: number
  readonly lines?: number
  readonly align?: Align
  readonly mode?: string
  readonly scale?: number
  readonly growth?: 'eased' | 'linear'
  readonly wide?: true
  readonly bold?: true
  readonly contrast?: true
  readonly value?: Record<string, string>
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
    .argument('[FILE]', 'a text file in UTF-8, or -')
    .option('-t, --text <markup>', 'the markup itself')
    .option('-s, --sheet <file>', 'style sheet in JSON; without it a small one is at hand')
    .option('--style <name>', 'style of the text', 'body')
    .option(
      '-w, --width <units>',
      'width of the frame; without it lines end as in the text',
      positiveNumber,
    )
    .option(
      '--height <units>',
      'height of the frame; lines that do not go into it are cut off',
      positiveNumber,
    )
    .option('-l, --lines <number>', 'the most lines; what is left out is marked', wholeNumber)
    .addOption(
      new Option('-a, --align <edge>', 'how lines stand in the frame').choices([
        'start',
        'center',
        'end',
        'left',
        'right',
      ]),
    )
    .option('--mode <name>', 'a mode of the sheet')
    .option('--scale <factor>', "the reader's text scale, such as 1.3", positiveNumber)
    .addOption(
      new Option('--growth <kind>', 'how large styles grow with it').choices(['eased', 'linear']),
    )
    .option('--wide', 'the reader wants wider spacing')
    .option('--bold', 'the reader wants bold text')
    .option('--contrast', 'the reader wants more contrast')
    .option('--value <name=text>', 'fills a placeholder; may be repeated', namedValue)
  addFontOptions(command)
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
  const markup = readMarkup(file, options.text)
  const sheet = openSheet(options.sheet, options.mode)
  const shelf = await openFonts(options)
  const hyphenation = await openHyphenationFor(sheet)
  const setter = typesetter({ sheet, shelf, hyphenation, reader: readerOf(options) })
  const { style, width, height, lines, align, value: values } = options
  const layout = setter.set(markup.text, {
    style,
    width,
    height,
    lines,
    align,
    values,
    source: markup.source,
  })
  for (const problem of layout.problems) process.stderr.write(`warning: ${problemLine(problem)}\n`)
  if (output === undefined || format === undefined) process.stdout.write(toSvg(layout, { title }))
  else writeWhole(output, format(layout, { title, pixelRatio }))
}

function readerOf({ scale, growth, wide, bold, contrast }: RenderOptions): ReaderSettings {
  return {
    scale,
    growth,
    bold,
    spacing: wide ? 'wide' : 'normal',
    contrast: contrast ? 'more' : 'normal',
  }
}
