import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import * as library from 'dot-line'
import { toSvg } from 'dot-line/svg'
import { describe, expect, it } from 'vitest'
import { constructPicture, constructs } from '../scripts/markup-constructs.mjs'

const root = fileURLToPath(new URL('..', import.meta.url))
const readme = readFileSync(join(root, 'README.md'), 'utf8')

describe('the README', () => {
  it('links every screenshot', () => {
    for (const name of readdirSync(join(root, 'docs/screenshots'))) {
      expect(readme).toContain(`docs/screenshots/${name}`)
    }
  })

  it('shows each construct of the markup as it is set today', async () => {
    const fonts = await library.openFonts()
    const page = readFileSync(join(root, 'docs/markup.md'), 'utf8')
    for (const construct of constructs) {
      const file = `pictures/markup-${construct.name}.svg`
      const kept = readFileSync(join(root, 'docs', file), 'utf8')
      expect(constructPicture(library, toSvg, fonts, construct), file).toBe(kept)
      expect(page).toContain(file)
    }
  })
})
