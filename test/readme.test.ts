import { execFileSync } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import * as library from 'dot-line'
import { toSvg } from 'dot-line/svg'
import { describe, expect, it } from 'vitest'
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

  it.each([
    'docs/styles.md',
    'docs/reader-settings.md',
    'docs/markup.md',
    'docs/fonts.md',
    'docs/lines.md',
    'docs/placing.md',
    'docs/painting.md',
    'docs/documents.md',
    'docs/packaging.md',
  ])('and so has %s', page => {
    const text = readFileSync(join(root, page), 'utf8')
    for (const [, code] of text.matchAll(/```ts\n(.*?)```/gs)) {
      const plain = code.replaceAll(' as const', '')
      const out = execFileSync(process.execPath, ['--input-type=module', '-e', plain], {
        cwd: root,
      })
      expect(out.length).toBeGreaterThan(0)
    }
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
