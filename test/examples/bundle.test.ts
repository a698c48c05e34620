import { fileURLToPath } from 'node:url'
import { build } from 'vite'
import { describe, expect, it } from 'vitest'

const configFile = fileURLToPath(new URL('../../examples/board/vite.config.ts', import.meta.url))

describe('a page that measures and paints', () => {
  it('has no code for PDFs or HTML and loads the WOFF2 decoder on demand', async () => {
    const built = await build({ configFile, logLevel: 'error', build: { write: false } })
    const outputs = Array.isArray(built) ? built : [built]
    const chunks = outputs
      .flatMap(result => ('output' in result ? result.output : []))
      .filter(o => o.type === 'chunk')
    const entries = chunks.filter(chunk => chunk.isEntry)
    const first = entries.map(chunk => chunk.code)
    // Sheet and strings of the scenario are its own.
    const data = entries
      .flatMap(chunk => Object.entries(chunk.modules))
      .filter(([name]) => name.includes('/lantern-sound/'))
      .reduce((sum, [, { renderedLength }]) => sum + renderedLength, 0)
    expect(first.length).toBe(1)
    expect(first[0]).toContain('unknown-style')
    for (const code of ['beginbfchar', 'DCTDecode', 'onopentag'])
      expect(first[0]).not.toContain(code)
    // Of these 10,000 are the checks of what plain JavaScript hands in, 4,200 the pixels of letters, 4,500 find the
    // outline of letters that overlap, and 25,000 measure, break and cut texts by their words: all but few.
    expect(first[0].length - data).toBeLessThan(349_500)
    expect(chunks.filter(chunk => !chunk.isEntry).some(chunk => chunk.isDynamicEntry)).toBe(true)
  })
})
