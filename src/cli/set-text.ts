import { type Command, Option } from 'commander'
import {
  type Align,
  type InlineBoxItem,
  inlineBox,
  type Layout,
  openImage,
  type ReaderSettings,
  type Sheet,
  typesetterFor,
  type WritingMode,
} from 'dot-line'
import { addFontOptions, type FontOptions, fontsFor } from './open-fonts.ts'
import { openHyphenationFor } from './open-hyphenation.ts'
import { openSheet } from './open-sheet.ts'
import { namedValue, numberPair, positiveNumber, wholeNumber } from './options.ts'
import { readMarkup } from './read-markup.ts'
import { warn } from './warn.ts'

/** Options of commands that set a text. */
export interface TextOptions extends FontOptions {
  readonly text?: string
  readonly sheet?: string
  readonly style?: string
  readonly width?: number
  readonly height?: number
  readonly maxLines?: number
  readonly align?: Align
  readonly fit?: readonly [min: number, max: number]
  readonly writingMode?: WritingMode
  readonly mode?: string
  readonly readerScale?: number
  readonly readerGrowth?: ReaderSettings['growth']
  readonly readerSpacing?: ReaderSettings['spacing']
  readonly readerBold?: true
  readonly readerContrast?: ReaderSettings['contrast']
  readonly value?: Record<string, string>
  readonly image?: Record<string, string>
}

export function addTextOptions(command: Command): Command {
  command
    .argument('[FILE]', 'a text file in UTF-8, or -')
    .option('-t, --text <markup>', 'the markup itself')
    .option('-s, --sheet <file>', 'style sheet in JSON (default: a small built-in one)')
    .option('--style <name>', 'style of the text', 'body')
    .option(
      '-w, --width <units>',
      'width of the frame (default: lines end only where paragraphs do)',
      positiveNumber,
    )
    .option('--height <units>', 'height of the frame; further lines are removed', positiveNumber)
    .option(
      '-l, --max-lines <number>',
      'maximum number of lines; longer text gets an ellipsis',
      wholeNumber,
    )
    .addOption(
      new Option('-a, --align <edge>', 'alignment of lines').choices([
        'start',
        'center',
        'end',
        'left',
        'right',
        'justify',
      ]),
    )
    .option(
      '--fit <min,max>',
      'fits the text into the frame: the largest size between two',
      numberPair,
    )
    .addOption(
      new Option('--writing-mode <mode>', 'direction of lines and text').choices([
        'horizontal-tb',
        'vertical-rl',
        'vertical-lr',
        'sideways-rl',
        'sideways-lr',
      ]),
    )
    .option('--mode <name>', 'a mode of the sheet')
    .option('--reader-scale <factor>', "the reader's text scale, such as 1.5", positiveNumber)
    .addOption(
      new Option('--reader-growth <kind>', 'growth of large styles').choices(['tapered', 'linear']),
    )
    .addOption(
      new Option('--reader-spacing <kind>', "the reader's text spacing").choices([
        'normal',
        'wide',
      ]),
    )
    .option('--reader-bold', "the reader's preference for bold text")
    .addOption(
      new Option('--reader-contrast <kind>', "the reader's contrast preference").choices([
        'normal',
        'more',
      ]),
    )
    .option('--value <name=text>', 'fills a placeholder; may be repeated', namedValue)
    .option(
      '--image <name=file>',
      'fills a placeholder with a PNG or JPEG as high as a line’s letters; may be repeated',
      namedValue,
    )
  return addFontOptions(command)
}

/** Sets the text of a file or an option, and reports warnings. */
export async function setText(file: string | undefined, options: TextOptions): Promise<Layout> {
  const markup = readMarkup(file, options.text)
  const sheet = inWritingMode(openSheet(options.sheet, options.mode), options)
  const fonts = await fontsFor(options)
  const hyphenation = await openHyphenationFor(sheet)
  const typesetter = typesetterFor({ sheet, fonts, hyphenation, reader: readerOf(options) })
  const { style, width, height, maxLines, align } = options
  const size = sheet.styleNames.includes(style ?? '')
    ? sheet.style(style ?? '').size
    : sheet.base.size
  const values = { ...options.value, ...(await openImages(options.image ?? {}, size)) }
  const [min, max] = options.fit ?? []
  const fit = min !== undefined && max !== undefined ? { min, max } : undefined
  const frame = { width, height, maxLines, align, fit }
  const layout = typesetter.set(markup.text, { ...frame, style, values, source: markup.source })
  warn(layout.problems)
  return layout
}

/** Images an em high, in the middle of capitals. */
async function openImages(
  files: Readonly<Record<string, string>>,
  size: number,
): Promise<Record<string, InlineBoxItem>> {
  const boxes: Record<string, InlineBoxItem> = {}
  for (const [name, file] of Object.entries(files)) {
    const image = await openImage(file)
    const width = (size * image.width) / image.height
    boxes[name] = inlineBox({ width, height: size, image, centered: 'cap', label: name })
  }
  return boxes
}

function inWritingMode(sheet: Sheet, { style, writingMode }: TextOptions): Sheet {
  if (!writingMode || !style || !sheet.styleNames.includes(style)) return sheet
  return sheet.with({ styles: { [style]: { writingMode } } })
}

/** The reader's settings from the options. */
export function readerOf(options: TextOptions): ReaderSettings {
  return {
    scale: options.readerScale,
    growth: options.readerGrowth,
    spacing: options.readerSpacing,
    bold: options.readerBold,
    contrast: options.readerContrast,
  }
}
