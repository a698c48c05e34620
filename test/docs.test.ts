import { spawnSync } from 'node:child_process'
import {
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import type { Page } from 'playwright-core'
import { build, preview } from 'vite'
import { expect, it } from 'vitest'
import { launchBrowser } from './support/browser.ts'
import { dotlineHosted } from './support/command.ts'
import { packedApp } from './support/packed-app.ts'

const root = fileURLToPath(new URL('..', import.meta.url))
const { folder, command } = packedApp()
const readme = readFileSync(join(root, 'README.md'), 'utf8')
const pages = readdirSync(join(root, 'docs'))
  .filter(name => name.endsWith('.md'))
  .map(name => ({ name, text: readFileSync(join(root, 'docs', name), 'utf8') }))
const blocksIn = (language: string) =>
  pages.flatMap(({ name, text }) =>
    [...text.matchAll(new RegExp(`\`\`\`${language}\n(.*?)\`\`\``, 'gs'))].map(([, code], i) => ({
      name: `${name}, block ${i + 1}`,
      code,
    })),
  )

/** What the pages say is to be installed beside the library, and nothing else. */
function packagesOfPages(): readonly string[] {
  const told = pages.flatMap(({ text }) =>
    [...text.matchAll(/npm install ([\w@/. -]+)/g)].flatMap(([, names]) => names.trim().split(' ')),
  )
  return [...new Set(told)].filter(name => name !== 'dot-line' && !name.startsWith('-'))
}
/** And the types that those who write TypeScript install. */
for (const name of [...packagesOfPages(), '@types']) {
  const target = join(folder, 'node_modules', name)
  if (existsSync(target)) continue
  mkdirSync(dirname(target), { recursive: true })
  symlinkSync(join(root, 'node_modules', name), target)
}

it('the README has code that runs as it stands', () => {
  const codes = [...readme.matchAll(/```ts\n(.*?)```/gs)].map(found => found[1])
  expect(codes.length).toBe(2)
  for (const code of codes) {
    const run = spawnSync(process.execPath, ['--input-type=module', '-e', code], { cwd: folder })
    expect(String(run.stderr)).toBe('')
  }
  const written = readFileSync(join(folder, 'notice.svg'), 'utf8')
  expect(written).toContain('aria-label="Boats to Quillhaven are delayed')
})

// One process for all: a start takes longer than most of the code.
it('every page of the docs has code that runs as it stands, and prints', () => {
  const blocks = blocksIn('ts').map(({ name, code }) => {
    const file = join(folder, `${name.replace(', block ', '-')}.mjs`)
    writeFileSync(file, code.replaceAll(' as const', ''))
    return { name, file }
  })
  const program = `
    const prints = {}
    let name
    console.log = () => { prints[name] = true }
    for (const block of ${JSON.stringify(blocks)}) {
      name = block.name
      prints[name] = await import(block.file).then(() => prints[name] ?? 'prints nothing', String)
    }
    process.stdout.write(JSON.stringify(prints))`
  const { stdout } = spawnSync(process.execPath, ['--input-type=module', '-e', program], {
    cwd: folder,
    encoding: 'utf8',
  })
  expect(JSON.parse(stdout)).toEqual(Object.fromEntries(blocks.map(({ name }) => [name, true])))
  expect(blocks.length).toBeGreaterThan(30)
})

it('that code compiles, strict', () => {
  const blocks = ['ts', 'tsx'].flatMap(language =>
    blocksIn(language).map(({ name, code }) => {
      const file = `${name.replace(', block ', '-')}.${language === 'ts' ? 'mts' : 'tsx'}`
      writeFileSync(join(folder, file), code)
      return file
    }),
  )
  const compilerOptions = {
    jsx: 'react-jsx',
    ...{ target: 'ES2023', lib: ['ES2023', 'DOM', 'DOM.Iterable'], module: 'NodeNext' },
    ...{ strict: true, noEmit: true, skipLibCheck: true, types: ['node'] },
  }
  writeFileSync(join(folder, 'tsconfig.json'), JSON.stringify({ compilerOptions, files: blocks }))
  const compiler = join(root, 'node_modules/typescript/bin/tsc')
  const { stdout } = spawnSync(process.execPath, [compiler, '-p', folder], { encoding: 'utf8' })
  expect(stdout).toBe('')
})

/** The words of a command line, as a shell takes it apart where nothing in it is a sign of the shell's. */
function wordsOf(line: string): string[] {
  expect(line.replace(/'[^']*'/g, '')).not.toMatch(/["$|<>;&*?`]/)
  return [...line.matchAll(/(?:'[^']*'|[^\s'])+/g)].map(([word]) => word.replaceAll("'", ''))
}

it('every page has commands that run as they stand', () => {
  const lines = pages.flatMap(({ text }) =>
    // A line that ends in a backslash goes on in the next.
    [...text.replace(/\\\n\s*/g, '').matchAll(/^npx (dotline .*)$/gm)].map(match => match[1]),
  )
  expect(lines.length).toBeGreaterThan(12)
  for (const line of lines) {
    // A preview goes on until it is stopped.
    if (line.startsWith('dotline preview')) continue
    // In one process, for a start takes longer than most of them.
    const { code } = dotlineHosted(wordsOf(line).slice(1), folder, command)
    // Two of them show what is wrong.
    const expected = line.includes('dotline check') ? 1 : line.includes('problems') ? 2 : 0
    expect([line, code]).toEqual([line, expected])
  }
})

/** Opens a page that Vite builds from a folder; it may warn of nothing. */
async function withPage(site: string, look: (page: Page) => Promise<void>) {
  const settings = { root: site, configFile: false, logLevel: 'error' } as const
  await build({ ...settings, build: { target: 'es2022' } })
  const server = await preview({ ...settings, preview: { host: '127.0.0.1', port: 0 } })
  const address = server.httpServer.address()
  if (address === null || typeof address !== 'object') throw new Error('no address')
  const browser = await launchBrowser()
  const page = await browser.newPage()
  const errors: string[] = []
  page.on('pageerror', error => errors.push(error.message))
  page.on('console', told => {
    if (['error', 'warning'].includes(told.type())) errors.push(told.text())
  })
  await page.goto(`http://127.0.0.1:${address.port}/`)
  await page.waitForFunction("document.querySelector('dot-line')?.layout !== undefined")
  await look(page)
  expect(errors, site).toEqual([])
  await browser.close()
  await server.close()
}
const pageWith = (body: string) =>
  `<!doctype html><html lang="en"><title>Boats</title><link rel="icon" href="data:,"><body>${body}</body></html>`

it('every page has pages that show their texts, built by Vite', async () => {
  const blocks = blocksIn('html')
  expect(blocks.length).toBeGreaterThan(1)
  for (const [i, { name, code }] of blocks.entries()) {
    const site = join(folder, `page-${i}`)
    mkdirSync(join(site, 'public'), { recursive: true })
    spawnSync(process.execPath, [command, 'init', 'texts'], { cwd: join(site, 'public') })
    writeFileSync(join(site, 'index.html'), pageWith(code))
    await withPage(site, async page => {
      const texts = await page.evaluate<string[]>(
        "[...document.querySelectorAll('dot-line')].map(one => one.layout?.text ?? 'nothing')",
      )
      expect(texts.join(), name).toMatch(/Boats to/)
    })
  }
})

it('an application in JSX shows its text and handles its actions', async () => {
  const [{ code }, ...more] = blocksIn('tsx')
  // The other only declares the elements.
  expect(more).toHaveLength(1)
  const site = join(folder, 'jsx')
  mkdirSync(site)
  writeFileSync(join(site, 'main.tsx'), code)
  const script = '<main></main><script type="module" src="./main.tsx"></script>'
  writeFileSync(join(site, 'index.html'), pageWith(script))
  writeFileSync(join(site, 'tsconfig.json'), '{ "compilerOptions": { "jsx": "react-jsx" } }')
  await withPage(site, async page => {
    const text = () => page.evaluate<string>("document.querySelector('dot-line').layout.text")
    expect(await text()).toBe('Tern is 12 min late. Wait')
    await page.click('dot-line >> role=button')
    await expect.poll(text).toBe('Tern is 13 min late. Wait')
  })
})
