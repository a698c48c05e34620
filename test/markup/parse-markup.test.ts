import { escapeMarkup, parseMarkup, type RichNode } from 'dot-line'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'

/** A tree as text: spans as `name<…>`, placeholders as `$name`. */
function shown(nodes: readonly RichNode[]): string {
  return nodes
    .map(node => {
      if (node.kind === 'text') return node.text
      if (node.kind === 'placeholder') return `$${node.name}`
      const overrides = node.overrides.map(o => `${o.name}=${o.value}`)
      return `${[...node.styles.map(s => s.name), ...overrides].join('+')}<${shown(node.children)}>`
    })
    .join('')
}

const parsed = (markup: string) => shown(parseMarkup(markup).rich.children)
const codes = (markup: string) => parseMarkup(markup).problems.map(p => p.code)

describe('markup', () => {
  it.each([
    ['~strong[late]', 'strong<late>'],
    ['a ~x[b ~y[c] d] e', 'a x<b y<c> d> e'],
    ['~strong,alert[late]', 'strong+alert<late>'],
    ['~size=1.2x,ink=flare[late]', 'size=1.2x+ink=flare<late>'],
    ['~ink="rgb(10 20 30)"[late]', 'ink=rgb(10 20 30)<late>'],
    ['~family="Source Sans 3"[late]', 'family=Source Sans 3<late>'],
    [
      '~href=https://lantern-sound.example/~tern?a=(b)[x]',
      'href=https://lantern-sound.example/~tern?a=(b)<x>',
    ],
    [
      '~href="https://lantern-sound.example/?a=[1],""b"""[x]',
      'href=https://lantern-sound.example/?a=[1],"b"<x>',
    ],
    ['~size=[x] ~é_1,a.b-c=~x[y]', 'size=<x> é_1+a.b-c=~x<y>'],
    ['~strong,~alert[x]', '~strong,alert<x>'],
    ['to {port} now', 'to $port now'],
    ['{U+03C0} {U+1F6F3}', 'π 🛳'],
    ['~strong[see [1] first]', 'strong<see [1] first>'],
    ['~[ ~] ~{port} ~~', '[ ] {port} ~'],
  ])('%s', (markup, tree) => {
    expect(parsed(markup)).toBe(tree)
    expect(codes(markup)).toEqual([])
  })

  it.each([
    'a [b] (c) <d> | e & f',
    '~ 5 ~5 ~strong ~(strong) {} { port } {1} {U+D800} {U+110000} ~',
    '~(strong[x] ~()[x]',
    '~=x[y] ~,a[b] ~a,[b] ~a, b[c] ~a b[c] ~a =b[c] ~a=b c[d] ~a="b"c[d] ~a=b"c"[d] ~a="b[c]',
  ])('takes what holds no construct as plain: %s', markup => {
    expect(parsed(markup)).toBe(markup)
    expect(codes(markup)).toEqual([])
  })

  it('shows the text and lists the mistake of an unclosed span and a stray close', () => {
    const { rich, problems } = parseMarkup('now]\nto ~strong[late ~alert[very', {
      source: 'board.txt',
    })
    expect(shown(rich.children)).toBe('now]\nto strong<late alert<very>>')
    expect(
      problems.map(p => [
        p.code,
        typeof p.location === 'object' && [p.location.line, p.location.column],
      ]),
    ).toEqual([
      ['stray-close', [1, 4]],
      ['unclosed-span', [2, 4]],
      ['unclosed-span', [2, 17]],
    ])
  })

  it('keeps source ranges', () => {
    const [, span] = parseMarkup('to ~strong[a~~b]!').rich.children
    expect(span).toMatchObject({ start: 3, end: 16 })
    expect(span.kind === 'span' && span.children[0]).toMatchObject({
      text: 'a~b',
      start: 11,
      end: 15,
    })
  })

  it('parses 100,000 nested spans and as many stray brackets', () => {
    const deep = 100_000
    expect(codes('~a['.repeat(deep) + ']'.repeat(deep))).toEqual([])
    expect(codes(']'.repeat(deep)).length).toBe(deep)
  })

  it('reads invalid heads in linear time', () => {
    const units = [
      '~a="',
      '~a=',
      '~a=~b,',
      'c=~d,',
      '~a=""',
      '~a="""',
      '~a,',
      '~(',
      '~(a ',
      '~a="x"",',
    ]
    for (const unit of units) expect(codes(`~x=${unit.repeat(100_000)}`), unit).toEqual([])
  })

  it.each([
    ['~(strong)[x]', '~strong['],
    ['~(strong alert)[x]', '~strong,alert['],
    ['~(size=1.2x ink=flare)[x]', '~size=1.2x,ink=flare['],
    ['~(family="Source Sans 3")[x]', '~family="Source Sans 3"['],
  ])('%s is plain, with a warning that shows how it is written', (markup, instead) => {
    const { rich, problems } = parseMarkup(`to ${markup}`)
    expect(shown(rich.children)).toBe(`to ${markup}`)
    expect(problems).toMatchObject([
      { code: 'head-in-parentheses', severity: 'warning', hint: `write ${instead}` },
    ])
    expect(problems[0].location).toMatchObject({ column: 4 })
  })

  it('never throws, and escapeMarkup() shows any text literally', () => {
    const text = fc.string({
      unit: fc.constantFrom('~', '[', ']', '{', '}', '(', ')', 'a', '=', ',', ' ', '"'),
    })
    fc.assert(
      fc.property(fc.oneof(text, fc.string({ unit: 'binary' })), any => {
        parseMarkup(any)
        const { rich, problems } = parseMarkup(escapeMarkup(any))
        expect(problems).toEqual([])
        expect(shown(rich.children)).toBe(any)
      }),
      { numRuns: 1000 },
    )
  })
})
