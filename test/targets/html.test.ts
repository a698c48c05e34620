import { readFileSync } from 'node:fs'
import { defineSheet, openFonts, typesetterFor } from 'dot-line'
import { rangeHtml, toHtml, toHtmlPage } from 'dot-line/html'
import { toSvg } from 'dot-line/svg'
import { beforeAll, describe, expect, it } from 'vitest'
import { prose } from '../../bench/corpus.mjs'
import type { MeasuredHtml } from '../pages/html.ts'
import type { ShownScene } from '../pages/html-pictures.ts'
import { onTestPage } from '../support/browser.ts'
import { differing, inkedCount, type Pixels } from '../support/compare-pixels.ts'
import { notEmbeddable } from '../support/font-files.ts'
import { pixelsOf } from '../support/png-pixels.ts'

/** In CSS pixels. */
const tolerance = 0.5

describe('HTML in Chromium', () => {
  let measured: readonly MeasuredHtml[]

  beforeAll(async () => {
    measured = await onTestPage('html.html', 'measured', page =>
      page.evaluate<MeasuredHtml[]>('window.measured'),
    )
  })

  it('has the plain text with every phrase findable', () => {
    expect(measured.length).toBeGreaterThan(10)
    for (const { name, text, innerText, copied, lost } of measured) {
      expect(innerText, name).toBe(text)
      expect(copied, name).toBe(text)
      expect(lost, name).toEqual([])
    }
  })

  it("has its baselines and run starts at the layout's positions", () => {
    for (const { name, baseline, start } of measured) {
      expect(baseline, `${name}: baselines`).toBeLessThan(tolerance)
      expect(start, `${name}: starts`).toBeLessThan(tolerance)
    }
  })

  it('needs no style attributes and looks the same under a policy that forbids them', () => {
    for (const { name, styled } of measured) expect(styled, name).toBe(0)
  })
})

/** Browsers put the baselines of letters that are text on whole pixels: half of one up or down. */
const snapped = 0.15
/** Of what is painted in a picture, and so is where it is in the SVG. */
const painted = 0.01
/** Letters that stand below each other are put onto whole pixels in both directions. */
const snappedTwice = 0.25
const allPainted = new Set([
  'synthesized weight and slant',
  'strokes',
  'gradients over runs, lines and blocks',
  'a gradient with a stroke',
  'a gradient that fades',
])

function toleranceOf(name: string): number {
  if (allPainted.has(name)) return painted
  return name === 'lines that run down' ? snappedTwice : snapped
}

describe('every scene as HTML', () => {
  it('looks as its SVG does', async () => {
    const { shown, whole } = await onTestPage(
      'html-pictures.html',
      'shown',
      async page => ({
        shown: await page.evaluate<readonly ShownScene[]>('window.shown'),
        whole: pixelsOf(await page.screenshot({ fullPage: true })),
      }),
      2,
    )
    expect(shown.length).toBeGreaterThan(30)
    for (const { name, text, picture } of shown) {
      const [own, other] = [cropped(whole, text), cropped(whole, picture)]
      const inked = inkedCount(other)
      expect(inked, name).toBeGreaterThan(400)
      const share = differing(own, other) / inked
      expect(share, name).toBeLessThan(toleranceOf(name))
    }
  })
})

/** A part of a picture of two pixels a unit. */
function cropped({ data, width }: Pixels, box: DOMRect): Pixels {
  const [left, top, columns, rows] = [box.x, box.y, box.width, box.height].map(n => n * 2)
  const part = new Uint8Array(columns * rows * 4)
  for (let y = 0; y < rows; y++) {
    const start = ((top + y) * width + left) * 4
    part.set(data.subarray(start, start + columns * 4), y * columns * 4)
  }
  return { data: part, width: columns, height: rows }
}

describe('the HTML itself', () => {
  it('shows any text as text, and links of allowed schemes only', async () => {
    const sheet = defineSheet({ styles: {} })
    const typesetter = typesetterFor({ sheet, fonts: await openFonts(), problems: 'collect' })
    const nasty = '</span><script>x</script>"\'& \u0000\ud800 ]]> </style>'
    const layout = typesetter.set('{nasty} ~href="https://lantern.example/?a=""b"""[x]', {
      values: { nasty },
    })
    const { html, css } = toHtml(layout, { fontUrl: () => '"</style><script>' })
    expect(html).not.toMatch(/<script|\0|\ud800| style=/)
    expect(css).not.toMatch(/<\/style|<script/)
    expect(html.match(/<span/g)?.length).toBe(html.match(/<\/span>/g)?.length)
    expect(toHtml(typesetter.set('~href=javascript:x[x]' as 'x')).html).not.toContain('javascript')
  })

  it('paints decorations in pictures below and above the text', async () => {
    const sheet = defineSheet({
      styles: {
        backed: { backing: { ink: '#ff0' }, strike: { ink: '#c8331f' } },
        hollow: { stroke: { ink: '#f00', width: 1, fill: false } },
      },
    })
    const typesetter = typesetterFor({ sheet, fonts: await openFonts() })
    const pictures: string[] = []
    const pictureUrl = (svg: string) => `picture-${pictures.push(svg)}.svg`
    const { html, css } = toHtml(typesetter.set('~backed[a] ~hollow[b]'), { pictureUrl })
    expect(pictures.length).toBe(2)
    const [below, above] = pictures
    expect(below).toContain('#ffff00')
    expect(below).toContain('#ff0000')
    expect(above).toContain('#c8331f')
    expect(css).toContain('url("picture-1.svg")')
    expect(css.match(/color:transparent/g)?.length).toBe(1)
    expect(html.replace(/<[^>]*>/g, '')).toBe('a b')
    const plain = toHtml(typesetter.set('a'), { pictureUrl })
    expect(plain.css).not.toContain('picture-')
  })

  it('is a page that a strict policy lets through', async () => {
    const typesetter = typesetterFor({
      sheet: defineSheet({ styles: {} }),
      fonts: await openFonts(),
    })
    const page = toHtmlPage([typesetter.set('one'), typesetter.set('two')], {
      nonce: 'a"b',
      title: '<t>',
    })
    expect(page).toContain('<style nonce="a&quot;b">')
    expect(page).toContain('<title>&lt;t&gt;</title>')
    expect(page).not.toMatch(/ style=|<script/)
  })

  it('has one element per link, actions that the keyboard reaches and the languages of its spans', async () => {
    const sheet = defineSheet({ styles: { strong: { weight: 700 } } })
    const typesetter = typesetterFor({ sheet, fonts: await openFonts() })
    const { html } = toHtml(
      typesetter.set(
        'Read ~href=/notice[the ~strong[whole] notice], ~action=ask[a~strong[sk]] ~language=de[Fähre]',
      ),
    )
    expect(html.match(/<a /g)?.length).toBe(1)
    expect(/<a [^>]*href="\/notice"[^>]*>(.*?)<\/a>/.exec(html)?.[1].replace(/<[^>]*>/g, '')).toBe(
      'the whole notice',
    )
    expect(html.match(/role="button" tabindex="0"/g)?.length).toBe(1)
    expect(html.match(/data-dotline-action="ask"/g)?.length).toBe(1)
    expect(html).toMatch(/<span [^>]*lang="de">Fähre/)
    expect(html.match(/lang="en"/g)?.length).toBe(1)
  })

  it('has one stop of the keyboard for a link, however many lines it goes over', async () => {
    const sheet = defineSheet({ styles: { strong: { weight: 700 } } })
    const typesetter = typesetterFor({ sheet, fonts: await openFonts() })
    const { html } = toHtml(
      typesetter.set(
        'Read ~href=/notice[the ~strong[whole] notice of today], ~action=ask[ask here now]',
        {
          width: 70,
        },
      ),
    )
    const links = html.match(/<a [^>]*>/g) ?? []
    expect(links.length).toBeGreaterThan(2)
    expect(links[0]).toContain('data-dotline-link="0" aria-label="the whole notice of today">')
    for (const later of links.slice(1)) {
      expect(later).toContain('data-dotline-link="0" aria-hidden="true" tabindex="-1"')
    }
    const parts = html.match(/<span [^>]*data-dotline-action="ask"[^>]*>/g) ?? []
    expect(parts.length).toBeGreaterThan(1)
    expect(parts.filter(part => part.includes('tabindex="0"')).length).toBe(1)
    expect(html.match(/tabindex="0"/g)?.length).toBe(1)
  })

  it('is copied as paragraphs', async () => {
    const sheet = defineSheet({ styles: { strong: { weight: 700 }, late: { ink: '#c8331f' } } })
    const typesetter = typesetterFor({ sheet, fonts: await openFonts() })
    const layout = typesetter.set(
      'Boats <to>\n~strong[Quill~late[haven]] or ~href=/n[the no\u00adtice]',
      { width: 60 },
    )
    const { text } = layout
    expect(rangeHtml(layout, text.length, 6)).toBe(
      '<p lang="en" dir="ltr">&lt;to&gt;</p>' +
        '<p lang="en" dir="ltr"><b>Quill</b><b><span style="color:#c8331f">haven</span></b> or <a href="/n">the notice</a></p>',
    )
    expect(rangeHtml(layout, 0, 3)).toBe('<p lang="en" dir="ltr">Boa</p>')
  })

  it('embeds only the needed parts of its fonts', async () => {
    const typesetter = typesetterFor({
      sheet: defineSheet({ styles: {} }),
      fonts: await openFonts(),
    })
    const one = typesetter.set('Boats to Quillhaven, ﬁrst office Å')
    expect(toHtml(one).css.length).toBeLessThan(40_000)
    expect(toSvg(one, { textAs: 'embedded' }).length).toBeLessThan(40_000)
  })

  it('is a page with a main part, a heading, and a ground that may be dark', async () => {
    const typesetter = typesetterFor({
      sheet: defineSheet({ styles: {} }),
      fonts: await openFonts(),
    })
    const page = toHtmlPage(typesetter.set('Winter timetable'), { background: '#0b1d2c' })
    expect(page).toMatch(
      /<main>\n<h1 class="dotline-heading">Winter timetable<\/h1>[\s\S]*<\/main>/,
    )
    expect(page).toContain('html{background:#0b1d2c;color-scheme:dark}')
    expect(toHtmlPage(typesetter.set('x'), { background: '#f4fafc' })).toContain(
      'color-scheme:light',
    )
    expect(() => toHtmlPage(typesetter.set('x'), { background: 'dusk' })).toThrow(
      "no ink named 'dusk'",
    )
  })

  it('is the same with and without glyph data', async () => {
    const styles = {
      plain: {},
      tight: { leading: 1, trim: { above: 'cap', below: 'alphabetic' }, size: 13.75 },
      loose: { leading: '31u', padding: { left: 7, top: 3.3 }, align: 'center' },
      serif: { family: 'serif', features: { onum: true, liga: false }, size: 19 },
      apart: { tracking: 0.02, wordSpacing: 0.1, baselineShift: 0.2 },
      faint: { ink: '#a00', opacity: 0.5, align: 'end' },
      odd: { size: 13.7 },
      struck: { strike: true },
      outlined: { stroke: { ink: '#000', width: 1 } },
      faded: { ink: 'fade' },
      framed: { border: { ink: '#000', width: 1 } },
      cut: { maxLines: 2 },
    } as const
    const inks = { fade: { gradient: 'linear', stops: ['#f00', '#00f'] } } as const
    const typesetter = typesetterFor({
      sheet: defineSheet({ inks, styles }),
      fonts: await openFonts(),
    })
    const texts = prose(12_000, 3).split('\n')
    let unread = 0
    for (const [i, text] of texts.entries()) {
      for (const style of Object.keys(styles) as (keyof typeof styles)[]) {
        const part = text.slice(i % 9, 20 + ((i * 37) % 160)).replace(/[~{}[\]]/g, '')
        const markup = i % 3 === 0 ? part.replace(' ', '\n') : part.replace('e', '<&  ')
        const layout = typesetter.set(markup as string, { style, width: 40 + ((i * 53) % 300) })
        const html = toHtml(layout)
        if (Object.getOwnPropertyDescriptor(layout, 'lines')?.get) unread++
        // Of a copy the lines are those that were made: nothing is known of how.
        expect(toHtml(structuredClone(layout)), style).toEqual(html)
      }
    }
    expect(unread / texts.length / Object.keys(styles).length).toBeGreaterThan(0.8)
  })

  it('refuses to carry a font whose license forbids it', async () => {
    const font = notEmbeddable(
      readFileSync(
        'node_modules/@expo-google-fonts/source-serif-4/400Regular/SourceSerif4_400Regular.ttf',
      ),
    )
    const fonts = await openFonts({ builtIn: [], files: [font] })
    const sheet = defineSheet({ styles: { defaults: { family: 'Source Serif 4' } } })
    const layout = typesetterFor({ sheet, fonts }).set('Tern')
    expect(() => toHtml(layout)).toThrow('SourceSerif4-Regular')
    expect(toHtml(layout, { fontUrl: () => 'serif.ttf' }).css).toContain('url("serif.ttf")')
    // An SVG would carry it as well.
    expect(() => toSvg(layout, { textAs: 'embedded' })).toThrow('SourceSerif4-Regular forbids')
    expect(toSvg(layout, { textAs: () => 'serif.ttf' })).toContain('url("serif.ttf")')
  })
})
