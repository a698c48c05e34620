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
import { openSheet } from './open-sheet.ts'
import { positiveNumber } from './options.ts'
import { writeWhole } from './output.ts'
import { paintText, placeColumn, propertyValue, sizeText } from './style-text.ts'
import { table } from './table.ts'

interface SheetOptions {
  readonly why?: string
  readonly to?: 'tokens' | 'css' | 'json'
  readonly mode?: string
  readonly scale?: number
  readonly output?: string
}

export function addSheet(program: Command) {
  program
    .command('sheet')
    .summary('show the styles of a sheet, why they are so, or the sheet in another format')
    .description(
      'Prints the styles of a sheet with nothing left open, as a table. FILE is a sheet in JSON,\n' +
        'or a file of design tokens.',
    )
    .argument('<FILE>', 'the sheet')
    .option('--why <style>', 'each property of a style, with the style and the line that set it')
    .addOption(
      new Option('--to <format>', 'print the sheet in a format').choices(['tokens', 'css', 'json']),
    )
    .option('--mode <name>', 'a mode of the sheet')
    .option('--scale <factor>', 'sizes as a reader with this text scale gets them', positiveNumber)
    .option('-o, --output <file>', 'where to write, instead of printing')
    .addHelpText('after', '\nExample:\n  dotline sheet styles.json --mode dark --why headline')
    .action(showSheet)
}

function showSheet(file: string, options: SheetOptions) {
  const sheet = openSheet(file, options.mode)
  for (const note of sheet.notes) process.stderr.write(`warning: ${problemLine(note)}\n`)
  const text = sheetText(sheet, options)
  if (options.output === undefined) process.stdout.write(text)
  else writeWhole(options.output, text)
}

function sheetText(sheet: Sheet, { why, to, scale }: SheetOptions): string {
  if (to === 'css') return writeCss(sheet)
  if (to === 'json') return `${JSON.stringify(sheet.source(), null, 2)}\n`
  if (to === 'tokens') {
    const { tokens, notes } = writeTokens(sheet)
    for (const note of notes) process.stderr.write(`warning: ${note.message}\n`)
    return `${JSON.stringify(tokens, null, 2)}\n`
  }
  const reader = { scale }
  return why === undefined ? stylesTable(sheet, reader) : whyTable(sheet, why, reader)
}

function stylesTable(sheet: Sheet, reader: ReaderSettings): string {
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
  const foot = open ? '\n* of the text around it; here, of text without a style\n' : ''
  return table([heads, ...rows]) + foot
}

function whyTable(sheet: Sheet, name: string, reader: ReaderSettings): string {
  const style = readerStyle(sheet.style(name), reader)
  const rows = sheet.why(name).map(({ property, stated, style: by, place }) => {
    return [
      property,
      property === 'ink' ? inkText(style, stated) : propertyValue(property, style),
      by,
      placeColumn(place),
    ]
  })
  if (rows.length === 0) return `${name} states nothing; it is what the text around it is\n`
  return table([['property', 'value', 'set by', 'at'], ...rows])
}

/** The ink's name where it was stated by one, and its color. */
function inkText({ ink }: Style, stated: unknown): string {
  const text = paintText(ink)
  return typeof stated === 'string' && stated !== text ? `${stated} ${text}` : text
}
