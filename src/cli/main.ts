#!/usr/bin/env node
import { createRequire } from 'node:module'
import { Command, CommanderError, type Option } from 'commander'
import { errorLines } from './command-error.ts'
import { addDemo } from './demo.ts'
import { addFonts } from './fonts.ts'
import { addMarkup } from './markup.ts'
import { addMeasure } from './measure.ts'
import { addRender } from './render.ts'
import { addSheet } from './sheet.ts'
import { addSpecimen } from './specimen.ts'

/** Bad input, of whatever kind. */
const badInput = 2

const { version } = createRequire(import.meta.url)('../../package.json')

function program(): Command {
  const command = new Command('dotline')
  command
    .description(
      'Styled text for screens, charts and documents: the same lines at the same places.',
    )
    .version(version, '-V, --version', 'print the version')
    .helpOption('-h, --help', 'print this help')
    .helpCommand('help [command]', 'print the help of a command')
    .showHelpAfterError(false)
    .configureHelp({ optionDescription })
    .configureOutput({ outputError: (text, write) => write(oneLine(text)) })
    .exitOverride()
  addRender(command)
  addMeasure(command)
  addSheet(command)
  addMarkup(command)
  addFonts(command)
  addSpecimen(command)
  addDemo(command)
  for (const sub of command.commands) sub.copyInheritedSettings(command)
  return command
}

/** Choices and defaults as they are typed, without quotation marks. */
function optionDescription(option: Option): string {
  const { description, argChoices, defaultValue, defaultValueDescription } = option
  const usual = defaultValueDescription ?? defaultValue
  const more = [
    ...(argChoices ? [`choices: ${argChoices.join(', ')}`] : []),
    ...(usual === undefined ? [] : [`default: ${String(usual)}`]),
  ]
  return more.length === 0 ? description : `${description} (${more.join('; ')})`
}

/** The argument parser's own messages may have a suggestion on a second line. */
function oneLine(text: string): string {
  return `${text.trim().replace(/\s*\n\s*/g, ' ')}\n`
}

async function main() {
  const command = program()
  if (process.argv.length <= 2) {
    command.outputHelp()
    return
  }
  try {
    await command.parseAsync()
  } catch (error) {
    if (error instanceof CommanderError) {
      process.exitCode = error.exitCode === 0 ? 0 : badInput
      return
    }
    for (const line of errorLines(error)) process.stderr.write(`${line}\n`)
    process.exitCode = badInput
  }
}

// A reader that closes the pipe early, as `head` does, is no mistake.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  process.exitCode = error.code === 'EPIPE' ? 0 : badInput
})

await main()
