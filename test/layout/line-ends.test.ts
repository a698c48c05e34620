import { defineSheet, lineEndsOf, openFonts, typesetterFor } from 'dot-line'
import { beforeAll, describe, expect, it } from 'vitest'
import { arabicFonts } from '../support/fonts.ts'
import { problemsOf } from '../support/problems.ts'

const sheet = defineSheet({
  styles: { body: { family: ['sans', 'Noto Sans Arabic'] }, strong: { weight: 700 } },
})
const openSetter = async () =>
  typesetterFor({ sheet, fonts: await openFonts({ files: arabicFonts }), problems: 'collect' })
let typesetter: Awaited<ReturnType<typeof openSetter>>
beforeAll(async () => {
  typesetter = await openSetter()
})

describe('the line ends of a layout', () => {
  it.each([
    ['Boats to Ardle Point', {}],
    ['Boats to Ardle Point', { width: 60 }],
    ['Boats to Ardle Point', { width: 60, maxLines: 1 }],
    ['Boats to Ardle Point', { width: 20 }],
    ['Boats to ~strong[Ardle] Point', { width: 70 }],
    ['Boats to قارب and back', { width: 70 }],
    ['Two\nlines', {}],
    ['Two\n\nlines and more', { width: 40 }],
    ['Two\u2028lines', {}],
    ['ends\n', {}],
    ['', {}],
  ] as const)('of %j, %o are those of its lines', (text, setting) => {
    const layout = typesetter.set(text, { style: 'body', ...setting })
    const ends = lineEndsOf(layout)
    expect(ends).toEqual(layout.lines.map(line => line.end))
    expect(lineEndsOf({ ...layout })).toEqual(ends)
  })

  it('are available after the fonts are closed, even if the lines were never read', async () => {
    const fonts = await openFonts({ builtIn: ['sans'] })
    const layout = typesetterFor({ sheet: defineSheet({ styles: {} }), fonts }).set(
      'Boats to Ardle',
      {
        width: 60,
      },
    )
    fonts.close()
    expect(lineEndsOf(layout)).toEqual([9, 14])
    expect(problemsOf(() => layout.lines)).toMatchObject([{ code: 'closed-fonts' }])
  })

  it('are available for layouts only', () => {
    for (const other of [undefined, null, {}, [], 'Tern', { lines: [] }]) {
      // @ts-expect-error no layout
      expect(problemsOf(() => lineEndsOf(other))).toMatchObject([{ code: 'bad-layout' }])
    }
  })
})
