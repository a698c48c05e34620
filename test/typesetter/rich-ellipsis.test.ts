import {
  defineSheet,
  type Layout,
  linkedTexts,
  openFonts,
  rich,
  type Typesetter,
  typesetterFor,
} from 'dot-line'
import { toHtml } from 'dot-line/html'
import { toSvg } from 'dot-line/svg'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { expectNear } from '../support/same.ts'

const sheet = defineSheet({
  inks: { deep: '#0b3d5c', flare: '#a5281a' },
  styles: {
    body: { size: 16 },
    strong: { weight: 700 },
    more: { ink: 'flare', weight: 700 },
    middle: { size: 16, ellipsis: { at: 'middle' } },
    words: { size: 16, ellipsis: { between: 'words' } },
  },
})
const text = 'The boat to Ardle Point leaves at noon from the second quay, and comes back at dusk'
const ellipsis = '… ~more,action=open[more]'

describe('an ellipsis in styles', () => {
  let typesetter: Typesetter<'body' | 'strong' | 'more' | 'middle' | 'words' | 'defaults'>
  beforeAll(async () => {
    typesetter = typesetterFor({
      sheet,
      fonts: await openFonts({ builtIn: ['sans'] }),
      problems: 'collect',
    })
  })
  const marks = (layout: Layout) =>
    layout.lines.flatMap(({ runs }) => runs.filter(({ kind }) => kind === 'ellipsis'))

  it('ends the last line in its own styles, and its action is one of the text', () => {
    const layout = typesetter.set(text, { style: 'body', width: 200, maxLines: 2, ellipsis })
    expect(layout.problems).toEqual([])
    expect(layout.lines).toHaveLength(2)
    expect(marks(layout).map(run => [run.text, run.style.weight, run.action])).toEqual([
      ['… ', 400, undefined],
      ['more', 700, 'open'],
    ])
    const [mark] = linkedTexts(layout)
    expect(mark).toMatchObject({ text: 'more', action: 'open', start: layout.cut?.start })
    expect(linkedTexts(layout)).toHaveLength(1)
    const { html } = toHtml(layout)
    expect(html).toMatch(/data-dotline-action="open" role="button"[^>]*><span[^>]*>more<\/span>/)
    expect(toSvg(layout)).toContain('#a5281a')
  })

  it('cuts where a plain one of the same letters does', () => {
    for (const style of ['body', 'words', 'middle'] as const) {
      for (const width of [60, 111, 180, 240]) {
        const given = { style, width, maxLines: 2 }
        const plain = typesetter.set(text, given)
        const own = typesetter.set(text, { ...given, ellipsis: '…' })
        expect([style, own.cut, own.width]).toEqual([style, plain.cut, plain.width])
        expectNear(
          own.lines.map(({ width }) => width),
          plain.lines.map(({ width }) => width),
        )
      }
    }
  })

  it('is not there where nothing is cut, and may be empty', () => {
    expect(
      marks(typesetter.set('Tern', { style: 'body', width: 200, maxLines: 1, ellipsis })),
    ).toEqual([])
    const none = typesetter.set(text, { style: 'body', width: 200, maxLines: 1, ellipsis: '' })
    expect(none.cut).toBeDefined()
    expect(marks(none)).toEqual([])
  })

  it('takes rich text, goes with a fitted text, and reports what is wrong in it', () => {
    const fitted = typesetter.set(text, {
      ...{ style: 'body', width: 90, height: 40, fit: { min: 12, max: 40 } },
      ellipsis: rich`${'…'} more`,
    })
    expect(fitted.fittedSize).toBe(12)
    expect(marks(fitted).map(run => [run.text, run.style.size])).toContainEqual([
      expect.stringContaining('more'),
      12,
    ])
    const wrong = typesetter.set(text, {
      style: 'body',
      width: 90,
      maxLines: 1,
      ellipsis: '~mor[x]',
    })
    expect(wrong.problems).toMatchObject([{ code: 'unknown-style', nearest: 'more' }])
    expect(() => typesetter.set(text, { style: 'body', ellipsis: 'a\n\nb' })).toThrow('one line')
  })

  it('leaves no line wider than its room, at any width that its own letters have', () => {
    const least = typesetter.set(ellipsis, { style: 'body' }).width
    fc.assert(
      fc.property(
        fc.double({ min: least, max: 500, noNaN: true }),
        fc.integer({ min: 1, max: 4 }),
        (width, maxLines) => {
          const layout = typesetter.set(text, { style: 'body', width, maxLines, ellipsis })
          for (const line of layout.lines) expect(line.width).toBeLessThanOrEqual(width + 1e-6)
          if (layout.cut) expect(marks(layout).at(-1)?.text).toBe('more')
        },
      ),
    )
  })
})
