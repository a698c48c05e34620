import {
  defineCatalog,
  defineSheet,
  formatted,
  openFonts,
  plainText,
  rich,
  richToHtml,
  richToMarkup,
  typesetterFor,
} from 'dot-line'
import { describe, expect, it } from 'vitest'
import { problemsOf } from '../support/problems.ts'

const fonts = await openFonts()
const sheet = defineSheet({
  styles: { defaults: { language: 'en' }, german: { language: 'de' }, strong: {} },
})
const { set } = typesetterFor({ sheet, fonts })
const price = formatted(1234.5, { style: 'currency', currency: 'EUR' })

describe('formatted values', () => {
  it('are written in the language of their span', () => {
    const both = set('{price} ~german[{price}]', { values: { price } })
    expect(both.text).toBe('€1,234.50 1.234,50\u00a0€')
    const greek = defineCatalog({ fare: 'Τιμή {price}' }, { language: 'el' })
    const text = greek.text('fare', { price })
    expect(set(text).text).toBe('Τιμή 1.234,50\u00a0€')
    expect(plainText(text)).toBe('Τιμή 1.234,50\u00a0€')
    expect(richToHtml(text).html).toBe('Τιμή 1.234,50\u00a0€')
    expect(richToMarkup(text)).toBe('Τιμή 1.234,50\u00a0€')
    expect(plainText(rich`${price}`)).toBe('€1,234.50')
  })

  it('have a style as other values have, and are dates and large numbers too', () => {
    const text = set('{fare}', { values: { fare: { text: price, style: 'german' } } }).text
    expect(text).toBe('1.234,50\u00a0€')
    const day = formatted(new Date(Date.UTC(2026, 3, 9, 23, 30)), { dateStyle: 'long' })
    expect(set('~german[{day}]', { values: { day } }).text).toBe('9. April 2026')
    expect(set('{n}', { values: { n: formatted(12_345_678_901_234_567_890n) } }).text).toBe(
      '12,345,678,901,234,567,890',
    )
  })

  it.each([
    [() => formatted(Number.NaN), 'bad-value'],
    [() => formatted('12' as never), 'bad-value'],
    [() => formatted(new Date('nonsense')), 'bad-value'],
    [() => formatted(1, { style: 'currency' }), 'bad-option'],
    [() => formatted(1, { currency: 'euros', style: 'currency' }), 'bad-option'],
    [() => formatted(1, 'EUR' as never), 'bad-argument'],
  ])('refuse what they are not: %s', (call, code) => {
    expect(problemsOf(call)[0].code).toBe(code)
  })

  it.each([
    [null, 'null', 'expected'],
    [true, 'true', 'words that are to be shown'],
    [new Date(0), 'a date', 'formatted(date'],
  ])('what is no value is refused with a hint: %s', (value, name, hint) => {
    const call = () => set('{a}', { values: { a: value as never } })
    expect(problemsOf(call)[0].code).toBe('bad-value')
    expect(call).toThrow(name)
    expect(call).toThrow(hint)
    // One that is missing is missing.
    expect(problemsOf(() => set('{a}', { values: { a: undefined as never } }))[0].code).toBe(
      'missing-value',
    )
  })
})
