import { defineSheet, type GradientInk, type Ink, type SheetPart } from 'dot-line'
import { describe, expect, it } from 'vitest'
import { problemsOf } from '../support/problems.ts'

type Inks = NonNullable<SheetPart['inks']>
const inkOf = (inks: Inks, name = 'it'): Ink => defineSheet({ inks, styles: {} }).ink(name)
const wrongInks = (inks: Inks) => problemsOf(() => defineSheet({ inks, styles: {} }))

describe('inks', () => {
  it.each([
    ['#0B3D5C', '#0b3d5c', 1],
    ['#0008', '#000000', 0.533],
    ['rebeccapurple', '#663399', 1],
    ['rgb(11 61 92 / 50%)', '#0b3d5c', 0.5],
    ['hsl(120deg 100% 25%)', '#008000', 1],
    ['hwb(120 0% 50%)', '#008000', 1],
    ['oklch(0.6279 0.2577 29.23)', '#ff0000', 1],
    ['color(srgb 0 0.5 0)', '#008000', 1],
    ['rgb(none 0 0)', '#000000', 1],
  ])('takes %s', (text, color, opacity) => {
    const ink = inkOf({ it: text })
    expect(ink).toMatchObject({ kind: 'solid', color })
    expect('opacity' in ink && ink.opacity).toBeCloseTo(opacity, 2)
  })

  it.each([
    [
      'rgb(300 0 0)',
      /component 1 of 'rgb\(300 0 0\)' is out of range at inks.it \(300 is not from 0 to 255\)/,
    ],
    ['rgb(0 0 0 / 2)', /alpha of .* is out of range/],
    ['hsl(0 120% 50%)', /component 2/],
    ['oklch(1.5 0.1 20)', /component 1/],
    ['oklch(0.5 -0.1 20)', /component 2/],
    ['color(srgb 1.2 0 0)', /component 1/],
    ['color(display-p3 0 0 -0.1)', /component 3/],
    ['#12345', /'#12345' is not a color/],
    ['bluish', /'bluish' is not a color/],
    ['rgb(1 2)', /is not a color/],
    [
      'rgb(0.2, 0.4, 1)',
      /components of .* are from 0 to 1 at inks.it \(they go from 0 to 255: rgb\(51 102 255\)\)/,
    ],
    ['constructor()', /is not a color/],
    ['toString(1)', /is not a color/],
    ['lab(1e', /is not a color/],
  ])('refuses %s', (text, message) => {
    expect(() => defineSheet({ inks: { it: text }, styles: {} })).toThrow(message)
    const styles = { body: { ink: text.startsWith('b') ? '#12345' : text } as object }
    expect(problemsOf(() => defineSheet({ styles }))[0].code).toBe('bad-ink')
  })

  it('maps colors outside of sRGB once, with a warning', () => {
    const sheet = defineSheet({ inks: { it: 'color(display-p3 0 1 0)' }, styles: {} })
    expect(sheet.ink('it')).toMatchObject({ kind: 'solid', color: expect.stringMatching(/^#00f/) })
    expect(sheet.warnings).toMatchObject([
      { code: 'mapped-color', severity: 'warning', location: 'inks.it' },
    ])
  })

  it('derives inks from others, in any order', () => {
    const inks = {
      it: { from: 'deep', lighter: 0.2 },
      named: 'deep',
      darker: { from: 'named', darker: 1 },
      veil: { from: 'it', alpha: 0.5 },
      mixed: { from: 'white', mix: 'black', share: 1 },
      white: '#ffffff',
      black: '#000000',
      deep: '#0b3d5c',
    }
    const sheet = defineSheet({ inks, styles: {} })
    expect(sheet.ink('named')).toEqual(sheet.ink('deep'))
    expect(sheet.ink('darker')).toMatchObject({ color: '#000000' })
    expect(sheet.ink('veil')).toMatchObject({ opacity: 0.5 })
    expect(sheet.ink('mixed')).toMatchObject({ color: '#000000' })
    const luminance = (ink: Ink) =>
      ink.kind === 'solid' ? Number.parseInt(ink.color.slice(3, 5), 16) : 0
    expect(luminance(sheet.ink('it'))).toBeGreaterThan(luminance(sheet.ink('deep')))
  })

  it('names circles, unknown inks and invalid inks', () => {
    expect(wrongInks({ a: 'b', b: { from: 'a' } })).toMatchObject([
      { code: 'ink-cycle', message: expect.stringContaining('a > b > a') },
    ])
    expect(wrongInks({ deep: '#000', it: { from: 'dep' } })).toMatchObject([
      { code: 'unknown-ink', nearest: 'deep', location: 'inks.it.from' },
    ])
    expect(wrongInks({ it: 7 as never })).toMatchObject([
      { code: 'bad-value', location: 'inks.it' },
    ])
    expect(wrongInks({ it: { from: '#000', lighter: 2 } })).toMatchObject([
      { code: 'bad-value', location: 'inks.it.lighter' },
    ])
    expect(wrongInks({ it: { from: '#000', brighter: 0.2 } as never })).toMatchObject([
      { code: 'unknown-property', location: 'inks.it.brighter' },
    ])
    expect(wrongInks({ it: { gradient: 'linear', stops: ['#000'] } })).toMatchObject([
      { code: 'bad-value', location: 'inks.it.stops' },
    ])
    const backward = {
      gradient: 'linear',
      stops: [
        { at: 0.5, ink: '#000' },
        { at: 0.2, ink: '#fff' },
      ],
    } as const
    expect(wrongInks({ it: backward })).toMatchObject([
      { code: 'bad-ink', location: 'inks.it.stops[1]' },
    ])
    expect(
      wrongInks({ g: { gradient: 'radial', stops: ['#000', '#fff'] }, it: { from: 'g' } }),
    ).toMatchObject([{ code: 'bad-ink' }])
  })

  it('limits a chain of 10,000 inks', () => {
    const chain = Object.fromEntries(
      Array.from({ length: 10_000 }, (_, i) => [`i${i}`, `i${i + 1}`]),
    )
    expect(wrongInks({ ...chain, i10000: '#000' })[0].code).toBe('ink-cycle')
  })
})

describe('gradients', () => {
  const gradient = (...stops: string[]) =>
    inkOf({ it: { gradient: 'linear', angle: 90, extent: 'line', stops } }) as GradientInk

  it('run in OKLCH, sampled until blending in sRGB shows the same', () => {
    const { kind, angle, extent, stops } = gradient('#ff0000', '#0000ff')
    expect({ kind, angle, extent }).toEqual({ kind: 'linear', angle: 90, extent: 'line' })
    expect(stops[0]).toEqual({ at: 0, color: '#ff0000', opacity: 1 })
    expect(stops.at(-1)).toEqual({ at: 1, color: '#0000ff', opacity: 1 })
    expect(stops.map(s => s.at)).toEqual([...stops.map(s => s.at)].sort((a, b) => a - b))
    // The shorter way from red to blue is over magenta; in sRGB the middle would be #800080.
    const middle = stops.find(s => s.at === 0.5)?.color ?? ''
    expect(Number.parseInt(middle.slice(1, 3), 16)).toBeGreaterThan(0x90)
    expect(stops.length).toBeGreaterThan(8)
  })

  it('premultiply by alpha, so that transparent stops lend no color', () => {
    const { stops } = gradient('#c8331f', '#00000000')
    for (const stop of stops.slice(0, -1)) {
      const [r, g] = [1, 3].map(i => Number.parseInt(stop.color.slice(i, i + 2), 16))
      expect(r - g).toBeGreaterThan(100)
    }
  })

  it('keep edges where two stops lie at one place', () => {
    const stops = [
      { at: 0, ink: '#000000' },
      { at: 0.5, ink: '#000000' },
      { at: 0.5, ink: '#ffffff' },
      { at: 1, ink: '#ffffff' },
    ]
    const ink = inkOf({ it: { gradient: 'radial', stops } }) as GradientInk
    expect(ink.stops.map(s => [s.at, s.color])).toEqual([
      [0, '#000000'],
      [0.5, '#000000'],
      [0.5, '#ffffff'],
      [1, '#ffffff'],
    ])
  })
})
