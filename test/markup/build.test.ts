import {
  joinRich,
  parseMarkup,
  plainText,
  type RichText,
  rich,
  richFromHtml,
  richFromText,
  richToHtml,
  richToMarkup,
  span,
} from 'dot-line'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bare } from '../support/rich.ts'

const parsed = (markup: string) => parseMarkup(markup).rich

describe('rich text built in code', () => {
  it('parses markup in its words and keeps its values literal', () => {
    const port = '~strong[x] {y}'
    const text = rich`Boats to ~strong[${port}] are ${span('late', 'alert')} by ${12} min`
    expect(richToMarkup(text)).toBe(
      'Boats to ~strong[~~strong~[x~] ~{y~}] are ~alert[late] by 12 min',
    )
    expect(plainText(text)).toBe('Boats to ~strong[x] {y} are late by 12 min')
  })

  it('keeps placeholders for later, also inside of values', () => {
    const inner = rich`the ~boat[{boat}], ${'berth'} {berth}`
    const text = rich`{port}: ${inner}`
    expect(plainText(text, { port: 'Ardle', boat: 'Tern', berth: 2 })).toBe(
      'Ardle: the Tern, berth 2',
    )
  })

  it('reports the mistakes of a template when it is made', () => {
    expect(() => rich`to ~strong[${'x'}`).toThrow('template:1:4')
  })

  it('joins and wraps without changing its input', () => {
    const parts = [rich`~boat[${'Tern'}]`, 'a [b]', richFromText('~c')]
    const frozen = JSON.stringify(parts)
    expect(richToMarkup(joinRich(parts, rich`, ~fine[${'or'}] `))).toBe(
      '~boat[Tern], ~fine[or] a ~[b~], ~fine[or] ~~c',
    )
    const wrapped = span(joinRich(parts), {
      styles: ['alert', 'strong'],
      overrides: { size: '1.2x', href: 'tel:555-0147' },
    })
    expect(richToMarkup(wrapped)).toBe(
      '~alert,strong,size=1.2x,href=tel:555-0147[~boat[Tern]a ~[b~]~~c]',
    )
    expect(JSON.stringify(parts)).toBe(frozen)
  })

  it('cannot be printed with names that markup does not have', () => {
    expect(() => richToMarkup(span('x', 'two words'))).toThrow(
      "the style name 'two words' cannot be written",
    )
    expect(richToMarkup(span('x', { overrides: { family: '"a" b,\n' } }))).toBe(
      '~family="""a"" b,\n"[x]',
    )
    expect(richToMarkup(span('x', {}))).toBe('x')
  })
})

const names = fc.constantFrom('strong', 'alert', 'b-2', 'größe', 'a.b', '_x')
const overrideValues = fc.constantFrom(
  '1.2x',
  'Source Sans 3',
  'rgb(1 2 3)',
  'a)b',
  '(',
  '',
  'https://x.example/~y?z',
  '~q[',
  'a,"b"\n',
)
const texts = fc.oneof(
  fc.string({ unit: fc.constantFrom('~', '[', ']', '{', '}', '(', ')', 'a', ' ', '\n', '|') }),
  fc.string({ unit: 'binary' }),
)
const trees = fc.letrec<{ node: RichText; list: RichText }>(tie => ({
  node: fc.oneof(
    { depthSize: 'small' },
    texts.map(richFromText),
    names.map(name => parsed(`{${name}}`)),
    fc
      .tuple(
        tie('list'),
        fc.uniqueArray(names),
        fc.dictionary(names, overrideValues, { maxKeys: 2 }),
      )
      .map(([content, styles, overrides]) => span(content, { styles, overrides })),
  ),
  list: fc.array(tie('node'), { maxLength: 4 }).map(parts => joinRich(parts)),
}))

describe('printing', () => {
  it('and parsing gives the same tree', () => {
    fc.assert(
      fc.property(trees.list, tree => {
        const { rich: again, problems } = parseMarkup(richToMarkup(tree))
        expect(problems).toEqual([])
        expect(bare(again)).toEqual(bare(tree))
        expect(plainText(again)).toBe(plainText(tree))
      }),
      { numRuns: 500 },
    )
  })

  it('plain text is the markup without its marks', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.stringMatching(/^[a-z ]*$/), names)), pieces => {
        const markup = pieces.map(([text, name]) => `${text}~${name}[${text}]`).join('')
        expect(plainText(parsed(markup))).toBe(pieces.map(([text]) => text + text).join(''))
      }),
    )
  })
})

describe('HTML', () => {
  it.each([
    ['a <b>b <i>c</i></b>', 'a ~strong[b ~emphasis[c]]'],
    ['<span class="alert strong">x</span>', '~alert,strong[x]'],
    [
      '<a href="https://lantern-sound.example/?a&amp;b">x</a>',
      '~link,href=https://lantern-sound.example/?a&b[x]',
    ],
    ['<ul><li>Tern</li><li>Auk <b>Ridge</b></ul>then', 'Tern\nAuk ~strong[Ridge]\nthen'],
    ['<table><tr><th>Port<td>12<tr><td>Ardle<td>9</table>', 'Port\t12\nArdle\t9'],
    ['<section>a<section>b</section></section>c<hr>d', 'a\nb\nc\nd'],
    ['<a href="https://a.example/{x}">x</a>', '~link,href=https://a.example/%7Bx%7D[x]'],
    ['<p>one</p>\n<p>two<br>three</p>', 'one\ntwo\u2028three'],
    ['<div>a  \n b&nbsp;&eacute;&#128674;</div>', 'a b\u00a0é🚢'],
    [
      'x<sub>2</sub><sup>n</sup> <u>u</u><s>s</s><code>c</code><mark>m</mark><small>q</small>',
      'x~subscript[2]~superscript[n] ~underline[u]~strike[s]~code[c]~mark[m]~small[q]',
    ],
    ['a < b & ~c[ {d}', 'a < b & ~~c~[ ~{d~}'],
    ['<b>never closed', '~strong[never closed]'],
    ['</b>closed only', 'closed only'],
    ['<style>p{}</style><script>x</script>text<!-- no -->', 'text'],
  ])('%s is read', (html, markup) => {
    expect(richToMarkup(richFromHtml(html).rich)).toBe(markup)
  })

  it('drops unsupported elements, keeps their words and reports it', () => {
    const { rich: text, problems } = richFromHtml(
      '<h1 id="x">Tern</h1> <a href="java\nscript:x">y</a>',
      { source: 'a.html' },
    )
    expect(plainText(text)).toBe('Tern\ny')
    expect(problems.map(p => [p.code, p.message])).toEqual([
      ['unsupported-tag', 'the attribute id of <h1> is not supported and is removed'],
      ['unsupported-tag', '<h1> is not supported and is removed'],
      ['forbidden-link', "a link may not start with 'javascript:'"],
    ])
  })

  it('is written with the same tags, and read back as the same tree', () => {
    for (const markup of [
      'a ~strong[b ~emphasis[c]] ~alert[d]',
      'x~subscript[2] < & "',
      '~link,href=tel:555-0147[call]',
      'a\u2028b',
    ]) {
      const { html, problems } = richToHtml(parsed(markup))
      expect(problems).toEqual([])
      expect(bare(richFromHtml(html).rich), html).toEqual(bare(parsed(markup)))
    }
    expect(richToHtml(parsed('~alert,strong[x]')).html).toBe(
      '<span class="alert"><strong>x</strong></span>',
    )
    const tags = { mark: 'alert' }
    expect(richToHtml(parsed('~alert[a\nb]'), { elementStyles: tags }).html).toBe(
      '<p><mark>a</mark></p>\n<p><mark>b</mark></p>',
    )
    expect(richToMarkup(richFromHtml('<mark>a</mark><b>b</b>', { elementStyles: tags }).rich)).toBe(
      '~alert[a]b',
    )
  })

  it('has no executable content, whatever is in the values', () => {
    const values = {
      port: '<script>alert(1)</script>',
      name: { text: '"><img onerror=x>', style: '"><b' },
    }
    const { html } = richToHtml(parsed('~href=javascript:alert[{port}] {name}'), { values })
    expect(html).not.toMatch(/<(script|img)|javascript/)
    expect(richToHtml(parsed('~size=2x[a]')).problems).toMatchObject([{ code: 'not-in-html' }])
  })

  it('never fails, and never hangs', () => {
    const soup = fc.string({
      unit: fc.constantFrom(
        '<',
        '>',
        '/',
        'b',
        'p',
        'a ',
        '"',
        '=',
        '&',
        ';',
        'href',
        '!--',
        ' ',
        '\0',
      ),
    })
    fc.assert(
      fc.property(soup, html => {
        expect(typeof plainText(richFromHtml(html).rich)).toBe('string')
      }),
    )
    expect(plainText(richFromHtml(`<div>${'<b>x</b>y'.repeat(150_000)}</div>`).rich).length).toBe(
      300_000,
    )
    expect(plainText(joinRich([richFromHtml('<b>x</b>y'.repeat(150_000)).rich, 'z'])).length).toBe(
      300_001,
    )
    expect(plainText(richFromHtml(`${'<b>'.repeat(500)}x`).rich)).toBe('x')
    for (const deep of ['<b>', '<b><p>', '<i><x>']) {
      expect(() => richFromHtml(deep.repeat(100_000))).toThrow(
        'nested more than 512 deep at html:1:',
      )
    }
  })
})
