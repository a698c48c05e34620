import { escapeMarkup, inlineBox, rich, richFromText, typesetterFor } from 'dot-line'
import { describe, expect, it } from 'vitest'
import { builtInFonts, sheet } from '../support/setting.ts'

describe('literal markup is checked by the compiler', () => {
  it('for styles and values', async () => {
    const { set } = typesetterFor({ sheet, fonts: await builtInFonts() })
    // What is right compiles and sets.
    set(
      'plain ~strong[bold ~alert,emphasis,size=1.2x[x]] ~~ ~[ ~5 ~{no} {U+03C0} { x } ~family="A b"[y]'.replace(
        'A b',
        'sans',
      ),
    )
    set('to ~strong[{port}]', { values: { port: 'Quillhaven' } })
    set('to ~strong[see [1] {port}] now', { values: { port: rich`~alert[x]` }, style: 'body' })
    set(escapeMarkup('~nothing[') as string)
    const anyText: string = 'any ~strong[text]'
    set(anyText)
    set(richFromText('x'))

    // @ts-expect-error: the sheet has no style 'stong'
    expect(() => set('to ~stong[x]')).toThrow("did you mean 'strong'?")
    // @ts-expect-error: the sheet has no style 'alrt'
    expect(() => set('to ~strong,alrt[x]')).toThrow("did you mean 'alert'?")
    // @ts-expect-error: the sheet has no style 'emphasi'
    expect(() => set('to ~strong[a ~emphasi[b]] ~~ {U+03C0}')).toThrow("did you mean 'emphasis'?")
    // @ts-expect-error: there is no property 'weigth'
    expect(() => set('~strong,weigth=700[x]')).toThrow("did you mean 'weight'?")
    // @ts-expect-error: the sheet has no ink 'flair'
    expect(() => set('~ink=flair[x]')).toThrow("did you mean 'flare'?")
    // @ts-expect-error: the sheet has no size 'larger'
    expect(() => set('a ~size=larger,strong[x]')).toThrow("no size named 'larger'")
    set('~ink=flare[a] ~ink=#0b3d5c[b] ~size=1.2x[c] ~size=20[d] ~none-ish, no head[e] ~strong[f]')
    // @ts-expect-error: no values at all
    expect(() => set('to {port}')).toThrow('no value for {port}')
    // @ts-expect-error: no value for {time}
    expect(() => set('to {port} at {time}', { values: { port: 'x' } })).toThrow(
      'no value for {time}',
    )
    // @ts-expect-error: no value of that kind
    expect(() => set('to {port}', { values: { port: true } })).toThrow()
    // @ts-expect-error: no style of that name for the whole
    expect(() => set('x', { style: 'boddy' })).toThrow("did you mean 'body'?")
  })

  it('up to a bound: a long text compiles, and is checked when it is set', async () => {
    const { set } = typesetterFor({ sheet, fonts: await builtInFonts() })
    const layout = set(
      '~strong[1] ~strong[2] ~strong[3] ~strong[4] ~strong[5] ~strong[6] ~strong[7] ~strong[8] ~strong[9] ' +
        '~strong[10] ~strong[11] ~strong[12] ~strong[13] ~strong[14] ~strong[15] ~strong[16] ~strong[17] ~strong[18] ',
    )
    expect(layout.text).toContain('18')
    expect(() =>
      set(
        '~strong[1] ~strong[2] ~strong[3] ~strong[4] ~strong[5] ~strong[6] ~strong[7] ~strong[8] ~strong[9] ~strong[10] ~strong[11] ~strong[12] ~strong[13] ~strong[14] ~strong[15] ~strong[16] ~strong[17] ~strong[18] ~strong[19] ~strong[20] ~strong[21] ~strong[22] ~strong[23] ~strong[24] ~stong[25]',
      ),
    ).toThrow("did you mean 'strong'?")
  })

  it('takes boxes as values', async () => {
    const { set } = typesetterFor({ sheet, fonts: await builtInFonts() })
    expect(
      set('to {icon} quay', { values: { icon: inlineBox({ width: 8, height: 8 }) } }).text,
    ).toBe('to \ufffc quay')
  })
})
