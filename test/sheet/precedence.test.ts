import { defineSheet, type Style, typesetterFor } from 'dot-line'
import { describe, expect, it } from 'vitest'
import { builtInFonts } from '../support/setting.ts'

/** Each style states a size of its own, so that a size tells who won. */
const sheet = defineSheet({
  inks: { deep: '#0b3d5c', flare: '#c8331f' },
  styles: {
    defaults: { size: 10, weight: 300, ink: 'deep' },
    plain: {},
    body: { size: 11 },
    first: { size: 12, slant: 'italic' },
    second: { size: 13, weight: 600 },
    both: { from: ['first', 'second'] },
    swapped: { from: ['second', 'first'] },
    own: { from: ['first', 'second'], size: 14 },
    grandchild: { from: 'own', weight: 800 },
    twice: { size: '2x' },
    fromTwice: { from: 'twice', size: '1.5x' },
    bodyTwice: { from: 'body', size: '2x' },
  },
  modes: { dark: { inks: { deep: '#ffffff' }, styles: { body: { weight: 500 } } } },
})

type Wanted = Partial<Pick<Style, 'size' | 'weight' | 'slant'>>

/** From what lies lowest to what lies on top. */
const cases: readonly [
  what: string,
  style: Parameters<typeof sheet.style>[0],
  markup: string,
  wanted: Wanted,
][] = [
  ['what holds anyway lies lowest', 'plain', 'x', { slant: 'normal' }],
  ['defaults lies over that', 'plain', 'x', { size: 10, weight: 300 }],
  ['a style lies over defaults', 'body', 'x', { size: 11, weight: 300 }],
  ['what a style builds on lies under it', 'own', 'x', { size: 14, weight: 600, slant: 'italic' }],
  ['a later parent lies over an earlier', 'both', 'x', { size: 13, slant: 'italic' }],
  ['in the order they are named', 'swapped', 'x', { size: 12, weight: 600 }],
  ['chains go all the way down', 'grandchild', 'x', { size: 14, weight: 800, slant: 'italic' }],
  ['a factor is of what lies below it', 'bodyTwice', 'x', { size: 22 }],
  ['or of the text around', 'body', '~twice[x]', { size: 22 }],
  ['factors on factors multiply', 'body', '~fromTwice[x]', { size: 33 }],
  [
    'a span changes only what it states',
    'own',
    '~body[x]',
    { size: 11, weight: 600, slant: 'italic' },
  ],
  ['and brings no defaults with it', 'second', '~first[x]', { size: 12, weight: 600 }],
  [
    'a later style of a span lies over an earlier',
    'body',
    '~second,first[x]',
    { size: 12, weight: 600 },
  ],
  [
    'an override lies over the span’s styles',
    'body',
    '~size=30,first[x]',
    { size: 30, slant: 'italic' },
  ],
  ['a later override over an earlier', 'body', '~size=30,size=31[x]', { size: 31 }],
  ['an override’s factor is of the span’s styles', 'body', '~first,size=2x[x]', { size: 24 }],
  ['an inner span lies over an outer', 'body', '~second[~first[x]]', { size: 12, weight: 600 }],
  ['and factors multiply through spans', 'body', '~twice[~twice[x]]', { size: 44 }],
]

describe('precedence', () => {
  it.each(cases)('%s', async (_, style, markup, wanted) => {
    const layout = typesetterFor({ sheet, fonts: await builtInFonts() }).set(markup, { style })
    expect(layout.lines[0].runs[0].style).toMatchObject(wanted)
  })

  it('applies a mode over the whole sheet and changes only the stated properties', () => {
    const dark = sheet.mode('dark')
    expect(dark.style('body')).toMatchObject({ size: 11, weight: 500, ink: { color: '#ffffff' } })
    expect(dark.style('bodyTwice')).toMatchObject({ size: 22, weight: 500 })
    expect(sheet.style('body').weight).toBe(300)
  })

  it('names the style that set a property and its location', () => {
    expect(sheet.why('grandchild')).toEqual([
      {
        property: 'size',
        stated: 14,
        style: 'own',
        path: ['styles', 'own', 'size'],
        location: 'styles.own.size',
      },
      expect.objectContaining({ property: 'weight', style: 'grandchild' }),
      expect.objectContaining({ property: 'ink', style: 'defaults' }),
      expect.objectContaining({ property: 'slant', style: 'first' }),
    ])
    const [weight] = sheet
      .mode('dark')
      .why('body')
      .filter(r => r.property === 'weight')
    expect(weight.location).toBe('modes.dark.styles.body.weight')
  })
})
