import { type Command, InvalidArgumentError, Option } from 'commander'
import {
  acceptedText,
  type Before,
  check,
  type Finding,
  findingsText,
  junitReport,
  markdownReport,
  mergedFindings,
  readAccepted,
  readPlaces,
  sarifReport,
  withoutAccepted,
} from 'dot-line/check'
import { addCheckOptions, type CheckedTexts, openChecked } from './check-input.ts'
import { checkInParts, textsIn, toldProgress } from './check-jobs.ts'
import { findingsTable } from './check-table.ts'
import { CommandError } from './command-error.ts'
import { counted } from './counted.ts'
import { openCatalog } from './open-catalog.ts'
import { addFontOptions, openFonts } from './open-fonts.ts'
import { openHyphenationFor } from './open-hyphenation.ts'
import { openSheet } from './open-sheet.ts'
import { repeated, wholeNumber } from './options.ts'
import { writeOut } from './output.ts'
import { percentTold } from './progress.ts'
import { readText } from './read-file.ts'

interface CheckOptions extends CheckedTexts {
  readonly format: 'table' | 'json' | 'sarif' | 'junit' | 'markdown'
  readonly output?: string
  readonly accepted?: string
  readonly update?: true
  readonly part?: readonly [number, number]
  readonly jobs?: number
  readonly since?: readonly string[]
  readonly merge?: true
}

/** Something was found: it is no mistake of the call. */
const isFound = 1

/** What the command takes, and what it does. */
export function define(command: Command) {
  command
    .description(
      'Lays every text of the catalogs out at every place that it has, in each language, at each of ' +
        "the reader's text scales, in each width and mode, and tells what is wrong: text that is cut or " +
        'too wide, words that break, missing letters and texts, contrast that is too low. Ends with exit ' +
        'code 1 where something is found.',
    )
    .argument('[FILES...]', 'the list of places in JSON; with --merge, the parts of a check')
  addCheckOptions(command)
    .addOption(
      new Option('--format <format>', 'what is printed')
        .choices(['table', 'json', 'sarif', 'junit', 'markdown'])
        .default('table'),
    )
    .option('--accepted <file>', 'findings that are taken as they are')
    .option('--update', 'writes what is found into that file')
    .option(
      '--since <file>',
      'a catalog or sheet as it was: only what a change affects is checked; may be repeated',
      repeated,
    )
    .option('--part <part/parts>', 'one of so many equal parts, such as 3/8', partOf)
    .option('--jobs <number>', 'how many processes work at it', wholeNumber)
    .option('--merge', 'puts the findings of parts together, which --format json wrote')
  addFontOptions(command)
    .option('-o, --output <file>', 'where to write; without it, standard output')
    .addHelpText(
      'after',
      '\nExample:\n  dotline check places.json -s sheet.json --catalog strings.en.json --catalog strings.de.json',
    )
    .action(runCheck)
}

async function runCheck(files: readonly string[], options: CheckOptions) {
  const all = options.merge ? merged(files) : await found(files, options)
  const { accepted, update, format, output, part } = options
  if (update) {
    if (accepted === undefined) throw new CommandError('--update needs --accepted FILE')
    writeOut(accepted, acceptedText(all))
    process.stdout.write(`${counted(all.length, 'finding')} accepted\n`)
    return
  }
  const { findings, gone } =
    accepted === undefined
      ? { findings: all, gone: [] }
      : withoutAccepted(all, readAccepted(readText(accepted, 'list'), accepted))
  if (gone.length > 0) {
    process.stderr.write(
      `warning: ${counted(gone.length, 'finding')} of ${accepted} no longer found (write it anew with --update)\n`,
    )
  }
  const reports = {
    table: () => findingsTable(findings),
    json: () => findingsText(findings, part),
    sarif: () => sarifReport(findings),
    junit: () => junitReport(findings),
    markdown: () => markdownReport(findings),
  }
  writeOut(output, await reports[format]())
  if (findings.length > 0) process.exitCode = isFound
}

function merged(files: readonly string[]): readonly Finding[] {
  if (files.length === 0) throw new CommandError('--merge needs the files of all parts')
  return mergedFindings(files.map(source => ({ json: readText(source, 'part'), source })))
}

async function found(files: readonly string[], options: CheckOptions): Promise<readonly Finding[]> {
  const [file, more] = files
  if (file === undefined) throw new CommandError('no list of places', 'give a file in JSON, or -')
  if (more !== undefined)
    throw new CommandError(`one list of places is checked: ${file}, not ${more} too`)
  const { list, locationOf } = readPlaces(readText(file, 'list of places'), { source: file })
  const { jobs = 1, part, scales } = options
  if (jobs > 1 && part === undefined && file !== '-')
    return checkInParts(jobs, percentTold(textsIn))
  const { sheet, catalogs } = await openChecked(options)
  const hyphenation = await openHyphenationFor(sheet)
  return check({
    sheet,
    shelf: await openFonts(options),
    catalogs,
    places: list,
    locationOf,
    ...(hyphenation && { hyphenation }),
    ...(scales && { scales }),
    ...(part && { part }),
    ...(options.since && { since: await asBefore(options.since) }),
    progress: toldProgress(),
  })
}

/** Sheets are told from catalogs by what is in them. */
async function asBefore(files: readonly string[]): Promise<Before> {
  const isSheet = (file: string) => /^\s*\{[\s\S]*"styles"\s*:\s*\{/.test(readText(file, 'file'))
  const sheets = files.filter(isSheet)
  const [sheet, other] = sheets
  if (other !== undefined) {
    throw new CommandError(`two sheets are given as they were: ${sheet} and ${other}`, 'give one')
  }
  return {
    ...(sheet !== undefined && { sheet: openSheet(sheet, undefined) }),
    catalogs: await Promise.all(
      files
        .filter(file => !sheets.includes(file))
        .map(file => openCatalog(file, undefined, 'collect')),
    ),
  }
}

function partOf(text: string): readonly [number, number] {
  const [part, of] = /^(\d+)\/(\d+)$/.exec(text)?.slice(1).map(Number) ?? []
  if (part === undefined || part < 1 || part > of) {
    throw new InvalidArgumentError('It takes a part and how many there are, such as 3/8.')
  }
  return [part, of]
}
