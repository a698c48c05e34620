import { defineSheet, inlineObject, openShelf, typesetter } from 'dot-line'
import { beforeAll, describe, expect, it } from 'vitest'

const sheet = defineSheet({
  styles: {
    defaults: { size: 16 },
    strong: { weight: 700, size: '1.5x' },
    best: { breaking: 'best' },
    listed: { marker: { text: '•', indent: 12 }, spaceAfter: 6 },
    down: { writingMode: 'vertical-rl' },
    trimmed: { trim: { above: 'cap', below: 'alphabetic' } },
  },
})
const openSetter = async () => typesetter({ sheet, shelf: await openShelf() })
let setter: Awaited<ReturnType<typeof openSetter>>
beforeAll(async () => {
  setter = await openSetter()
})
const text = 'Boats to ~strong[Saint Orrin’s Landing] leave from berth 2 at noon'
const fit = { min: 8, max: 120 }

describe('fitting', () => {
  it.each([
    ['defaults', { width: 240, height: 90 }],
    ['defaults', { width: 240, height: 40, maxLines: 2 }],
    ['defaults', { width: 500, maxLines: 1 }],
    ['best', { width: 240, height: 90 }],
    ['listed', { width: 240, height: 90 }],
    ['trimmed', { width: 240, height: 90 }],
    ['down', { width: 90, height: 240 }],
  ] as const)('gives the largest size that goes in: %s %o', (style, frame) => {
    const layout = setter.set(text, { style, ...frame, fit })
    expect(layout.cut).toBeUndefined()
    expect(layout.problems).toEqual([])
    const size = layout.fittedSize ?? 0
    expect(size).toBeGreaterThan(8)
    // The next size up, by a little, is cut, overflows or breaks a word.
    const step = style === 'best' ? 3 : 0.02
    const larger = setter.set(text, {
      style,
      ...frame,
      fit: { min: size + step, max: size + step },
    })
    const isBroken = larger.lines.some(
      line => /\w$/.test(larger.text.slice(line.start, line.end)) && line.end < larger.text.length,
    )
    expect(larger.cut !== undefined || larger.problems.length > 0 || isBroken).toBe(true)
  })

  it('keeps all of a text in proportion', () => {
    const box = inlineObject({ width: 16, height: 16 })
    const boxed = setter.set('a ~strong[b]{box}', {
      values: { box },
      width: 400,
      maxLines: 1,
      fit: { min: 32, max: 32 },
    })
    const [a, b, icon] = boxed.lines[0].runs
    expect([a.style.size, b.style.size, icon.width]).toEqual([32, 48, 32])
  })

  it('takes the largest where all fits, and the least where nothing does', () => {
    expect(setter.set('Tern', { width: 1000, fit }).fittedSize).toBe(120)
    const least = setter.set(text, { width: 60, height: 20, fit })
    expect(least.fittedSize).toBe(8)
    expect(least.cut).toBeDefined()
    expect(setter.set('Quillhaven', { width: 60, fit }).lines).toHaveLength(1)
  })

  it('is the same each time, and refuses bounds that are none', () => {
    const twice = [0, 1].map(() => setter.set(text, { width: 211, height: 77, fit }).fittedSize)
    expect(twice[0]).toBe(twice[1])
    for (const bad of [
      { min: 0, max: 4 },
      { min: 9, max: 4 },
      { min: 1, max: Number.NaN },
    ]) {
      expect(() => setter.set('x', { width: 10, fit: bad })).toThrow('fit needs a min above 0')
    }
    expect(() => setter.shape('x', { fit })).toThrow('shape() does not take fit')
  })
})
