import type { Command } from 'commander'
import { problemLine } from 'dot-line'
import { catalogJson, readXliff, toXliff } from 'dot-line/xliff'
import { CommandError } from './command-error.ts'
import { isXliff, knownLanguage, openCatalog } from './open-catalog.ts'
import { readText } from './read-file.ts'
import { writeOut } from './write-out.ts'

interface ExchangeOptions {
  readonly to?: string
  readonly output?: string
}

/** Options and action of the command. */
export function define(command: Command) {
  command
    .description(
      'Writes a catalog as XLIFF 2 for translators, with what is translated already, and reads what they ' +
        'send back. Spans and values are inline codes, so translations keep them.',
    )
    .argument('<FILE>', 'the source catalog in JSON, or translated XLIFF')
    .argument('[TRANSLATION]', 'the existing catalog of the other language')
    .option('--to <language>', 'the target language, if it has no catalog')
    .option('-o, --output <file>', 'output file (default: standard output)')
    .addHelpText(
      'after',
      '\nExamples:\n  dotline exchange strings.en.json strings.el.json -o el.xlf\n' +
        '  dotline exchange el.xlf -o strings.el.json',
    )
    .action(exchange)
}

async function exchange(
  file: string,
  translation: string | undefined,
  { to, output }: ExchangeOptions,
) {
  if (isXliff(file)) {
    const { target, problems } = readXliff(readText(file, 'file'), { source: file })
    for (const problem of problems) process.stderr.write(`warning: ${problemLine(problem)}\n`)
    return writeOut(output, catalogJson(target))
  }
  const source = await openCatalog(file, undefined)
  knownLanguage(source, file)
  if (translation === undefined) {
    if (to === undefined) {
      throw new CommandError('no language to translate into', 'give its catalog, or --to LANGUAGE')
    }
    return writeOut(output, toXliff(source, { language: to }))
  }
  const catalog = await openCatalog(translation, to)
  writeOut(output, toXliff(source, { catalog, language: knownLanguage(catalog, translation) }))
}
