import { type Command, InvalidArgumentError, Option } from 'commander'
import {
  acceptedText,
  type Before,
  eachFinding,
  type Finding,
  readAccepted,
  readPlaces,
  reportPieces,
  withoutAccepted,
} from 'dot-line/check'
import { addCheckOptions, type CheckedTexts, openChecked } from './check-input.ts'
import { checkInParts, progressReport, runningParts, textsIn } from './check-jobs.ts'
import { findingsTable } from './check-table.ts'
import { CommandError } from './command-error.ts'
import { counted } from './counted.ts'
import { keptFindings } from './kept-findings.ts'
import { openCatalog } from './open-catalog.ts'
import { addFontOptions, fontsFor } from './open-fonts.ts'
import { openHyphenationFor } from './open-hyphenation.ts'
import { openSheet } from './open-sheet.ts'
import { repeated, wholeNumber } from './options.ts'
import { mergedParts } from './part-files.ts'
import { percentShown } from './progress.ts'
import { readText } from './read-file.ts'
import { temporaryFolder } from './temporary-folder.ts'
import { inChunks, writeOut } from './write-out.ts'

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

/** Options and action of the command. */
export function define(command: Command) {
  command
    .description(
      'Lays out every text of the catalogs at each of its places, in each language, text scale, width and ' +
        'mode, and reports text that is truncated or too wide, words that break, missing letters and texts, ' +
        'and low contrast. Ends with exit code 1 if it finds anything.',
    )
    .argument('[FILES...]', 'the list of places in JSON; with --merge, the parts of a check')
  addCheckOptions(command)
    .addOption(
      new Option('--format <format>', 'output format')
        .choices(['table', 'json', 'sarif', 'junit', 'markdown'])
        .default('table'),
    )
    .option('--accepted <file>', 'file of accepted findings')
    .option('--update', 'accepts the current findings: writes them into that file')
    .option(
      '--since <file>',
      'an earlier catalog or sheet: checks only the texts that the change affects; may be repeated',
      repeated,
    )
    .option('--part <part/parts>', 'one of several equal parts, such as 3/8', partOf)
    .option('--jobs <number>', 'number of processes', wholeNumber)
    .option('--merge', 'merges the findings of parts, written with --format json')
  addFontOptions(command)
    .option('-o, --output <file>', 'output file (default: standard output)')
    .addHelpText(
      'after',
      '\nExample:\n  dotline check places.json -s sheet.json --catalog strings.en.json --catalog strings.de.json',
    )
    .action(runCheck)
}

async function runCheck(files: readonly string[], options: CheckOptions) {
  const { findings, close } = options.merge ? merged(files) : await found(files, options)
  try {
    await report(findings, options)
  } finally {
    close()
  }
}

/** The findings in order, and what to do once they are written. */
interface Found {
  readonly findings: Iterable<Finding>
  close(): void
}

/** Writes what was found, but for what is accepted. */
async function report(all: Iterable<Finding>, options: CheckOptions) {
  const { accepted, update, format, output, part } = options
  if (update) {
    if (accepted === undefined) throw new CommandError('--update needs --accepted FILE')
    writeOut(accepted, acceptedText(all))
    let count = 0
    for (const _ of all) count++
    process.stdout.write(`${counted(count, 'finding')} accepted\n`)
    return
  }
  const findings = accepted === undefined ? all : notAccepted(all, accepted)
  const pieces =
    format === 'table' ? await findingsTable(findings) : reportPieces(format, findings, part)
  writeOut(output, inChunks(pieces))
  for (const _ of findings) {
    process.exitCode = isFound
    break
  }
}

/**
 * Findings that are not in a file of accepted ones; what is in it and was not found is reported.
 */
function notAccepted(all: Iterable<Finding>, file: string): Iterable<Finding> {
  const { findings, gone } = withoutAccepted(
    all,
    readAccepted(readText(file, 'list'), { source: file }),
  )
  if (gone.length > 0) {
    process.stderr.write(
      `warning: ${counted(gone.length, 'finding')} of ${file} no longer found (write it anew with --update)\n`,
    )
  }
  return findings
}

function merged(files: readonly string[]): Found {
  if (files.length === 0) throw new CommandError('--merge needs the files of all parts')
  const findings = mergedParts(files.map(path => ({ path, source: path })))
  // Read to their ends before anything is written.
  for (const _ of findings);
  return { findings, close() {} }
}

async function found(files: readonly string[], options: CheckOptions): Promise<Found> {
  const [file, more] = files
  if (file === undefined) throw new CommandError('no list of places', 'give a file in JSON, or -')
  if (more !== undefined)
    throw new CommandError(`one list of places is checked: ${file}, not ${more} too`)
  const { list, locationOf } = readPlaces(readText(file, 'list of places'), { source: file })
  const { jobs = 1, part, scales } = options
  const { sheet, catalogs } = await openChecked(options)
  // No more processes than there are texts.
  const texts = list.places.length * catalogs.reduce((sum, { keys }) => sum + keys.length, 0)
  const useful = Math.min(jobs, texts)
  if (useful > 1 && part === undefined && file !== '-') return foundInParts(useful)
  const hyphenation = await openHyphenationFor(sheet)
  const each = eachFinding({
    sheet,
    fonts: await fontsFor(options),
    catalogs,
    places: list,
    locationOf,
    ...(hyphenation && { hyphenation }),
    ...(scales && { scales }),
    ...(part && { part }),
    ...(options.since && { since: await asBefore(options.since) }),
    progress: progressReport(),
  })
  const kept = keptFindings()
  // Nobody uses all styles of the built-in sheet, and nobody can remove any.
  const isOwn = options.sheet !== undefined
  for (const finding of each) {
    if (isOwn || !['unused-style', 'unused-ink'].includes(finding.code)) kept.add(finding)
  }
  return { findings: kept.sorted(), close: kept.close }
}

async function foundInParts(jobs: number): Promise<Found> {
  const running = runningParts()
  const { path, remove } = temporaryFolder(running.end)
  try {
    const parts = await checkInParts(jobs, path, running, percentShown(textsIn))
    return { findings: mergedParts(parts), close: remove }
  } catch (error) {
    remove()
    throw error
  }
}

/** A file's content decides whether it is a sheet or a catalog. */
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
