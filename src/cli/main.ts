#!/usr/bin/env node
import { createRequire } from 'node:module'
import { Command, CommanderError, type Option } from 'commander'
import { errorLines, systemReason } from './command-error.ts'
import { endProgress } from './progress.ts'

/** Bad input, of whatever kind. */
const badInput = 2

const { version } = createRequire(import.meta.url)('../../package.json')

interface Called {
  readonly name: string
  readonly summary: string
  readonly load: () => Promise<{
    define(command: Command, all: () => Promise<readonly Command[]>): void
  }>
}

/**
 * Every command, with what the list of commands says of it. What a command needs is loaded when it
 * is called: help and version load nothing.
 */
const commands: readonly Called[] = [
  {
    name: 'init',
    summary: 'write a small sheet, catalog and list of places to start from',
    load: () => import('./init.ts'),
  },
  {
    name: 'render',
    summary: 'set markup, and write a picture or a document',
    load: () => import('./render.ts'),
  },
  {
    name: 'measure',
    summary: 'set markup, and print measurements',
    load: () => import('./measure.ts'),
  },
  {
    name: 'sheet',
    summary: 'print the styles of a sheet, where they come from, or the sheet in another format',
    load: () => import('./sheet.ts'),
  },
  {
    name: 'markup',
    summary: 'print the tree, text, HTML or problems of markup',
    load: () => import('./markup.ts'),
  },
  {
    name: 'fonts',
    summary: 'list the available families and faces',
    load: () => import('./fonts.ts'),
  },
  {
    name: 'specimen',
    summary: 'draw font families as a specimen',
    load: () => import('./specimen.ts'),
  },
  {
    name: 'chart',
    summary: 'draw bars, lines, points or a ring from JSON and CSV',
    load: () => import('./chart.ts'),
  },
  {
    name: 'check',
    summary: 'find texts that are truncated, broken or unreadable, before readers do',
    load: () => import('./check.ts'),
  },
  {
    name: 'proof',
    summary: 'draw every text at every place, findings outlined, as a web page',
    load: () => import('./proof.ts'),
  },
  {
    name: 'preview',
    summary: 'serve the workbench and the proof on this machine, live',
    load: () => import('./preview.ts'),
  },
  {
    name: 'exchange',
    summary: 'write texts as XLIFF for translators, and read their translations',
    load: () => import('./exchange.ts'),
  },
  {
    name: 'completion',
    summary: 'print a completion script for a shell',
    load: () => import('./completion.ts'),
  },
  {
    name: 'demo',
    summary: 'write the screens, charts and documents of a made-up ferry company',
    load: () => import('./demo.ts'),
  },
]

/** The command that is called, or that help is asked for. */
function calledName(): string | undefined {
  const names = process.argv.slice(2).filter(word => !word.startsWith('-'))
  return names[0] === 'help' ? names[1] : names[0]
}

/** All commands with their options, for what is reported all of them. */
function everyCommand(): Promise<readonly Command[]> {
  return Promise.all(
    commands.map(async ({ name, summary, load }) => {
      const one = new Command(name).summary(summary)
      ;(await load()).define(one, everyCommand)
      return one
    }),
  )
}

async function program(): Promise<Command> {
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
    .addHelpText('after', '\nExit codes: 0 done; 1 dotline check found something; 2 bad input.')
    .configureOutput({ outputError: (text, write) => write(oneLine(text)) })
    .exitOverride()
  const called = calledName()
  for (const { name, summary, load } of commands) {
    const sub = command.command(name).summary(summary)
    if (name === called) (await load()).define(sub, everyCommand)
    sub.copyInheritedSettings(command)
  }
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
  const command = await program()
  if (process.argv.length <= 2) {
    command.outputHelp()
    return
  }
  try {
    await command.parseAsync()
  } catch (error) {
    endProgress()
    if (error instanceof CommanderError) {
      process.exitCode = error.exitCode === 0 ? 0 : badInput
      return
    }
    for (const line of await errorLines(error)) process.stderr.write(`${line}\n`)
    process.exitCode = badInput
  }
}

// A reader that closes the pipe early, as `head` does, is no mistake.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  process.exitCode = error.code === 'EPIPE' ? 0 : badInput
  if (error.code === 'EPIPE') return
  process.stderr.write(`error: cannot write to standard output (${systemReason(error)})\n`)
})

await main()
