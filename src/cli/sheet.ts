import { type Command, Option } from 'commander'
import {
  problemLine,
  type ReaderSettings,
  readerStyle,
  type Sheet,
  type Style,
  writeCss,
  writeTokens,
} from 'dot-line'
import { CommandError } from './command-error.ts'
import { openSheet } from './open-sheet.ts'
import { positiveNumber } from './options.ts'
import { paintText, placeColumn, propertyValue, sizeText } from './style-text.ts'
import { table } from './table.ts'
import { writeWhole } from './write-out.ts'

interface SheetOptions {
  readonly why?: string
  readonly format?: 'table' | 'tokens' | 'css' | 'json'
  readonly mode?: string
  readonly readerScale?: number
  readonly output?: string
}

/** Options and action of the command. */
export function define(command: Command) {
  command
    .description(
      'Prints the styles of a sheet, every property resolved. FILE is a sheet in JSON, or a file ' +
        'of design tokens.',
    )
    .argument('<FILE>', 'the sheet')
    .option('--why <style>', 'each property of a style, with the style and the line that set it')
    .addOption(
      new Option('--format <format>', 'output format')
        .choices(['table', 'tokens', 'css', 'json'])
        .default(undefined, 'by the extension of -o, or else table'),
    )
    .option('--mode <name>', 'a mode of the sheet')
    .option(
      '--reader-scale <factor>',
      'sizes as a reader with this text scale gets them',
      positiveNumber,
    )
    .option('-o, --output <file>', 'where to write, instead of printing')
    .addHelpText('after', '\nExample:\n  dotline sheet styles.json --mode dark --why headline')
    .action(showSheet)
}

async function showSheet(file: string, options: SheetOptions) {
  const sheet = openSheet(file, options.mode)
  for (const note of sheet.warnings) process.stderr.write(`warning: ${problemLine(note)}\n`)
  const text = await sheetText(sheet, options)
  if (options.output === undefined) process.stdout.write(text)
  else writeWhole(options.output, text)
}

async function sheetText(sheet: Sheet, options: SheetOptions): Promise<string> {
  const { why, readerScale: scale } = options
  const format = options.format ?? formatOfPath(options.output ?? '')
  if (why !== undefined && (format === 'css' || format === 'tokens')) {
    throw new CommandError(
      `--why tells of one style, which is no ${format}`,
      'print it as a table or as json',
    )
  }
  if (why !== undefined && format === 'json') return `${JSON.stringify(sheet.why(why), null, 2)}\n`
  if (format === 'css') return writeCss(sheet)
  if (format === 'json') return `${JSON.stringify(sheet.definition(), null, 2)}\n`
  if (format === 'tokens') {
    const { tokens, warnings: notes } = writeTokens(sheet)
    for (const note of notes) process.stderr.write(`warning: ${problemLine(note)}\n`)
    return `${JSON.stringify(tokens, null, 2)}\n`
  }
  const reader = { scale }
  return why === undefined ? stylesTable(sheet, reader) : whyTable(sheet, why, reader)
}

/** The format of a sheet, from its file name. */
function formatOfPath(path: string): SheetOptions['format'] {
  if (path.endsWith('.css')) return 'css'
  if (path.endsWith('.tokens.json')) return 'tokens'
  return path.endsWith('.json') ? 'json' : 'table'
}

async function stylesTable(sheet: Sheet, reader: ReaderSettings): Promise<string> {
  const rows = sheet.styleNames.map(name => {
    const style = readerStyle(sheet.style(name), reader)
    const open = sheet.stated(name)?.size?.kind !== 'units'
    return [
      name,
      style.family.join(', '),
      // A style that states no size of its own takes that of the text around it.
      sizeText(style.size) + (open ? ' *' : ''),
      String(style.weight),
      style.slant,
      propertyValue('leading', style),
      inkText(style, sheet.why(name).find(reason => reason.property === 'ink')?.stated),
    ]
  })
  const heads = ['style', 'family', 'size', 'weight', 'slant', 'leading', 'ink']
  const open = rows.some(row => row[2].endsWith('*'))
  const foot = open ? '\n* inherited from the text around it; here, from the defaults\n' : ''
  return `${await table([heads, ...rows])}${foot}`
}

async function whyTable(sheet: Sheet, name: string, reader: ReaderSettings): Promise<string> {
  const style = readerStyle(sheet.style(name), reader)
  const rows = sheet.why(name).map(({ property, stated, style: by, location }) => {
    return [
      property,
      property === 'ink' ? inkText(style, stated) : propertyValue(property, style),
      by,
      placeColumn(location),
    ]
  })
  if (rows.length === 0)
    return `${name} sets no property; it takes all of them from the text around it\n`
  return table([['property', 'value', 'set by', 'at'], ...rows])
}

/** The ink's name where it was stated by one, and its color. */
function inkText({ ink }: Style, stated: unknown): string {
  const text = paintText(ink)
  return typeof stated === 'string' && stated !== text ? `${stated} ${text}` : text
}
