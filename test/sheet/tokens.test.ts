import { defineSheet, readSheet, type SheetSource, writeCss, writeTokens } from 'dot-line'
import { describe, expect, it } from 'vitest'
import { problemsOf } from '../support/problems.ts'

const source = {
  modularScale: { base: 16, ratio: 1.25 },
  families: { reading: ['Lantern Serif', 'serif'] },
  sizes: { text: 16, title: { step: 3 } },
  inks: {
    deep: '#0b3d5c',
    text: 'deep',
    veil: '#0b3d5c80',
    vivid: 'oklch(0.6 0.1 150)',
    pale: { from: 'deep', lighter: 0.3 },
    dusk: { gradient: 'linear', angle: 90, stops: ['deep', 'vivid'] },
  },
  styles: {
    defaults: { ink: 'text' },
    whole: { family: 'reading', size: 'text', weight: 400, tracking: 0.05, leading: 1.4 },
    headline: {
      from: 'whole',
      size: 'title',
      textTransform: 'uppercase',
      features: { onum: true },
    },
    strong: { weight: 700 },
  },
  modes: { dark: { inks: { deep: '#ffffff' } } },
} as const satisfies SheetSource<string, string, string, string>

describe('design tokens', () => {
  const sheet = defineSheet(source)
  const { tokens, warnings: notes } = writeTokens(sheet)

  it('carry inks, sizes, families and whole styles as standard tokens', () => {
    expect(tokens).toMatchObject({
      families: { $type: 'fontFamily', reading: { $value: ['Lantern Serif', 'serif'] } },
      sizes: { $type: 'dimension', title: { $value: { value: 31.25, unit: 'px' } } },
      inks: {
        deep: { $type: 'color', $value: { colorSpace: 'srgb', hex: '#0b3d5c' } },
        text: { $value: '{inks.deep}' },
        veil: { $value: { alpha: expect.closeTo(0.5, 2) } },
        dusk: { $type: 'gradient' },
      },
      styles: {
        $type: 'typography',
        whole: {
          $value: {
            fontFamily: '{families.reading}',
            fontSize: '{sizes.text}',
            fontWeight: 400,
            letterSpacing: { value: 0.8, unit: 'px' },
            lineHeight: 1.4,
          },
        },
      },
    })
  })

  it('round-trip without loss', () => {
    const back = readSheet(JSON.stringify(tokens))
    expect(back.definition()).toEqual(source)
    expect(readSheet(JSON.stringify(writeTokens(back).tokens)).definition()).toEqual(source)
  })

  it('mark the data that only a sheet can hold', () => {
    expect(notes.map(note => note.location)).toEqual([
      'sizes.title',
      'inks.veil',
      'inks.vivid',
      'inks.pale',
      'inks.dusk',
      'styles.defaults',
      'styles.headline',
      'styles.strong',
      'modularScale.base',
      'modes.dark',
    ])
    // What is not named is there for all: it survives without our extension.
    const { $extensions, ...bare } = tokens
    expect($extensions).toBeDefined()
    const others = readSheet(JSON.stringify(bare)).definition()
    expect(others.styles.whole).toEqual(source.styles.whole)
    expect(others.inks).toMatchObject({ deep: '#0b3d5c', text: 'deep' })
    expect(others.families).toEqual(source.families)
  })

  const foreign = {
    brand: {
      $type: 'color',
      primary: { $value: { colorSpace: 'oklch', components: [0.35, 0.07, 240] } },
      old: { $value: '#c8331f' },
      alias: { $value: '{brand.primary}' },
      hue: { $value: { colorSpace: 'hsl', components: [120, 100, 25], alpha: 0.5 } },
    },
    space: { gutter: { $type: 'dimension', $value: { value: 1.5, unit: 'rem' } } },
    weight: { heavy: { $type: 'fontWeight', $value: 'demi-bold' } },
    text: {
      $type: 'typography',
      title: {
        $value: {
          fontFamily: ['Lantern Serif', 'serif'],
          fontSize: '{space.gutter}',
          fontWeight: '{weight.heavy}',
          letterSpacing: { value: 1.2, unit: 'px' },
          lineHeight: 1.2,
        },
      },
    },
  }

  it('from elsewhere are read: groups with types, references, older forms', () => {
    const read = readSheet(JSON.stringify(foreign), { source: 'brand.tokens.json' })
    expect(read.ink('brand.alias')).toEqual(read.ink('brand.primary'))
    expect(read.ink('brand.old')).toMatchObject({ color: '#c8331f' })
    expect(read.ink('brand.hue')).toMatchObject({ color: '#008000', opacity: 0.5 })
    expect(read.size('space.gutter')).toBe(24)
    expect(read.style('text.title')).toMatchObject({
      family: ['Lantern Serif', 'serif'],
      size: 24,
      weight: 600,
      tracking: 0.05,
      leading: { kind: 'times', factor: 1.2 },
    })
    expect(read.warnings).toMatchObject([
      { code: 'token-omitted', location: { source: 'brand.tokens.json' } },
    ])
  })

  it.each([
    [{ a: { $type: 'color', $value: '{b}' } }, 'unknown-token'],
    [{ a: { $type: 'color', $value: '{b}' }, b: { $type: 'color', $value: '{a}' } }, 'token-cycle'],
    [{ a: { $type: 'color', $value: { colorSpace: 'srgb', components: [0, 1] } } }, 'bad-token'],
    [{ a: { $type: 'color', $value: { colorSpace: 'srgb', components: [0, 1, 7] } } }, 'bad-ink'],
    [
      {
        a: { $type: 'color', $value: { colorSpace: 'srgb', components: [0, 1, { toString: 1 }] } },
      },
      'bad-token',
    ],
    [
      {
        a: {
          $type: 'color',
          $value: { colorSpace: 'srgb', components: [0, 1, 0], alpha: { toString: 1 } },
        },
      },
      'bad-token',
    ],
    [{ a: { $type: 'dimension', $value: { value: 1, unit: 'furlong' } } }, 'bad-token'],
  ])('that are wrong are refused: %j', (wrong, code) => {
    const [problem] = problemsOf(() =>
      readSheet(JSON.stringify(wrong), { source: 'a.tokens.json' }),
    )
    expect(problem).toMatchObject({ code, location: { source: 'a.tokens.json' } })
  })
})

describe('CSS', () => {
  const css = writeCss(defineSheet(source))

  it('has custom properties, and classes that use them', () => {
    expect(css).toContain('--dotline-ink-deep: #0b3d5c;')
    expect(css).toContain('--dotline-ink-veil: rgb(11 61 92 / 0.50196);')
    expect(css).toContain('--dotline-size-title: 1.95313rem;')
    expect(css).toMatch(/--dotline-ink-dusk: linear-gradient\(0deg, #0b3d5c 0%, .*\)/)
    expect(css).toMatch(
      /\.dotline-headline \{[^}]*font-family: "Lantern Serif", serif;[^}]*font-size: var\(--dotline-size-title\);/,
    )
    expect(css).toMatch(
      /\.dotline-headline \{[^}]*text-transform: uppercase;\n {2}font-feature-settings: "onum" 1;/,
    )
    expect(css).toMatch(/\.dotline-strong \{\n {2}font-weight: 700;\n\}/)
    expect(css).toMatch(/:root \{\n {2}color: var\(--dotline-ink-text\);/)
  })

  it('prefixes all names, or none', () => {
    const sheet = defineSheet({ inks: { deep: '#000' }, styles: { note: { ink: 'deep' } } })
    expect(writeCss(sheet, { prefix: 'a_' })).toBe(
      ':root {\n  --a_ink-deep: #000000;\n}\n\n.a_note {\n  color: var(--a_ink-deep);\n}\n',
    )
    expect(writeCss(sheet, { prefix: '' })).toContain('.note {\n  color: var(--ink-deep)')
    expect(() => writeCss(sheet, { prefix: 'a b' })).toThrow('prefix')
  })

  it('has modes with their changes', () => {
    const dark = css.slice(css.indexOf('[data-dotline-mode="dark"]'))
    expect(dark).toContain('--dotline-ink-deep: #ffffff;')
    expect(dark).not.toContain('--dotline-ink-vivid')
  })

  it('escapes every name', () => {
    const odd = defineSheet({ inks: { 'a}b;c': '#000' }, styles: { '1 "x"': { family: 'A"; }' } } })
    expect(writeCss(odd)).toContain('--dotline-ink-a\\7d b\\3b c: #000000;')
    expect(writeCss(odd)).toContain('font-family: "A\\22 ; }";')
    expect(writeCss(defineSheet({ styles: { '-1st': { weight: 700 } } }))).toContain(
      '.dotline--\\31 st {',
    )
    const alike = defineSheet({ styles: { 'a.b': {}, 'a-b': {} } })
    expect(() => writeCss(alike)).toThrow("'a.b' and 'a-b' are both 'a-b' in CSS")
  })

  it.each(['a\nb', '</style><script>x', 'toString', '__proto__', 'constructor', 'a\\b', 'a*/b'])(
    'lets the name %j end no string, open no tag, and read no prototype',
    name => {
      const source = {
        families: { [name]: [name, 'sans'] },
        sizes: { [name]: 12 },
        inks: { [name]: '#fff' },
        styles: {
          [name]: { family: name, size: name, ink: name, features: { 'a"}<': true } },
        },
        modes: { [name]: { inks: { [name]: '#000' } } },
      }
      const sheet = readSheet(JSON.stringify(source))
      const css = writeCss(sheet)
      expect(css).not.toMatch(/[<>]|native code|\[object/)
      // Outside of strings no quotation mark is left, and no string goes over a line's end.
      expect(css.replace(/"(?:[^"\\\n]|\\[^\n])*"/g, '')).not.toContain('"')
      const again = readSheet(JSON.stringify(writeTokens(sheet).tokens))
      expect(again.size(name)).toBe(12)
      expect(again.mode(name).ink(name)).toMatchObject({ color: '#000000' })
    },
  )
})
