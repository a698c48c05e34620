import {
  defineCatalog,
  defineSheet,
  openFonts,
  type Problem,
  parseMarkup,
  readSheet,
  richFromHtml,
  richToHtml,
  typesetterFor,
} from 'dot-line'
import { setDocument } from 'dot-line/document'
import { messageFormat } from 'dot-line/messages'
import { describe, expect, it } from 'vitest'
import { wordsOf } from '../support/drawn-words.ts'

const codesOf = (problems: readonly Problem[]) =>
  problems.map(({ code, nearest }) => (nearest === undefined ? code : `${code} ${nearest}`))

describe('mistakes that are never ignored', () => {
  it('a mode that changes unknown names is reported', () => {
    const sheet = defineSheet({
      inks: { text: '#000' },
      sizes: { small: 12 },
      styles: { body: { ink: 'text' } },
      modes: {
        dark: { inks: { txt: '#fff' as never }, styles: { bdy: { size: 12 } as never } },
        print: { sizes: { smal: 9 } as never },
        // An ink that the mode itself uses is one that it brings.
        night: { inks: { moon: '#eee' as never }, styles: { body: { ink: 'moon' as never } } },
      },
    })
    expect(codesOf(sheet.warnings)).toEqual([
      'unknown-ink text',
      'unknown-style body',
      'unknown-size small',
    ])
  })

  it.each([
    `~size="${'9'.repeat(310)}x"[x]`,
    `~size=${'9'.repeat(310)}[x]`,
    `~size="${'9'.repeat(400)}"[x]`,
  ])('is told of sizes that are no numbers, and nothing is thrown', async markup => {
    const { set } = typesetterFor({
      sheet: defineSheet({ styles: {} }),
      fonts: await openFonts(),
      problems: 'collect',
    })
    expect(set(markup as 'x').problems.length).toBeGreaterThan(0)
  })

  it('text of no size before a leader is set', async () => {
    const { set } = typesetterFor({
      sheet: defineSheet({ styles: { list: { tabs: [{ at: 200, leader: '. ' }] } } }),
      fonts: await openFonts(),
      problems: 'collect',
    })
    expect(set('~size=0.0000001[a\tb]', { style: 'list', width: 300 }).lines).toHaveLength(1)
  })

  it('invalid names of elements are refused', () => {
    const { rich } = parseMarkup('~strong[x]')
    for (const tag of ['b onclick="x"', 'b><script', '', '1']) {
      expect(() => richToHtml(rich, { elementStyles: { [tag]: 'strong' } })).toThrow('HTML element')
    }
    expect(richToHtml(rich, { elementStyles: { b: 'strong' } }).html).toBe('<b>x</b>')
  })
})

describe('HTML beyond rich text', () => {
  it('is reported element by element', () => {
    const { problems } = richFromHtml('<h2>Boats</h2><ul><li>Tern</li></ul><p>late</p><div>x</div>')
    expect(problems.map(({ code, message }) => [code, /<(\w+)>/.exec(message)?.[1]])).toEqual([
      ['unsupported-tag', 'h2'],
      ['unsupported-tag', 'ul'],
      ['unsupported-tag', 'li'],
    ])
  })
})

describe('markup in messages with invalid style names', () => {
  it.each(['{#ns:b}x{/ns:b}', '{#b+}x{/b+}', '{#b·c}x{/b·c}', '{#b ns:opt=1}x{/b}'])(
    'are told, and not shown: %s',
    message => {
      const read = () => defineCatalog({ k: message }, { language: 'en', syntax: messageFormat })
      expect(read).toThrow(/not a (style|property)'s name/)
    },
  )

  it.each([
    '{#strong}x{/strong}',
    '{#b.c-d_1 size=|1.2x|}x{/b.c-d_1}',
    '{#été u:id=a}x{/été}',
    '{#lamp/}',
  ])('are read otherwise: %s', message => {
    const catalog = defineCatalog({ k: message }, { language: 'en', syntax: messageFormat })
    expect(catalog.problems).toEqual([])
  })
})

describe('design tokens', () => {
  const color = (...components: readonly number[]) => ({ colorSpace: 'srgb', components })
  const read = (tokens: object) => readSheet(JSON.stringify(tokens))
  const base = { $type: 'color', x: { $value: color(0, 1, 0) }, y: { $value: color(0, 0, 1) } }

  it.each([
    ['$extends', { $extends: '{base}' }],
    ['$ref', { $ref: '#/base' }],
    ['a pointer in $extends', { $extends: '#/base' }],
  ])('of groups have those of the groups that they extend: %s', (_, extend) => {
    const sheet = read({ base, more: { ...extend, y: { $value: color(1, 0, 0) } } })
    expect(sheet.inkNames).toEqual(['base.x', 'base.y', 'more.x', 'more.y'])
    expect(sheet.ink('more.x')).toMatchObject({ color: '#00ff00' })
    expect(sheet.ink('more.y')).toMatchObject({ color: '#ff0000' })
    expect(sheet.warnings).toEqual([])
  })

  it('may refer to others by a pointer and may not extend in circles', () => {
    const sheet = read({ base, a: { $type: 'color', $value: { $ref: '#/base/x/$value' } } })
    expect(sheet.ink('a')).toMatchObject({ color: '#00ff00' })
    const circle = { a: { $extends: '{b}', x: base.x }, b: { $type: 'color', $extends: '{a}' } }
    expect(read(circle).inkNames).toContain('b.x')
  })
})

describe('a document on a web page', () => {
  const document = {
    language: 'en',
    page: { facing: true, margin: { top: 40, start: 90, bottom: 40, end: 30 } },
    terms: { rain: 'rain' },
    blocks: [
      { kind: 'contents' },
      ...[1, 2, 3].flatMap(i => [
        { kind: 'page-break' } as const,
        { kind: 'heading', text: `Valley ${'iii'.slice(0, i)}`, id: `v${i}` } as const,
        { kind: 'paragraph', text: 'Rain{index.rain}. See page {page.v3}.' } as const,
      ]),
      { kind: 'index' },
    ],
  } as const
  it('names no missing page and has the same margins everywhere', async () => {
    const fonts = await openFonts()
    const set = setDocument(document, {
      sheet: defineSheet({ styles: {} }),
      fonts,
      continuous: true,
    })
    const pages = [...set.pages()]
    const words = pages.flatMap(page => wordsOf(page.items))
    expect(words.filter(text => text.startsWith('Valley')).every(text => !/\d/.test(text))).toBe(
      true,
    )
    expect(words.join(' ')).toContain('See page –')
    expect(set.problems.map(({ code }) => code)).toEqual(['missing-page-number'])
    expect(words).toContain('rain, 1, 2, 3')
    expect(new Set(pages.map(page => leftOf(page.items))).size).toBe(1)
    function leftOf(items: (typeof pages)[number]['items']): number {
      let left = Infinity
      for (const item of items) {
        if (item.kind === 'group') left = Math.min(left, leftOf(item.items))
        else if (item.kind === 'text') left = Math.min(left, item.matrix.dx)
      }
      return left
    }
  })
})
