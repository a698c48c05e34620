import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { elementStyles, sheetJsonSchema } from 'dot-line'
import { chartJsonSchema } from 'dot-line/chart-file'
import { placesJsonSchema } from 'dot-line/check'
import { documentJsonSchema } from 'dot-line/document'
import { packageEntries } from '../../scripts/package-entries.mjs'
import { dotlineHosted } from './command.ts'

const root = fileURLToPath(new URL('../../', import.meta.url))

const sources = readdirSync(join(root, 'src'), { recursive: true, encoding: 'utf8' })
  .filter(name => name.endsWith('.ts') && !name.endsWith('.d.ts'))
  .map(name => ({ name: `src/${name}`, text: readFileSync(join(root, 'src', name), 'utf8') }))

const textOf = (name: string) => sources.find(source => source.name === name)?.text ?? ''

/** The files that the package's subpaths lead to. */
function entries(): string[] {
  return packageEntries().flatMap(({ targets: { types } }) =>
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

/** Every key of the JSON files that users write, and every word that a key takes. */
export function jsonNames(): string[] {
  const names = new Set<string>()
  const waiting: unknown[] = [
    sheetJsonSchema(),
    chartJsonSchema(),
    documentJsonSchema(),
    placesJsonSchema(),
  ]
  for (let at = waiting.pop(); at !== undefined; at = waiting.pop()) {
    if (typeof at !== 'object' || at === null) continue
    for (const [key, value] of Object.entries(at)) {
      waiting.push(value)
      if (key === 'properties') for (const name of Object.keys(value)) names.add(name)
      if (key !== 'enum' && key !== 'const') continue
      for (const word of [value].flat()) if (isWord(word)) names.add(word)
    }
  }
  return [...names].filter(name => !name.startsWith('$'))
}

const isWord = (value: unknown): value is string =>
  typeof value === 'string' && /^[a-z][\w-]+$/i.test(value)

/** Words that public types list: `'start' | 'end'`, and members inside of unions. */
export function typeWords(): string[] {
  const known = new Set(publicExports())
  const words = new Set<string>()
  for (const { text } of sources) {
    const code = text.replace(/\/\*[\s\S]*?\*\//g, '').replace(/\/\/.*$/gm, '')
    for (const [, name, body] of code.matchAll(
      /^export (?:interface|type) (\w+)([\s\S]*?)(?=^(?:export|const|function|interface|type|class|async|let)\b|(?![\s\S]))/gm,
    )) {
      if (!known.has(name) || mirrored.has(name) || body.includes('infer ')) continue
      for (const [, word] of body.matchAll(/[|:<,=]\s*'([^']+)'/g))
        if (isWord(word)) words.add(word)
      for (const [, member] of body.matchAll(/readonly ([\w$]+)\??:/g)) words.add(member)
    }
  }
  return [...words].filter(word => word !== '$schema')
}

/** What pages see of the elements: attributes, events, custom properties, data attributes. */
export function elementWords(): string[] {
  const screen = sources.filter(({ name }) => name.startsWith('src/screen/'))
  const words = new Set<string>()
  for (const { text } of screen) {
    for (const [, list] of text.matchAll(/const attributes[^[]*\[([^\]]*)\]/g)) {
      for (const [, word] of list.matchAll(/'([a-z-]+)'/g)) words.add(word)
    }
    for (const [, word] of text.matchAll(/CustomEvent(?:<[^>]*>)?\('([a-z-]+)'/g)) words.add(word)
    for (const [, word] of text.matchAll(/(data-dotline-[a-z-]+)/g)) words.add(word)
  }
  words.add('--dotline-text-scale')
  return [...words]
}

/** Styles that the library looks for by their names. */
export function styleWords(): string[] {
  const keysOf = (file: string) =>
    [
      ...(/const usual[^{]*= \{([\s\S]*?)^\}/m.exec(textOf(file))?.[1] ?? '').matchAll(
        /^ {2}'?([\w-]+)'?:/gm,
      ),
    ].map(match => match[1])
  const states = /const states = \[([^\]]*)\]/.exec(textOf('src/screen/state-rules.ts'))?.[1] ?? ''
  return [
    ...keysOf('src/chart/parts.ts').map(part => `chart-${part}`),
    ...keysOf('src/document/document-parts.ts').map(part => `document-${part}`),
    ...[...states.matchAll(/'(\w+)'/g)].map(match => match[1]),
    ...['tooltip', 'link', 'defaults', 'more-contrast', 'dark', 'reduced-transparency'],
    ...Object.values(elementStyles),
  ]
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
    ...jsonNames(),
    ...typeWords(),
    ...elementWords(),
    ...styleWords(),
    ...problemCodes(),
    ...commands,
    ...options.map(asName),
  ]
  return [...new Set(all)].sort()
}
