import { type Command, InvalidArgumentError } from 'commander'
import { addCheckOptions, type CheckedTexts } from './check-input.ts'
import { CommandError } from './command-error.ts'
import { addFontOptions, type FontOptions } from './open-fonts.ts'
import { wholeNumber } from './options.ts'
import { previewFiles } from './preview-files.ts'
import { servePreview } from './preview-server.ts'

interface PreviewOptions extends CheckedTexts, FontOptions {
  readonly port: number
}

/** Options and action of the command. */
export function define(command: Command) {
  command
    .description(
      'Serves the workbench, and the proof where there is a list of places, on this machine alone: sheet ' +
        'and texts are seen as they are edited, with their problems in place. Only the files that are named ' +
        'here are served. Ends with Ctrl+C.',
    )
    .argument('[FILE]', 'the list of places in JSON')
  addFontOptions(addCheckOptions(command))
    .option('--port <number>', 'port; 0 for any free one', portNumber, 4870)
    .addHelpText(
      'after',
      '\nExample:\n  dotline preview places.json -s sheet.json --catalog strings.en.json',
    )
    .action(preview)
}

function portNumber(text: string): number {
  const port = text === '0' ? 0 : wholeNumber(text)
  if (port > 65_535) throw new InvalidArgumentError('It takes a port from 0 to 65535.')
  return port
}

async function preview(places: string | undefined, options: PreviewOptions) {
  const { sheet, catalog = [] } = options
  if (sheet === undefined) throw new CommandError('no sheet to show', 'give -s FILE')
  if (places !== undefined && catalog.length === 0) {
    throw new CommandError('no texts for the places', 'give --catalog FILE')
  }
  const files = previewFiles({
    ...options,
    sheet,
    catalog,
    ...(places !== undefined && { places }),
  })
  const address = await servePreview(files, options.port)
  const shown = [
    `workbench  ${address}/`,
    ...(places === undefined ? [] : [`proof      ${address}/proof`]),
  ]
  process.stdout.write(`${shown.join('\n')}\n`)
}
