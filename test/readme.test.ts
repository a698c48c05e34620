import { execFileSync } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import * as library from 'dot-line'
import { toSvg } from 'dot-line/svg'
import { afterAll, describe, expect, it } from 'vitest'
import { constructPicture, constructs } from '../scripts/markup-constructs.mjs'

const root = fileURLToPath(new URL('..', import.meta.url))
const readme = readFileSync(join(root, 'README.md'), 'utf8')

describe('the README', () => {
  it('has code that runs as it stands, on the built package', () => {
    const written = join(mkdtempSync(join(tmpdir(), 'dot-line-')), 'notice.svg')
    const code = /```ts\n(.*?)```/s.exec(readme)?.[1] ?? ''
    const run = code.replace("'notice.svg'", JSON.stringify(written))
    execFileSync(process.execPath, ['--input-type=module', '-e', run], { cwd: root })
    expect(readFileSync(written, 'utf8')).toContain('aria-label="Boats to Quillhaven are delayed')
  })

  const folder = mkdtempSync(join(root, '.docs-'))
  afterAll(() => rmSync(folder, { recursive: true }))

  // One process for all: a start takes longer than most of the code.
  it('and so has every page of the docs', () => {
    const pages = readdirSync(join(root, 'docs')).filter(name => name.endsWith('.md'))
    const blocks = pages.flatMap(page => {
      const text = readFileSync(join(root, 'docs', page), 'utf8')
      return [...text.matchAll(/```ts\n(.*?)```/gs)].map(([, code], i) => {
        const file = join(folder, `${page}-${i}.mjs`)
        writeFileSync(file, code.replaceAll(' as const', ''))
        return { name: `${page}, block ${i + 1}`, file }
      })
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
    const out = execFileSync(process.execPath, ['--input-type=module', '-e', program], {
      cwd: root,
      encoding: 'utf8',
    })
    expect(JSON.parse(out)).toEqual(Object.fromEntries(blocks.map(({ name }) => [name, true])))
    expect(blocks.length).toBeGreaterThan(10)
  })

  it('links every screenshot', () => {
    for (const name of readdirSync(join(root, 'docs/screenshots'))) {
      expect(readme).toContain(`docs/screenshots/${name}`)
    }
  })

  it('shows each construct of the markup as it is set today', async () => {
    const shelf = await library.openShelf()
    const page = readFileSync(join(root, 'docs/markup.md'), 'utf8')
    for (const construct of constructs) {
      const file = `pictures/markup-${construct.name}.svg`
      const kept = readFileSync(join(root, 'docs', file), 'utf8')
      expect(constructPicture(library, toSvg, shelf, construct), file).toBe(kept)
      expect(page).toContain(file)
    }
  })
})
