import { type Command, Option } from 'commander'
import {
  openFonts,
  type ParsedMarkup,
  type Problem,
  parseMarkup,
  plainText,
  problemLine,
  type RichText,
  richFromHtml,
  richToHtml,
  richToMarkup,
  typesetterFor,
} from 'dot-line'
import { caretLines } from './caret-lines.ts'
import { catalogProblems } from './catalog-problems.ts'
import { treeText } from './markup-tree.ts'
import { openSheet } from './open-sheet.ts'
import { namedValue } from './options.ts'
import { readMarkup } from './read-markup.ts'

interface MarkupOptions {
  readonly text?: string
  readonly from?: 'markup' | 'html'
  readonly format: 'tree' | 'text' | 'html' | 'markup' | 'problems'
  readonly sheet?: string
  readonly value?: Record<string, string>
}

/** Options and action of the command. */
export function define(command: Command) {
  command
    .description(
      'Reads markup, or HTML, and prints its tree, its plain text, HTML, markup, or its problems ' +
        'with a caret under each. Errors in it end with exit code 2. Where FILE is a .json it is a catalog, ' +
        'all texts of which are checked.',
    )
    .argument('[FILE]', 'a text file in UTF-8, or -')
    .option('-t, --text <markup>', 'the markup itself')
    .addOption(
      new Option('--from <format>', 'input format').choices(['markup', 'html']).default('markup'),
    )
    .addOption(
      new Option('--format <format>', 'output format')
        .choices(['tree', 'text', 'html', 'markup', 'problems'])
        .default('tree'),
    )
    .option('-s, --sheet <file>', 'also checks names and values against a style sheet')
    .option('--value <name=text>', 'fills a placeholder; may be repeated', namedValue)
    .addHelpText(
      'after',
      "\nExample:\n  dotline markup -t 'Boats to ~strong[{port}] are late' --format tree",
    )
    .action(showMarkup)
}

async function showMarkup(file: string | undefined, options: MarkupOptions) {
  const { text, source } = readMarkup(file, options.text, options.from === 'html')
  if (file?.endsWith('.json')) {
    // A catalog has many texts: what is wrong with any is reported.
    report(await catalogProblems(text, source, options.sheet), text, true)
    return
  }
  const parsed =
    options.from === 'html' ? richFromHtml(text, { source }) : parseMarkup(text, { source })
  const problems = [...parsed.problems, ...(await settingProblems(parsed, source, options))]
  report(problems, text, options.format === 'problems')
  if (options.format !== 'problems') process.stdout.write(output(parsed.rich, options))
}

/** Problems with a caret under each, as what is asked for or beside it. */
function report(problems: readonly Problem[], text: string, isAsked: boolean) {
  const shown = problems.map(problem => {
    return `${problem.severity}: ${problemLine(problem)}\n${caretLines(text, problem)}`
  })
  if (isAsked) process.stdout.write(shown.join('') || 'no problems\n')
  else process.stderr.write(shown.join(''))
  if (problems.some(problem => problem.severity === 'error')) process.exitCode = 2
}

/** Problems of names and values, if there is a sheet to compare them with. */
async function settingProblems(
  { rich }: ParsedMarkup,
  source: string,
  { sheet: file, value: values }: MarkupOptions,
) {
  if (file === undefined) return []
  const [sheet, fonts] = [openSheet(file, undefined), await openFonts()]
  return typesetterFor({ sheet, fonts, problems: 'collect' }).set(rich, { source, values }).problems
}

function output(rich: RichText, { format, value: values }: MarkupOptions): string {
  switch (format) {
    case 'text':
      return `${plainText(rich, values)}\n`
    case 'html':
      return `${richToHtml(rich, { values }).html}\n`
    case 'markup':
      return `${richToMarkup(rich, values)}\n`
    default:
      return treeText(rich)
  }
}
