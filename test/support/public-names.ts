import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { sheetJsonSchema } from 'dot-line'
import { dotlineHosted } from './command.ts'

const root = fileURLToPath(new URL('../../', import.meta.url))

const sources = readdirSync(join(root, 'src'), { recursive: true, encoding: 'utf8' })
  .filter(name => name.endsWith('.ts') && !name.endsWith('.d.ts'))
  .map(name => ({ name: `src/${name}`, text: readFileSync(join(root, 'src', name), 'utf8') }))

const textOf = (name: string) => sources.find(source => source.name === name)?.text ?? ''

/** The files that the package's subpaths lead to. */
function entries(): string[] {
  const { exports } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'))
  return Object.values<{ types?: string }>(exports).flatMap(({ types }) =>
    types ? [types.replace('./dist/', 'src/').replace('.d.ts', '.ts')] : [],
  )
}

/** Names that a file exports, those of the files it exports whole among them. */
function exportedBy(name: string): string[] {
  const text = textOf(name)
  const listed = [...text.matchAll(/^export (?:type )?\{([^}]*)\}/gm)].flatMap(match =>
    match[1].split(',').map(item =>
      item
        .replace(/^\s*type\s+/, '')
        .replace(/.* as /, '')
        .trim(),
    ),
  )
  const declared = [...text.matchAll(/^export (?:async )?(?:function|const) (\w+)/gm)].map(
    match => match[1],
  )
  const whole = [...text.matchAll(/^export \* from '\.\/([^']+)'/gm)].map(match => match[1])
  return [...listed, ...declared, ...whole.flatMap(file => exportedBy(`src/${file}`))].filter(
    n => n !== '',
  )
}

/** Every export of every subpath. */
export const publicExports = (): string[] => [
  ...new Set([
    ...entries()
      .filter(name => textOf(name) !== '')
      .flatMap(exportedBy),
    ...exportedBy('src/index.node.ts'),
  ]),
]

/** What an interface is that mirrors another standard's, name by name. */
const mirrored = new Set(['CanvasContext'])

/** The members of public interfaces and of the error, at any depth. */
export function publicMembers(): string[] {
  const known = new Set(publicExports())
  const members = new Set<string>()
  for (const { text } of sources) {
    for (const match of text.matchAll(/^export (?:interface|class) (\w+)[^{]*\{([\s\S]*?)^\}/gm)) {
      if (!known.has(match[1]) || mirrored.has(match[1])) continue
      const body = match[2].replace(/\/\*[\s\S]*?\*\//g, '')
      for (const [, name] of body.matchAll(/(?:^\s*|\{\s*)(?:override )?readonly ([\w$]+)\??:/gm)) {
        members.add(name)
      }
      for (const [, name] of body.matchAll(/^ {2}([a-z]\w*)(?:<[\s\S]*?>)?\(/gm)) {
        if (name !== 'constructor') members.add(name)
      }
    }
  }
  return [...members]
}

/** Every property of a sheet and of its styles, and the keys of those that are objects. */
export function sheetProperties(): string[] {
  const names = new Set<string>()
  const waiting: unknown[] = [sheetJsonSchema()]
  for (let at = waiting.pop(); at !== undefined; at = waiting.pop()) {
    if (typeof at !== 'object' || at === null) continue
    for (const [key, value] of Object.entries(at)) {
      waiting.push(value)
      if (key === 'properties') for (const name of Object.keys(value)) names.add(name)
    }
  }
  return [...names].filter(name => !name.startsWith('$'))
}

/** The codes that problems, errors and findings may have. */
export function problemCodes(): string[] {
  const codes = new Set<string>()
  const code = "'([a-z]+(?:-[a-z]+)+)'"
  const anyCode = "'([a-z]+(?:-[a-z]+)*)'"
  const told = new RegExp(
    `\\b(?:problem|errorProblem|warningProblem|fail|tell|report)\\(\\s*(?:[\\w.[\\]', ]+,\\s*)??${code}`,
    'g',
  )
  const direct = new RegExp(`\\b(?:problem|errorProblem|warningProblem|fail)\\(\\s*${anyCode}`, 'g')
  const chosen = new RegExp(`(?:code|Problem|tell|fail)[^;]{0,120}\\? ${code} : ${code}`, 'g')
  for (const { text } of sources) {
    for (const [, one] of text.matchAll(told)) codes.add(one)
    for (const [, one] of text.matchAll(direct)) codes.add(one)
    for (const [, one] of text.matchAll(new RegExp(`\\bcode: ${code}`, 'g'))) codes.add(one)
    for (const [, one, other] of text.matchAll(chosen)) codes.add(one).add(other)
  }
  const findings = textOf('src/check/finding.ts').matchAll(
    /^ {2}'([a-z-]+)': '(?:error|warning)'/gm,
  )
  for (const [, one] of findings) codes.add(one)
  return [...codes]
}

/** Every command of `dotline` and every long option of theirs. */
export function commandNames(): { readonly commands: string[]; readonly options: string[] } {
  const help = (...args: string[]) => dotlineHosted([...args, '--help'], root).out
  const commands = [...help().matchAll(/^ {2}([a-z]+) /gm)].map(match => match[1])
  const pages = [help(), ...commands.filter(name => name !== 'help').map(name => help(name))]
  const options = pages.flatMap(page => [...page.matchAll(/^ {2}(?:-\w, )?(--[a-z-]+)/gm)])
  return { commands, options: [...new Set(options.map(match => match[1]))] }
}

/** `--max-lines` as `maxLines`: an option is called what it sets. */
const asName = (option: string) =>
  option.slice(2).replace(/-([a-z])/g, (_, letter: string) => letter.toUpperCase())

/** Every name that a user of the library or the command can meet. */
export function publicNames(): string[] {
  const { commands, options } = commandNames()
  const all = [
    ...publicExports(),
    ...publicMembers().filter(name => name !== '$schema'),
    ...sheetProperties(),
    ...problemCodes(),
    ...commands,
    ...options.map(asName),
  ]
  return [...new Set(all)].sort()
}
