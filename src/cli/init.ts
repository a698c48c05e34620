import { existsSync } from 'node:fs'
import { join, relative } from 'node:path'
import type { Command } from 'commander'
import { CommandError } from './command-error.ts'
import { makeFolder, writeWhole } from './write-out.ts'

/** Options and action of the command. */
export function define(command: Command) {
  command
    .description(
      'Writes a small sheet, a catalog and a list of places to start from, and says what to do with them. ' +
        'Existing files are not changed.',
    )
    .argument('[FOLDER]', 'where to write', '.')
    .addHelpText('after', '\nExample:\n  dotline init texts')
    .action(init)
}

const sheet = {
  inks: {
    text: '#143344',
    paper: '#ffffff',
    alert: '#ad3a20',
    accent: '#0e5a78',
  },
  styles: {
    defaults: { family: 'sans', ink: 'text' },
    headline: {
      size: 28,
      weight: 'bold',
      leading: 1.15,
      longWords: { hyphenate: true, shrinkTo: 16 },
    },
    body: { size: 16, leading: 1.4 },
    button: { size: 16, weight: 'bold', ink: 'accent', maxLines: 1 },
    strong: { weight: 'bold' },
    alert: { ink: 'alert', weight: 'bold' },
    link: { ink: 'accent', underline: true },
  },
  modes: {
    dark: { inks: { text: '#e4eef3', paper: '#0f222d', alert: '#f3a58c', accent: '#84c9e2' } },
  },
}

const strings = {
  home: {
    title: 'Departures',
    late: 'Boats to ~strong[{port}] are ~alert[{minutes} minutes late]. ~link,href=https://lantern-sound.example[Read why]',
    buy: 'Buy tickets',
  },
}

const places = {
  modes: ['dark'],
  places: [
    { name: 'headline', style: 'headline', keys: 'home.title', width: 320, background: 'paper' },
    {
      name: 'notice',
      style: 'body',
      keys: 'home.late',
      width: [280, 360],
      background: 'paper',
      values: { port: 'Ardle Point', minutes: 12 },
      allows: ['lone-word'],
    },
    { name: 'button', style: 'button', keys: 'home.buy', width: 320, background: 'paper' },
  ],
}

function init(folder: string) {
  const files = Object.entries({
    'sheet.json': { schema: 'sheet.schema.json', content: sheet },
    'strings.en.json': { schema: undefined, content: strings },
    'places.json': { schema: 'places.schema.json', content: places },
  }).map(([name, { schema, content }]) => ({ path: join(folder, name), schema, content }))
  const there = files.filter(({ path }) => existsSync(path))
  if (there.length > 0) {
    const names = there.map(({ path }) => path).join(', ')
    throw new CommandError(
      `${names} ${there.length > 1 ? 'are' : 'is'} there already`,
      'give another folder',
    )
  }
  makeFolder(folder)
  for (const { path, schema, content } of files) {
    // Editors complete and check what they know the schema of.
    const schemaPath = schema === undefined ? undefined : schemaFrom(folder, schema)
    const whole = schemaPath === undefined ? content : { $schema: schemaPath, ...content }
    writeWhole(path, `${JSON.stringify(whole, null, 2)}\n`)
  }
  const [own, texts, list] = files.map(({ path }) => path)
  // As it was called itself.
  const dotline = process.env.npm_command === 'exec' ? 'npx dotline' : 'dotline'
  process.stdout.write(
    `${files.map(({ path }) => path).join('\n')}\n\n` +
      'See them live, check them, and set a text:\n' +
      `  ${dotline} preview ${list} -s ${own} --catalog ${texts}\n` +
      `  ${dotline} check ${list} -s ${own} --catalog ${texts}\n` +
      `  ${dotline} render -t 'Boats are ~alert[late]' -s ${own} -o late.svg\n`,
  )
}

/** The package's path relative to the folder, if it is nearby. */
function schemaFrom(folder: string, name: string): string | undefined {
  const path = join('node_modules', 'dot-line', name)
  if (!existsSync(path)) return undefined
  const from = relative(folder, path).replaceAll('\\', '/')
  return from.startsWith('.') ? from : `./${from}`
}
