import { defineSheet, readSheet, textSteps, typesetterFor } from 'dot-line'
import { describe, expect, it } from 'vitest'
import { problemsOf } from '../support/problems.ts'
import { builtInFonts } from '../support/setting.ts'

describe('defineSheet', () => {
  const sheet = defineSheet({
    inks: { deep: '#0b3d5c', haze: 'rgb(0 0 0 / 50%)' },
    sizes: { text: 16 },
    families: { reading: ['Lantern Serif', 'serif'] },
    styles: {
      body: { family: 'reading', size: 'text', ink: 'deep' },
      headline: { from: 'body', size: '2x', weight: 'bold' },
      huge: { from: 'headline', size: '1.5x', leading: '60u' },
      both: { from: ['headline', 'italic'] },
      italic: { slant: 'italic', weight: 300 },
    },
  })

  it('builds styles on one another', () => {
    expect(sheet.style('body')).toMatchObject({
      family: ['Lantern Serif', 'serif'],
      size: 16,
      weight: 400,
    })
    expect(sheet.style('headline')).toMatchObject({
      family: ['Lantern Serif', 'serif'],
      size: 32,
      weight: 700,
    })
    expect(sheet.style('huge')).toMatchObject({ size: 48, leading: { kind: 'units', units: 60 } })
    expect(sheet.style('both')).toMatchObject({ size: 32, slant: 'italic', weight: 300 })
  })

  it('gives inks as sRGB and opacity', () => {
    expect(sheet.ink('haze')).toEqual({ kind: 'solid', color: '#000000', opacity: 0.5 })
    expect(() => defineSheet({ styles: {} }).ink('deep' as never)).toThrow("no ink named 'deep'")
  })

  it('lists all mistakes at once, each with its path and the nearest name', () => {
    const problems = problemsOf(() =>
      defineSheet({
        inks: { deep: '#0b3d5c', wrong: 'bluish' },
        styles: {
          body: { ink: 'depe', size: 'txt' } as object,
          headline: { from: 'boddy' } as object,
        },
      }),
    )
    expect(problems.map(p => [p.code, p.location, p.nearest])).toEqual([
      ['bad-ink', 'inks.wrong', undefined],
      ['unknown-style', 'styles.headline.from', 'body'],
      ['unknown-ink', 'styles.body.ink', 'deep'],
      ['unknown-size', 'styles.body.size', undefined],
    ])
  })

  it('names the accepted values of a property', () => {
    const styles = { body: { size: -3, wieght: 700, slant: 'leaning' } }
    const problems = problemsOf(() => readSheet(JSON.stringify({ styles })))
    expect(problems.map(p => [p.message, p.hint ?? p.nearest])).toEqual([
      ["-3 is not a valid value for 'size'", expect.stringContaining('a number of units above 0')],
      ["unknown property 'wieght'", 'weight'],
      ['"leaning" is not a valid value for \'slant\'', 'expected one of normal, italic, oblique'],
    ])
  })

  it('handles deep and circular objects', () => {
    const itself: Record<string, unknown> = {}
    itself.size = itself
    let deep: unknown = 1
    for (let i = 0; i < 10_000; i++) deep = [deep]
    const styles = { a: itself, b: { underline: deep } } as object
    expect(problemsOf(() => defineSheet({ styles })).map(p => p.message)).toEqual([
      "an object is not a valid value for 'size'",
      "a list is not a valid value for 'underline'",
    ])
  })

  it('lists the mistakes of modes with all others', () => {
    const wrong = {
      styles: { a: { size: -1 } },
      modes: { dark: { styles: { a: { weight: 0 } }, inks: { x: 'blu' } } },
    }
    expect(problemsOf(() => defineSheet(wrong)).map(p => p.location)).toEqual([
      'modes.dark.inks.x',
      'modes.dark.styles.a.weight',
      'styles.a.size',
    ])
  })

  it('names a circle', () => {
    const styles = { a: { from: 'b' }, b: { from: 'c' }, c: { from: 'a' } } as const
    const [problem] = problemsOf(() => defineSheet({ styles }))
    expect(problem).toMatchObject({
      code: 'style-cycle',
      message: expect.stringContaining('a > b > c > a'),
    })
  })

  it('makes wrong names compile errors', async () => {
    // @ts-expect-error: no style of that name to build on
    expect(() => defineSheet({ styles: { a: {}, b: { from: 'c' } } })).toThrow("no style named 'c'")
    // @ts-expect-error: no ink of that name
    expect(() => defineSheet({ inks: { deep: '#000' }, styles: { a: { ink: 'dep' } } })).toThrow()
    // @ts-expect-error: no size of that name
    expect(() => defineSheet({ sizes: { big: 40 }, styles: { a: { size: 'bg' } } })).toThrow()
    // @ts-expect-error: no property of that name
    expect(() => defineSheet({ styles: { a: { wieght: 700 } } })).toThrow("did you mean 'weight'?")
    // @ts-expect-error: no style of that name
    expect(() => sheet.style('headlin')).toThrow("did you mean 'headline'?")
    // @ts-expect-error: no size of that name
    expect(() => sheet.size('tex')).toThrow("did you mean 'text'?")
    // @ts-expect-error: no mode of that name
    expect(() => sheet.mode('dusk')).toThrow('the sheet declares no modes')
    const typesetter = typesetterFor({ sheet, fonts: await builtInFonts() })
    // @ts-expect-error: no style of that name
    expect(() => typesetter.set('x', { style: 'headlin' })).toThrow("did you mean 'headline'?")
    // Names that are there are none, also those that a change adds.
    const changed = sheet.with({
      inks: { dusk: '#333333' },
      styles: { note: { ink: 'dusk', from: 'body' } },
    })
    expect(changed.style('note').ink).toMatchObject({ color: '#333333' })
  })
})

describe('readSheet', () => {
  it('places mistakes in the file', () => {
    const json = '{\n  "styles": {\n    "body": { "size": 16,\n      "ink": "dep" }\n  }\n}'
    const [problem] = problemsOf(() => readSheet(json, { source: 'ferry.json' }))
    expect(problem).toMatchObject({
      code: 'unknown-ink',
      location: { source: 'ferry.json', line: 4, column: 7 },
    })
  })

  it.each([
    ['', 'bad-json'],
    ['{"styles": {', 'bad-json'],
    ['{"styles": {}} x', 'bad-json'],
    ['[]', 'bad-value'],
    ['{"styles": []}', 'bad-value'],
    ['{"styles": {"a": []}}', 'bad-value'],
    ['{"styles": {}, "ink": {}}', 'unknown-property'],
    ['{"styles": {"a": {}, "a": {}}}', 'duplicate-name'],
    ['{}', 'missing-property'],
    [`{"styles": ${'['.repeat(10_000)}`, 'too-deep'],
  ])('refuses %.20s', (json, code) => {
    expect(problemsOf(() => readSheet(json)).map(p => p.code)).toContain(code)
  })

  it('accepts names of built-in object members', () => {
    const json =
      '{"inks": {"constructor": "#123456"}, "styles": {"__proto__": {"ink": "constructor"}}}'
    const sheet = readSheet(json)
    expect(sheet.styleNames).toEqual(['__proto__'])
    expect(sheet.style('__proto__').ink).toMatchObject({ color: '#123456' })
  })

  it('reads a sheet of 80,000 names', () => {
    const inks = Array.from({ length: 80_000 }, (_, i) => `"i${i}": "#123456"`).join(',')
    expect(readSheet(`{ "inks": {${inks}}, "styles": {} }`).inkNames.length).toBe(80_000)
  })

  it('reads a sheet of 2.5 MB, and finds the place of a mistake at its end', () => {
    const styles = Array.from(
      { length: 30_000 },
      (_, i) => `"style-${i}": { "from": "style-${Math.max(0, i - 1)}x", "size": ${i + 1} }`,
    )
    const chain = styles.map((text, i) =>
      text.replace(/"from": "[^"]*", /, i > 0 ? `"from": "style-${i - 1}", ` : ''),
    )
    const json = `{ "styles": {\n${chain.join(',\n')}\n} }`.padEnd(2_500_000)
    expect(readSheet(json).style('style-29999').size).toBe(30_000)
    const [problem] = problemsOf(() =>
      readSheet(json.replace('"size": 30000', '"size": "none"'), { source: 'big.json' }),
    )
    expect(problem).toMatchObject({ code: 'unknown-size', location: { line: 30_001 } })
  })

  it('starts from steps of sizes', () => {
    const { sizes, styles } = textSteps
    const sheet = defineSheet({ sizes, styles: { ...styles, text: { ...styles.text, size: 18 } } })
    const names = ['note', 'text', 'lead', 'subhead', 'head', 'masthead'] as const
    expect(names.map(name => sheet.style(name).size)).toEqual([13, 18, 20, 25, 31, 39])
    // Each 1.25 times the one below, from 16 on.
    const ratio = Object.values(sizes).map((_, i) => Math.round(16 * 1.25 ** (i - 1)))
    expect(Object.values(sizes)).toEqual(ratio)
  })
})

describe('the location of a part of a sheet', () => {
  it('is a position in its file or a path', () => {
    const json = '{\n  "inks": { "deep": "#0b3d5c" },\n  "styles": { "body": {} }\n}'
    const read = readSheet(json, { source: 'sheet.json' })
    expect(read.locationOf(['styles', 'body'])).toMatchObject({ source: 'sheet.json', line: 3 })
    // What was changed stands in no file.
    expect(read.with({ sizes: { large: 20 } }).locationOf(['inks', 'deep'])).toBe('inks.deep')
    expect(defineSheet({ styles: { body: {} } }).locationOf(['styles', 'body'])).toBe('styles.body')
  })
})
