import { brotliCompressSync } from 'node:zlib'
import { build } from 'vite'
import { describe, expect, it } from 'vitest'
import { file } from './support/font-files.ts'

const core = `export { defineSheet, openFonts, typesetterFor } from '${file('dist/index.js')}'`
const html = `${core}\nexport { toHtml } from '${file('dist/targets/html/index.js')}'`
const elements = `${core}\nexport * from '${file('dist/screen/index.js')}'`

/** What a page loads for an entry before its first text, of the package as it is published. */
async function loadedFor(entry: string) {
  const name = 'virtual:entry'
  const built = await build({
    configFile: false,
    logLevel: 'error',
    plugins: [
      {
        name,
        resolveId: id => (id === name ? id : undefined),
        load: id => (id === name ? entry : undefined),
      },
    ],
    build: {
      write: false,
      target: 'es2022',
      assetsInlineLimit: 0,
      rollupOptions: { input: name, preserveEntrySignatures: 'strict' },
    },
  })
  const [{ output }] = [built].flat().filter(result => 'output' in result)
  const chunks = new Map(output.flatMap(o => (o.type === 'chunk' ? [[o.fileName, o]] : [])))
  const loaded = new Set<string>()
  const waiting = [...chunks.values()].filter(chunk => chunk.isEntry).map(chunk => chunk.fileName)
  for (let next = waiting.pop(); next !== undefined; next = waiting.pop()) {
    if (loaded.has(next)) continue
    loaded.add(next)
    waiting.push(...(chunks.get(next)?.imports ?? []))
  }
  const code = [...loaded].map(name => chunks.get(name)?.code ?? '')
  const bytes = code.reduce((sum, text) => sum + brotliCompressSync(text).length, 0)
  return { text: code.join('\n'), bytes }
}

describe('a page of the published package', () => {
  it('loads only the parts it uses', async () => {
    const [small, whole] = [await loadedFor(html), await loadedFor(elements)]
    expect(small.text).toContain('unknown-style')
    // The parser of HTML with its table of characters, which only text from HTML takes.
    for (const code of ['onopentag', 'CounterClockwiseContourIntegral', 'beginbfchar']) {
      expect(small.text).not.toContain(code)
    }
    expect(small.bytes).toBeGreaterThan(50_000)
    expect(small.bytes).toBeLessThan(123_700)
    expect(whole.bytes).toBeLessThan(123_000)
    // What few texts need is loaded by those.
    for (const code of ['putImageData', 'dotline-tooltip-', ':user-invalid']) {
      expect([code, whole.text.includes(code)]).toEqual([code, false])
    }
  })
})
