import { defineSheet, draw, openFonts, typesetterFor } from 'dot-line'
import { toPng } from 'dot-line/png'
import { describe, expect, it } from 'vitest'
import { pixelsOf } from '../support/png-pixels.ts'

const fonts = await openFonts()
const painted = (width: number, height: number, background: string) =>
  draw({ width, height, background }, [])

describe('a PNG', () => {
  it.each([
    ['#fff', [255, 255, 255, 255]],
    ['white', [255, 255, 255, 255]],
    ['RGB(0 0 128)', [0, 0, 128, 255]],
    ['hsl(120DEG 100% 25%)', [0, 128, 0, 255]],
    ['rgb(255 0 0 / 40%)', [255, 0, 0, 102]],
  ])('has a background of any color of CSS: %s', (background, pixel) => {
    const { data } = pixelsOf(toPng(draw({ width: 4, height: 4 }, []), { background }))
    expect([...data.subarray(0, 4)]).toEqual(pixel)
  })

  it('refuses invalid colors and gradients', () => {
    const shown = draw({ width: 4, height: 4 }, [])
    expect(() => toPng(shown, { background: 'whyte' })).toThrow('whyte')
    const sheet = defineSheet({
      inks: { sea: { gradient: 'linear', stops: ['#000', '#fff'] } },
      styles: {},
    })
    expect(() => toPng(shown, { background: sheet.ink('sea') })).toThrow('gradient')
  })

  it.each([
    [10.4, 10.6, 1],
    [10.2, 7, 1.5],
    [9.99, 3.01, 3],
  ])('is painted to its edges, whatever its size: %s by %s at %s', (width, height, pixelRatio) => {
    const png = pixelsOf(
      toPng(painted(width, height, '#000080'), { pixelRatio, background: 'white' }),
    )
    expect([png.width, png.height]).toEqual([width, height].map(n => Math.ceil(n * pixelRatio)))
    for (let at = 0; at < png.data.length; at += 4) {
      expect([...png.data.subarray(at, at + 4)]).toEqual([0, 0, 128, 255])
    }
  })
})

describe('colors', () => {
  it('are of either case, and keywords checked by the compiler', () => {
    const sheet = defineSheet({
      styles: { body: { ink: 'crimson', backing: { ink: 'OKLCH(70% 0.1 20)' } } },
    })
    expect(sheet.style('body').ink).toMatchObject({ color: '#dc143c' })
    const { set } = typesetterFor({ sheet, fonts })
    expect(set('~ink=tan[Boats]', { style: 'body' }).problems).toEqual([])
  })

  it('that are wrong are reported once', () => {
    const wrong = () =>
      defineSheet({ inks: { text: '#12' }, styles: { body: { ink: 'text' as never } } })
    expect(wrong).toThrow('#12')
    expect(wrong).not.toThrow('did you mean')
  })
})
