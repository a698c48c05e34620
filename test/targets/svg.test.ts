import { draw, rectangle } from 'dot-line'
import { svgShapesFor, toSvg } from 'dot-line/svg'
import { describe, expect, it } from 'vitest'
import { paintedItems } from '../support/painted.ts'
import { sheet, testSetter } from '../support/setting.ts'

describe('SVG', () => {
  it('defines each glyph once', async () => {
    const svg = toSvg((await testSetter()).set('see sea', { style: 'body' }))
    const ids = [...svg.matchAll(/<path id="([^"]+)"/g)].map(m => m[1])
    expect(ids.length).toBe(3)
    expect(new Set(ids).size).toBe(3)
    const uses = [...svg.matchAll(/href="#([^"]+)"/g)].map(m => m[1])
    expect(uses.length).toBe(6)
    expect(ids).toEqual(expect.arrayContaining(uses))
  })

  it('writes shapes once a page where its SVGs share them', async () => {
    const typesetter = await testSetter()
    const shapes = svgShapesFor()
    const labels = ['see sea', 'a ~strong[sea]', 'ease'].map(text => typesetter.set(text))
    const written = labels.map(label => toSvg(label, { shapes }))
    const held = [...shapes.svg().matchAll(/<path id="([^"]+)"/g)].map(m => m[1])
    const used = new Set(
      written.flatMap(svg => [...svg.matchAll(/href="#([^"]+)"/g)].map(m => m[1])),
    )
    expect(new Set(held).size).toBe(held.length)
    expect(new Set(held)).toEqual(used)
    expect(written.join('')).not.toMatch(/<path|<defs/)
    // By itself each has the same shapes under the same names.
    for (const [i, label] of labels.entries()) {
      expect(toSvg(label).replace(/<defs>[\s\S]*<\/defs>\n/, '')).toBe(written[i])
    }
    expect(() => toSvg(labels[0], { shapes: { svg: () => '' } })).toThrow(
      'a result of svgShapesFor()',
    )
  })

  it('is well-formed for any title and text', async () => {
    const typesetter = await testSetter(1, 'collect')
    const svg = toSvg(typesetter.set(']]> \u0001 \ud800 & "<b>"'), {
      title: '</title><script>&\u0000',
    })
    expect(svg).toContain('<title>&lt;/title&gt;&lt;script&gt;&amp;\ufffd</title>')
    expect(toSvg(typesetter.set('<b> "&'))).toContain('aria-label="&lt;b&gt; &quot;&amp;"')
  })

  it('shows ink that reaches beyond the frame, and opacity', async () => {
    const layout = (await testSetter()).set('~faint,emphasis,family=serif,size=60[fjord f]')
    const svg = toSvg(layout)
    expect(svg).toContain('fill="#0b3d5c" fill-opacity="0.502"')
    const [x, , width] = /viewBox="([^"]+)"/.exec(svg)?.[1].split(' ').map(Number) ?? []
    expect(x).toBeLessThan(0)
    expect(x + width).toBeGreaterThan(layout.width)
  })

  it('refuses coordinates that are not finite', () => {
    const box = { x: 0, y: Number.NaN, width: 1, height: 1 }
    expect(() => rectangle(box, sheet.ink('deep'))).toThrow('y of a rectangle is NaN')
    expect(() => draw({ width: -1, height: 1 }, [])).toThrow('width of a drawing is -1')
  })

  it.each([
    ['start', 'top', 100, 50],
    ['center', 'center', 50, 30],
    ['end', 'bottom', 0, 10],
    [0.25, 'top', 75, 50],
  ] as const)('places %s %s', async (across, down, x, top) => {
    const layout = (await testSetter()).set('x', { width: 100 })
    const [item] = paintedItems({ ...layout, height: 40 }, 100, 50, { across, down })
    if (item.kind !== 'glyphs') throw new Error('no glyphs')
    expect(item.x).toBe(x)
    expect(item.y).toBeCloseTo(top + layout.lines[0].baseline, 9)
    expect(paintedItems(layout, 0, 50, { down: 'alphabetic' })[0]).toMatchObject({ y: 50 })
  })
})
