import { readFileSync } from 'node:fs'
import { Ajv2020 } from 'ajv/dist/2020.js'
import { readSheet, sheetJsonSchema } from 'dot-line'
import { describe, expect, it } from 'vitest'

const file = (path: string) => readFileSync(new URL(`../../${path}`, import.meta.url), 'utf8')
const check = new Ajv2020({ strict: false }).compile(sheetJsonSchema())

describe('the JSON Schema of sheets', () => {
  it('is the file that editors pick up', () => {
    expect(JSON.parse(file('sheet.schema.json'))).toEqual(sheetJsonSchema())
  })

  it('accepts the example’s sheet, as the reader does', () => {
    const text = file('examples/lantern-sound/sheet.json')
    expect(check(JSON.parse(text))).toBe(true)
    expect(readSheet(text).modeNames).toEqual(['dark', 'more-contrast', 'dark-more-contrast'])
  })

  it.each([
    { styles: { a: { size: -1 } } },
    { styles: { a: { weight: 'heavy' } } },
    { styles: { a: { underline: { widht: 1 } } } },
    { styles: { a: { features: { ligature: true } } } },
    { styles: { a: { sise: 3 } } },
    { styles: { a: { ellipsis: { at: 'top' } } } },
    { styles: { a: { tabs: [{ align: 'end' }] } } },
    { styles: {}, inks: { a: { gradient: 'linear', stops: ['#000'] } } },
    { styles: {}, sizes: { a: { step: 'two' } } },
    { styles: {}, modes: { dark: { modes: {} } } },
    { inks: {} },
  ])('refuses what the reader refuses: %j', wrong => {
    expect(check(wrong)).toBe(false)
    expect(() => readSheet(JSON.stringify(wrong))).toThrow()
  })
})
