import {
  DotLineError,
  draw,
  escapeMarkup,
  inlineBox,
  plainText,
  rectangle,
  rich,
  span,
  typesetterFor,
} from 'dot-line'
import { toSvg } from 'dot-line/svg'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { builtInFonts, sheet } from '../support/setting.ts'

let typesetter: ReturnType<typeof typesetterFor>
let collecting: ReturnType<typeof typesetterFor>
beforeAll(async () => {
  const fonts = await builtInFonts()
  typesetter = typesetterFor<string, string, string>({ sheet, fonts })
  collecting = typesetterFor<string, string, string>({ sheet, fonts, problems: 'collect' })
})

const hostile = [
  '[',
  ']',
  '{',
  '}',
  '~',
  '~strong[',
  ']]>',
  '\u202e',
  '\u2067',
  '\ud800',
  '\0',
  '"',
  '<b>',
  '\u2028',
  'é',
]

describe('values', () => {
  it('are literal data', () => {
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom(...hostile) }), value => {
        const layout = collecting.set('to ~strong[{port}] now', { values: { port: value } })
        expect(layout.text).toBe(`to ${value} now`)
        expect(
          layout.problems.filter(p => !['missing-glyph', 'overflow'].includes(p.code)),
        ).toEqual([])
        // What a message formatter puts into markup is safe the same way.
        expect(collecting.set(`to ~strong[${escapeMarkup(value)}]`).text).toBe(`to ${value}`)
      }),
    )
  })

  it('may carry a style of their own', () => {
    const [, run] = typesetter.set('to {port}', { values: { port: { text: 'x', style: 'alert' } } })
      .lines[0].runs
    expect(run).toMatchObject({ text: 'x', style: { weight: 600 } })
    const wrong = { values: { port: { text: 'x', style: 'alrt' } } }
    expect(() => typesetter.set('to {port}', wrong)).toThrow(
      "no style named 'alrt' at markup:1:4 (did you mean 'alert'?)",
    )
  })

  it('may be rich text, with values of its own', () => {
    const port = rich`~strong[${'Tern'}] {berth}`
    const layout = typesetter.set('{port}', { values: { port, berth: 3 } })
    expect(layout.text).toBe('Tern 3')
    expect(layout.lines[0].runs.map(run => run.style.weight)).toEqual([700, 400])
  })

  it('may name each other, but not in a circle', () => {
    const values = { a: rich`a{b}`, b: rich`b{c}`, c: 'c' }
    expect(typesetter.set('{a}{b}', { values }).text).toBe('abcbc')
    const circle = { a: rich`a{b}`, b: rich`b{a}` }
    expect(() => typesetter.set('{a}', { values: circle })).toThrow(
      'circular reference: the value of {a} contains itself at value b:1:2',
    )
    expect(collecting.set('{a}', { values: circle }).text).toBe('ab{a}')
    expect(plainText(rich`${'x'}{a}`, circle)).toBe('xab{a}')
  })

  it('of unknown kinds are reported', () => {
    const known = rich`~strong[x]`
    const data = [known, inlineBox({ width: 8, height: 8 }), draw({ width: 1, height: 1 }, [])].map(
      own => JSON.parse(JSON.stringify(own)),
    )
    const painted = {
      kind: 'object',
      width: 9,
      height: 9,
      baseline: 9,
      label: '',
      content: { kind: 'drawing' },
    }
    const wrong = [
      null,
      true,
      Number.NaN,
      {},
      [1],
      { style: 'alert' },
      { style: 'alert', text: {} },
      Symbol.iterator,
    ]
    for (const value of [...wrong, ...data, painted]) {
      expect(() => typesetter.set('{x}', { values: { x: value as never } })).toThrow(
        'the value of {x} is not valid',
      )
    }
  })

  it('are refused in place of markup and inside inline boxes', () => {
    const tree = JSON.parse(JSON.stringify(rich`~strong[x]`))
    expect(() => typesetter.set(tree)).toThrow('an object')
    const picture = JSON.parse(JSON.stringify(draw({ width: 1, height: 1 }, [])))
    expect(() => inlineBox({ width: 1, height: 1, drawing: picture })).toThrow('is data')
  })

  it('go by the hundred thousand into one sentence', () => {
    const count = 100_000
    const values = Object.fromEntries(Array.from({ length: count }, (_, i) => [`v${i}`, i % 10]))
    const markup = Array.from({ length: count }, (_, i) => `{v${i}}`).join(' ')
    const layout = typesetter.set(markup, { values })
    expect(layout.text.length).toBe(count * 2 - 1)
  })

  it('go into a line that is 100,000 spans long', () => {
    const layout = typesetter.set('~ink=flare[a]b'.repeat(50_000))
    expect(layout.lines.length).toBe(1)
    expect(layout.lines[0].runs.length).toBe(100_000)
  })

  it('nested as deep as 40,000 spans are set', () => {
    const deep = 40_000
    const layout = typesetter.set(`${'~strong[a'.repeat(deep)}${']'.repeat(deep)}`, {
      maxLines: 1,
      width: 100,
    })
    expect(layout.cut?.start).toBeGreaterThan(3)
    let nested = span('x', 'strong')
    for (let i = 0; i < 20_000; i++) nested = span(nested, 'alert')
    expect(plainText(nested)).toBe('x')
  })
})

describe('any text', () => {
  it('is set, or refused with a DotLineError', () => {
    const units = fc.constantFrom(
      ...hostile,
      '~size=',
      '~ink=flare[',
      '~alert',
      '(',
      ')',
      '=',
      ' ',
      '{port}',
      '{U+41}',
      '\n',
    )
    fc.assert(
      fc.property(fc.string({ unit: units }), markup => {
        expect(typeof collecting.set(markup, { width: 50 }).text).toBe('string')
        try {
          typesetter.set(markup)
        } catch (error) {
          expect(error).toBeInstanceOf(DotLineError)
        }
      }),
    )
  })
})

describe('boxes in a line', () => {
  const icon = draw({ width: 10, height: 10 }, [
    rectangle({ x: 0, y: 0, width: 10, height: 10 }, sheet.ink('flare')),
  ])
  const box = inlineBox({ width: 20, height: 40, baseline: 30, drawing: icon, label: 'lamp' })

  it('take their width and height', () => {
    const layout = typesetter.set('a{icon}b', { style: 'body', values: { icon: box } })
    const [a, boxed, b] = layout.lines[0].runs
    expect(boxed).toMatchObject({ text: '\ufffc', width: 20 })
    expect(b.x).toBeCloseTo(a.width + 20, 9)
    expect(layout.lines[0].height).toBeCloseTo(40, 9)
    expect(layout.lines[0].baseline).toBeCloseTo(30, 9)
    expect(layout.problems).toEqual([])
  })

  it('may stand at the start or the end of a line', () => {
    const layout = typesetter.set('Quay{icon}Stair', {
      style: 'body',
      width: 60,
      values: { icon: box },
    })
    expect(layout.lines.map(line => line.runs.map(run => run.text).join(''))).toEqual([
      'Quay\ufffc',
      'Stair',
    ])
  })

  it('are painted in proportion, and grow with the reader', async () => {
    const larger = typesetterFor({ sheet, fonts: await builtInFonts(), reader: { scale: 2 } })
    const svg = toSvg(larger.set('{icon}', { style: 'body', values: { icon: box } }))
    expect(svg).toContain('<g transform="matrix(4 0 0 4 0 20)">')
    expect(svg).toContain('<rect x="0" y="0" width="10" height="10" fill="#c8331f"/>')
  })

  it('are refused with invalid lengths', () => {
    expect(() => inlineBox({ width: -1, height: 2 })).toThrow('-1')
    expect(() => inlineBox({ width: 1, height: Number.NaN })).toThrow(
      'the height of an inline box is NaN',
    )
  })
})
