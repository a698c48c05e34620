import { defineSheet, facesUsed, type Layout, openFonts, typesetterFor } from 'dot-line'
import { beforeAll, describe, expect, it } from 'vitest'
import { arabicFonts } from '../support/fonts.ts'
import { problemsOf } from '../support/problems.ts'

const sheet = defineSheet({
  styles: {
    body: { family: ['sans', 'Noto Sans Arabic'] },
    strong: { weight: 700 },
    tracked: { tracking: 0.1 },
    marked: { ellipsis: ' لا' },
  },
})
const openSetter = async () =>
  typesetterFor({ sheet, fonts: await openFonts({ files: arabicFonts }), problems: 'collect' })
let typesetter: Awaited<ReturnType<typeof openSetter>>
beforeAll(async () => {
  typesetter = await openSetter()
})

/** What the glyphs of a layout say. */
function byGlyphs({ lines }: Layout) {
  const letters = lines.flatMap(({ runs }) => runs.filter(run => run.text.trim() !== ''))
  const looks = letters.map(({ face, style }) => ({ face, style }))
  return looks.filter(
    (one, i) => looks.findIndex(two => one.face === two.face && one.style === two.style) === i,
  )
}

describe('the faces of a layout', () => {
  it.each([
    ['Boats to Ardle Point', {}],
    ['Boats to Ardle Point', { style: 'tracked', width: 60 }],
    ['Boats to Ardle Point', { width: 60, maxLines: 1 }],
    ['Boats to Ardle Point', { style: 'marked', width: 90, maxLines: 1 }],
    ['Boats to ~strong[Ardle] Point', { width: 70 }],
    ['Boats ~strong[ ]to', {}],
    ['Boats to قارب and back', {}],
    ['Two\nlines', {}],
    ['', {}],
    ['\n\n', {}],
    [' ', {}],
  ] as const)('of %j, %o are those of its glyphs', (text, setting) => {
    const layout = typesetter.set(text, { style: 'body', ...setting })
    const looks = facesUsed(layout)
    expect(looks).toEqual(byGlyphs(layout))
    expect(facesUsed({ ...layout })).toEqual(looks)
  })

  it('are several with several faces or styles', () => {
    const texts = ['Tern', 'Tern ~strong[Tern]', 'Tern قارب', '~tracked[Tern] ~strong[Tern] Tern']
    expect(texts.map(text => facesUsed(typesetter.set(text as 'x')).length)).toEqual([1, 2, 2, 3])
  })

  it('are available for layouts only', () => {
    for (const other of [undefined, null, {}, [], 'Tern', { lines: [] }]) {
      // @ts-expect-error no layout
      expect(problemsOf(() => facesUsed(other))).toMatchObject([{ code: 'bad-layout' }])
    }
  })
})
