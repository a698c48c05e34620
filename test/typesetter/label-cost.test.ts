import { setFlagsFromString } from 'node:v8'
import { runInNewContext } from 'node:vm'
import { defineSheet, type Layout, openFonts, typesetterFor } from 'dot-line'
import { describe, expect, it, vi } from 'vitest'
import { problemsOf } from '../support/problems.ts'

const words = 'Boats to Ardle Point are late today because of heavy weather'.split(' ')
const label = (i: number) => [0, 3, 5].map(n => words[(i * (n + 1) + n) % words.length]).join(' ')

const openSetter = async () => {
  const fonts = await openFonts()
  const sheet = defineSheet({ styles: { body: { size: 16 }, strong: { weight: 700 } } })
  return { fonts, typesetter: typesetterFor({ sheet, fonts }) }
}

describe('a label of words that were seen before', () => {
  it('needs no shaping', async () => {
    const { fonts, typesetter } = await openSetter()
    const face = fonts.face('sans', { weight: 400, slant: 'normal' })
    const shape = vi.spyOn(face, 'shape')
    const setAll = () => {
      for (let i = 0; i < 200; i++) typesetter.set(label(i), { style: 'body', width: 70 })
    }
    setAll()
    expect(shape.mock.calls.length).toBeGreaterThan(0)
    shape.mockClear()
    setAll()
    const [line] = typesetter.set(label(7), { style: 'body' }).lines
    expect(line.runs[0].glyphs.glyphs.length).toBeGreaterThan(5)
    expect(shape).not.toHaveBeenCalled()
    // Words of a text that are not known are shaped together.
    typesetter.set(`unseen words ${label(3)} never met`, { style: 'body' })
    const long = shape.mock.calls.filter(([text]) => text.length > 10)
    expect(long.map(([text]) => text)).toEqual(['unseen\nwords\nnever\nmet'])
  })

  it('keeps only its text and measures', async () => {
    setFlagsFromString('--expose-gc')
    const collect: unknown = runInNewContext('gc')
    if (typeof collect !== 'function') throw new Error('no garbage collector to call')
    const { typesetter } = await openSetter()
    const count = 20_000
    const kept: (Layout | undefined)[] = new Array(count).fill(undefined)
    for (let i = 0; i < 500; i++) typesetter.set(label(i), { style: 'body' })
    const heap = () => {
      collect()
      collect()
      return process.memoryUsage().heapUsed
    }
    const before = heap()
    for (let i = 0; i < count; i++) kept[i] = typesetter.set(label(i), { style: 'body' })
    const each = (heap() - before) / count
    expect(kept[count - 1]?.height).toBeGreaterThan(0)
    expect(each).toBeLessThan(330)
  })

  it('is unchanged by added fonts and can be cloned', async () => {
    const { fonts, typesetter } = await openSetter()
    const layout = typesetter.set(label(1), { style: 'body' })
    const copies = [{ ...layout }, structuredClone(typesetter.set(label(1), { style: 'body' }))]
    await fonts.add(
      'node_modules/@expo-google-fonts/source-sans-3/400Regular/SourceSans3_400Regular.ttf',
    )
    const [line] = layout.lines
    expect(line.width).toBe(layout.textWidth)
    expect(line.top + line.height).toBe(layout.height)
    for (const copy of copies) {
      expect(copy.lines).toEqual(layout.lines)
      expect(Object.getOwnPropertyDescriptor(copy, 'lines')?.value).toBeDefined()
    }
    expect(JSON.stringify(layout)).toBe(JSON.stringify(copies[0]))
  })

  it('has its sizes and read lines after its fonts are closed, and refuses the rest', async () => {
    const { fonts, typesetter } = await openSetter()
    const [read, half, unread] = [1, 2, 3].map(i => typesetter.set(label(i), { style: 'body' }))
    expect(read.lines[0].runs).toHaveLength(1)
    expect(half.lines).toHaveLength(1)
    fonts.close()
    expect(read.lines[0].runs[0].text).toBe(label(1))
    expect(half.lines[0].width).toBe(half.width)
    expect(unread.width).toBeGreaterThan(10)
    const refused = [{ code: 'closed-fonts' }]
    expect(problemsOf(() => half.lines[0].runs)).toMatchObject(refused)
    expect(problemsOf(() => unread.lines)).toMatchObject(refused)
  })
})
