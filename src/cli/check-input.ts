import { type Command, InvalidArgumentError, Option } from 'commander'
import type { Catalog, Sheet } from 'dot-line'
import { type PseudoKind, pseudoCatalog } from 'dot-line/check'
import { CommandError } from './command-error.ts'
import { openCatalog } from './open-catalog.ts'
import type { FontOptions } from './open-fonts.ts'
import { openSheet } from './open-sheet.ts'
import { repeated } from './options.ts'

/** The texts to check, and their options. */
export interface CheckedTexts extends FontOptions {
  readonly sheet?: string
  readonly catalog?: readonly string[]
  readonly pseudo?: readonly PseudoKind[]
  readonly scales?: readonly number[]
}

export function addCheckOptions(command: Command): Command {
  return command
    .option('-s, --sheet <file>', 'style sheet in JSON (default: a small built-in one)')
    .option('--catalog <file>', 'texts by key in JSON, the source first; may be repeated', repeated)
    .addOption(
      new Option(
        '--pseudo <kind>',
        'also checks pseudo texts made from the source; may be repeated',
      )
        .choices(['accented', 'longer', 'mirrored'])
        .argParser(pseudoKinds),
    )
    .option('--scales <numbers>', "the reader's text scales, such as 1,2", numberList)
}

export async function openChecked({ sheet, catalog = [], pseudo = [] }: CheckedTexts): Promise<{
  readonly sheet: Sheet
  readonly catalogs: readonly Catalog[]
}> {
  const opened = openSheet(sheet, undefined)
  const catalogs = await Promise.all(catalog.map(name => openCatalog(name, undefined, 'collect')))
  if (catalogs.length === 0) throw new CommandError('no texts to check', 'give --catalog FILE')
  for (const kind of pseudo) catalogs.push(pseudoCatalog(catalogs[0], kind))
  return { sheet: opened, catalogs }
}

function numberList(text: string): readonly number[] {
  const numbers = text.split(',').map(Number)
  if (!numbers.every(number => number > 0 && number <= 10)) {
    throw new InvalidArgumentError('It takes numbers above 0 with commas between.')
  }
  return numbers
}

const kinds = ['accented', 'longer', 'mirrored'] as const

function pseudoKinds(text: string, before: readonly PseudoKind[] = []): PseudoKind[] {
  const kind = kinds.find(one => one === text)
  if (!kind) throw new InvalidArgumentError(`Allowed choices are ${kinds.join(', ')}.`)
  return [...before, kind]
}
