import { brotliCompressSync } from 'node:zlib'
import { defineCatalog, defineSheet, openFonts, type Problem } from 'dot-line'
import { renderPage, renderPageStream, textRenderer } from 'dot-line/server'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'

const sheet = defineSheet({
  inks: { deep: '#0b3d5c' },
  styles: {
    defaults: { ink: 'deep' },
    body: { size: 16, leading: 1.4 },
    title: { size: 40, leading: 1.2 },
    strong: { weight: 700 },
    link: { underline: true },
  },
  modes: { dark: { inks: { deep: '#cfe8f5' } }, 'more-contrast': { inks: { deep: '#000000' } } },
})
const fonts = await openFonts({ builtIn: ['sans'] })
const catalog = defineCatalog({ late: 'Boats to {port} are ~strong[late]' }, { language: 'en' })
const fontUrl = ({ postScriptName }: { readonly postScriptName: string }) =>
  `/${postScriptName}.ttf`
const provision = { sheet, fonts, catalog, fontUrl }

const text = (i: number) =>
  `<dot-line text-style="body" markup="Boats to Ardle Point ${i} are ~strong[late] by ${i % 60} minutes, because a ~link,href=/x[gale] is coming in."></dot-line>`
const pageOf = (body: string) =>
  `<!doctype html><html lang="en"><head><title>Boats</title></head><body>${body}</body></html>`
const withoutRules = (html: string) => html.replace(/<style>[\s\S]*?<\/style>/g, '')

describe('a page rendered on a server', () => {
  it('costs what its texts cost: 100 take 60 kB at most, and 8 compressed', () => {
    const page = pageOf(Array.from({ length: 100 }, (_, i) => `<p>${text(i)}</p>`).join('\n'))
    const rendered = renderPage(page, provision)
    expect(rendered.match(/>late<\/span>/g)).toHaveLength(100)
    expect(rendered.length).toBeLessThan(60_000)
    expect(brotliCompressSync(rendered).length).toBeLessThan(8000)
    expect(rendered.indexOf('<style>')).toBeLessThan(rendered.indexOf('</head>'))
  })

  it('has what a page has around its texts, and texts of attributes, catalogs and contents', () => {
    const body =
      '<!-- <dot-line markup="no"> --><main lang="el"><dot-line message="late" values=\'{"port":"Sea &amp; Sand"}\'>x</dot-line></main>' +
      '<dot-line>Tea is\n ~strong[here]</dot-line><dot-line><b>own</b></dot-line><br><dot-line></dot-line>'
    const rendered = renderPage(pageOf(body), provision)
    expect(rendered).toContain('<!-- <dot-line markup="no"> -->')
    expect(rendered).toContain('lang="en">Boats to Sea &amp; Sand are')
    expect(rendered).toContain('<dot-line markup="Tea is ~strong[here]">')
    expect(rendered).toContain('<dot-line><b>own</b></dot-line><br><dot-line></dot-line>')
  })

  it('is right in dark mode, with more contrast and at any text size before a script runs', () => {
    const texts = textRenderer(provision)
    texts.element({ textStyle: 'body', markup: 'Boats' })
    texts.element({ textStyle: 'title', markup: 'Boats' })
    const rules = texts.takeRules()
    expect(rules).toMatch(/prefers-color-scheme:dark\)\{\.[\w-]+\{color:#cfe8f5\}/)
    expect(rules).toMatch(/prefers-contrast:more\)\{\.[\w-]+\{color:#000000\}/)
    expect(rules).toContain('font:1rem/1.4rem ')
    // Large text grows less.
    expect(rules).toMatch(/font:calc\([\d.]+px \+ [\d.]+rem\)\/calc\(/)
    expect(texts.takeRules()).toBe('')
  })

  it('is the same in pieces of any length', async () => {
    const page = pageOf(`<p>é ${text(1)}</p>${text(2)}<dot-line>Tea &amp; ~strong[cake]</dot-line>`)
    const whole = withoutRules(renderPage(page, provision))
    await fc.assert(
      fc.asyncProperty(fc.integer({ min: 1, max: 90 }), async length => {
        const pieces = Array.from({ length: Math.ceil(page.length / length) }, (_, i) =>
          page.slice(i * length, (i + 1) * length),
        )
        let streamed = ''
        for await (const piece of renderPageStream(pieces, provision)) streamed += piece
        expect(withoutRules(streamed)).toBe(whole)
      }),
      { numRuns: 40 },
    )
  })

  it('reports wrong texts and leaves them as they are, or throws the first', () => {
    const page = pageOf('<dot-line text-style="boddy" markup="x"></dot-line>')
    expect(() => renderPage(page, provision)).toThrow("'boddy'")
    const problems: Problem[] = []
    const onProblem = (problem: Problem) => problems.push(problem)
    expect(withoutRules(renderPage(page, { ...provision, onProblem }))).toBe(page)
    expect(problems).toMatchObject([{ code: 'unknown-style' }])
  })
})
