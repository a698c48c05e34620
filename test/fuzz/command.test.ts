import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { expect, it } from 'vitest'
import { dotlineHosted } from '../support/command.ts'
import { fontFiles } from '../support/font-files.ts'
import { mutatedText, type Next, numbers, pick, roundsOf } from '../support/random.ts'

const folder = fileURLToPath(new URL('../../examples/lantern-sound/', import.meta.url))
const data = (name: string) => readFileSync(join(folder, name))
const cwd = mkdtempSync(join(tmpdir(), 'dot-line-fuzz-'))

const places = JSON.stringify({
  scales: [1],
  places: [{ name: 'a', style: 'body', keys: ['board.*'], width: [80], background: '#fff' }],
})
const catalog = JSON.stringify({ board: JSON.parse(String(data('strings.en.json'))).board })

/** Files that commands are given, whole. */
const files: Readonly<Record<string, Buffer>> = {
  'sheet.json': data('sheet.json'),
  'places.json': Buffer.from(places),
  'texts.en.json': Buffer.from(catalog),
  'texts.de.json': Buffer.from(catalog.replace('{', '{ ')),
  'receipt.en.mf2.json': data('receipt.en.mf2.json'),
  'passengers.json': data('passengers.json'),
  'passengers.csv': data('passengers.csv'),
  'letter.json': data('letter.en.json'),
  'text.txt': Buffer.from('Boats are ~strong[late] to {port}: ~href="https://a.example"[more]\n'),
  'harbour.png': data('harbour.png'),
  'serif.ttf': readFileSync(fontFiles.serif),
  'texts.xlf': Buffer.from(''),
}

const formats = ['svg', 'pdf', 'html', 'dxf'] as const

/** Lines that name files, one of which is changed. */
const commands: readonly (readonly [changed: string, ...args: string[]])[] = [
  ['sheet.json', 'sheet', 'sheet.json', '--format', 'css'],
  ['sheet.json', 'render', '-t', '~strong[x]', '-s', 'sheet.json', '-o', 'out.svg'],
  ['places.json', 'check', 'places.json', '-s', 'sheet.json', '--catalog', 'texts.en.json'],
  ['texts.en.json', 'check', 'places.json', '-s', 'sheet.json', '--catalog', 'texts.en.json'],
  ['places.json', 'proof', 'places.json', '--catalog', 'texts.en.json', '-o', 'out.html'],
  ['texts.en.json', 'markup', 'texts.en.json', '-s', 'sheet.json'],
  ['receipt.en.mf2.json', 'markup', 'receipt.en.mf2.json'],
  ['texts.de.json', 'exchange', 'texts.en.json', 'texts.de.json', '-o', 'out.xlf'],
  ['texts.xlf', 'exchange', 'texts.xlf', '-o', 'out.json'],
  ['passengers.json', 'chart', 'passengers.json', '-o', 'out.FORMAT'],
  ['passengers.csv', 'chart', 'passengers.json', '-o', 'out.FORMAT'],
  ['letter.json', 'render', 'letter.json', '-o', 'out.FORMAT'],
  ['text.txt', 'render', 'text.txt', '--value', 'port=Ardle', '-w', '90', '-o', 'out.FORMAT'],
  ['text.txt', 'measure', 'text.txt', '--format', 'json'],
  ['text.txt', 'markup', 'text.txt', '--from', 'html', '--format', 'markup'],
  ['harbour.png', 'render', '-t', 'a {boat}', '--image', 'boat=harbour.png', '-o', 'out.FORMAT'],
  ['serif.ttf', 'render', '-t', 'Tern', '--font', 'serif.ttf', '-o', 'out.FORMAT'],
  ['serif.ttf', 'fonts', '--font', 'serif.ttf', '--format', 'json'],
]

const marks = ['{', '}', '[', ']', '"', ',', ':', '~', '\\', '<', '>', '&', '\0', '\n', '1e999']

/** Bytes changed, cut off, or put in; of text also its signs. */
function mutatedFile(name: string, whole: Buffer, next: Next): Buffer {
  if (next(12) === 0) return whole.subarray(0, next(whole.length))
  if (!/png|ttf/.test(name) && next(5) > 0) {
    return Buffer.from(mutatedText(whole.toString('utf8'), next, marks))
  }
  const changed = Buffer.from(whole)
  for (let i = 0; i < 1 + next(6); i++) changed[next(Math.min(changed.length, 4000))] = next(256)
  return changed
}

/** Words of a line, one of them left out, doubled or misspelt. */
function mutatedLine(line: readonly string[], next: Next): string[] {
  const at = next(line.length)
  const word = line[at]
  const odd = [
    '',
    '-',
    '--',
    '-1',
    '1e9',
    'NaN',
    '../x',
    '--format',
    `${word}x`,
    word.slice(1),
    '\0',
  ]
  const changed = pick(next, [[], [word, word], [pick(next, odd)], [pick(next, odd)]])
  return [...line.slice(0, at), ...changed, ...line.slice(at + 1)]
}

it('the command ends with 0, 1 or 2 and a message whatever its files and arguments are', () => {
  const next = numbers(77)
  const xliff = () => {
    for (const [name, whole] of Object.entries(files)) writeFileSync(join(cwd, name), whole)
    return dotlineHosted(['exchange', 'texts.en.json', '--to', 'el'], cwd).out
  }
  const whole: typeof files = { ...files, 'texts.xlf': Buffer.from(xliff()) }
  const rounds = roundsOf(54)
  const codes = new Set<number | null>()
  for (let round = 0; round < rounds; round++) {
    const [changed, ...words] = commands[round % commands.length]
    for (const [name, bytes] of Object.entries(whole)) writeFileSync(join(cwd, name), bytes)
    const line = words.map(word => word.replace('FORMAT', pick(next, formats)))
    const isFile = next(4) > 0
    if (isFile) writeFileSync(join(cwd, changed), mutatedFile(changed, whole[changed], next))
    const args = isFile ? line : mutatedLine(line, next)
    // What would wait for somebody to write, or go on until it is stopped.
    if (args.includes('-') || args[0] === 'preview') continue
    const before = new Set(readdirSync(cwd))
    const { code, out, err } = dotlineHosted(args, cwd)
    const told = `round ${round}: dotline ${args.join(' ')}\n${err}`
    codes.add(code)
    expect([0, 1, 2], told).toContain(code)
    expect(err, told).not.toMatch(/^\s+at .*(:\d+|<anonymous>)\)?$/m)
    if (code === 2 && out === '') expect(err, told).toMatch(/^error: \S/m)
    const written = readdirSync(cwd).filter(name => !before.has(name))
    // Bad input leaves no file, not a half-written one either.
    if (code === 2) expect(written, told).toEqual([])
    if (code !== 0) continue
    const json = args.includes('json') && args.includes('--format') && !args.includes('-o')
    if (json) JSON.parse(out)
    for (const name of written) rmSync(join(cwd, name))
  }
  expect([...codes]).toEqual(expect.arrayContaining([0, 2]))
  expect(existsSync(join(cwd, 'sheet.json'))).toBe(true)
})
