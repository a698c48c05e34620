import {
  defineSheet,
  draw,
  type Item,
  inkBox,
  openFonts,
  place,
  type Typesetter,
  typesetterFor,
  withGuides,
} from 'dot-line'
import { toPdf } from 'dot-line/pdf'
import { toSvg } from 'dot-line/svg'
import { beforeAll, describe, expect, it } from 'vitest'
import { paintedItems } from '../support/painted.ts'
import { readPdf } from '../support/pdf.ts'

const styles = {
  defaults: { size: 40, ink: 'deep' },
  big: { size: '1.5x' },
  small: { size: 10 },
  under: { underline: { width: 2, gap: 3 } },
  through: { underline: { width: 2, gap: 3, skip: false } },
  backed: { backing: { ink: 'foam', padding: 4 } },
  linked: { underline: true },
  band: { backing: { ink: 'foam', extent: 'block' } },
  card: { padding: { left: 10, top: 5 }, border: { fill: 'foam' } },
  soft: { shadow: { ink: 'deep', x: 5, y: 3, blur: 4 } },
  dusk: { ink: 'dusk' },
  ghost: { ink: '#0b3d5c00', stroke: { ink: 'deep', width: 2 } },
} as const
const sheet = defineSheet({
  inks: { deep: '#0b3d5c', foam: '#f4fafc', dusk: { gradient: 'linear', stops: ['deep', 'foam'] } },
  styles,
})
let typesetter: Typesetter<keyof typeof styles>
beforeAll(async () => {
  typesetter = typesetterFor({ sheet, fonts: await openFonts() })
})
const items = (text: string) => paintedItems(typesetter.set(text as 'x'), 0, 0)
const rules = (all: readonly Item[]) => all.filter(item => item.kind === 'rule')

describe('transparent ink', () => {
  it('leaves the stroke as it is, and shows no fill', () => {
    const [item] = items('~ghost[Tern]')
    expect(item.kind === 'glyphs' && item.paint).toMatchObject({
      fill: { opacity: 0 },
      stroke: { ink: { color: '#0b3d5c', opacity: 1 }, width: 2 },
    })
  })
})

describe('a hyphen', () => {
  it('is painted with its word: one gradient, one backing', () => {
    for (const style of ['dusk', 'backed']) {
      const layout = typesetter.set(`~${style}[over\u00adland]` as 'x', { width: 120 })
      const { kind, x, width } = layout.lines[0].runs[1]
      expect(kind).toBe('hyphen')
      const painted = paintedItems(layout, 0, 0)
      if (style === 'backed') {
        expect(painted.filter(item => item.kind === 'path')).toHaveLength(layout.lines.length)
        expect(inkBox(layout)?.width).toBeCloseTo(x + width + 8, 1)
        continue
      }
      const fills = painted.map(item => item.kind === 'glyphs' && item.paint?.fill)
      expect(fills[0]).toBeTruthy()
      expect(fills[1]).toEqual(fills[0])
    }
  })
})

describe('underlines', () => {
  it('that cross the next line are reported once for a span', () => {
    const far = { underline: { width: 2, gap: 40 } }
    const twoLines = typesetter.set('Boats to Ardle Point', { width: 120, overrides: far })
    expect(twoLines.lines.length).toBeGreaterThan(1)
    expect(twoLines.problems).toMatchObject([
      {
        code: 'underline-collision',
        message: expect.stringMatching(/1.*2/),
        line: 0,
      },
    ])
    expect(typesetter.set('Boats', { overrides: far }).problems).toEqual([])
    const near = { underline: { width: 2, gap: 3 } }
    expect(
      typesetter.set('Boats to Ardle Point', { width: 120, overrides: near }).problems,
    ).toEqual([])
  })

  it('leave gaps around descenders only', () => {
    expect(rules(items('~under[Tern]'))).toHaveLength(1)
    const broken = rules(items('~under[agua]'))
    expect(broken).toHaveLength(2)
    const [before, behind] = broken
    // Around the g, with some room on both sides.
    expect(behind.from[0] - before.to[0]).toBeGreaterThan(10)
    expect(rules(items('~through[agua]'))).toHaveLength(1)
  })

  it('go on at one height through sizes and spaces, and end with the text', () => {
    const layout = typesetter.set('~under[one ~big[two] xxx] ', { width: 400 })
    const lines = rules(paintedItems(layout, 0, 0))
    expect(new Set(lines.map(line => line.from[1])).size).toBe(1)
    lines.slice(1).forEach((line, i) => {
      expect(line.from[0]).toBeCloseTo(lines[i].to[0], 6)
    })
    expect(lines.at(-1)?.to[0]).toBeCloseTo(layout.lines[0].width, 1)
  })
})

describe('paint', () => {
  it('of a block ends at a line without it', () => {
    const boxes = (text: string) => {
      const layout = typesetter.set(text as 'x')
      const paths = paintedItems(layout, 0, 0).filter(item => item.kind === 'path')
      return paths.map(path => (inkBox(draw({ width: 1, height: 1 }, [path]))?.height ?? 0) / 48)
    }
    const [one] = boxes('~band[One]')
    expect(boxes('~band[One]\n~band[two]')).toEqual([expect.closeTo(2 * one, 4)])
    expect(boxes('~band[One]\ntwo\n~band[three]')).toEqual([
      expect.closeTo(one, 4),
      expect.closeTo(one, 4),
    ])
  })

  it('lies in order: backings, lines, letters', () => {
    const kinds = items('~backed,under[Tern]').map(item => item.kind)
    expect(kinds).toEqual(['path', 'rule', 'glyphs'])
  })

  it('makes room for padding, and fills the frame', () => {
    const layout = typesetter.set('Tern', { style: 'card' })
    const plain = typesetter.set('Tern')
    expect(layout.width).toBeCloseTo(plain.width + 10, 6)
    expect(layout.height).toBeCloseTo(plain.height + 5, 6)
    expect(layout.lines[0].x).toBe(10)
    const wrapped = typesetter.set('Tern and Auk', { style: 'card', width: 120 })
    for (const line of wrapped.lines) expect(line.width).toBeLessThanOrEqual(110 + 1e-6)
    expect(wrapped.width).toBe(120)
  })

  it('counts as ink, including shadows and lines', () => {
    const [plain, soft] = [inkBox(typesetter.set('Tern')), inkBox(typesetter.set('~soft[Tern]'))]
    if (!plain || !soft) throw new Error('no ink')
    expect(soft.x + soft.width).toBeGreaterThan(plain.x + plain.width + 5)
  })
})

describe('links', () => {
  const layout = () => typesetter.set('See ~linked,href=https://lantern.example/a?b=1&c[the board]')
  it('are links in SVG, named by their text', () => {
    const svg = toSvg(layout())
    expect(svg).toContain('<a href="https://lantern.example/a?b=1&amp;c" aria-label="the board">')
    expect(svg).toContain('role="group"')
  })

  it('are annotations in PDF', () => {
    const pdf = new TextDecoder('latin1').decode(toPdf(layout(), { deflate: bytes => bytes }))
    const hex = Buffer.from('https://lantern.example/a?b=1&c').toString('hex')
    expect(pdf).toContain(`/S /URI /URI <${hex}>`)
    expect(pdf).toMatch(/\/Annots \[\d+ 0 R\]/)
  })

  it('with other schemes, and text that looks like code, are refused or shown safely', async () => {
    expect(() => typesetter.set('~href=javascript:alert[x]' as 'x')).toThrow('may not start with')
    const nasty = '"><script>x</script>]]>\u0000\ud800 {0} (\\) ET'
    const { set } = typesetterFor({ sheet, fonts: await openFonts(), problems: 'collect' })
    const shown = set('{nasty}', { values: { nasty } })
    const svg = toSvg(shown, { title: nasty, description: nasty, textAs: 'embedded' })
    expect(svg).not.toMatch(/<script|\0|\ud800/)
    expect(svg.match(/<\/svg>/g)).toHaveLength(1)
  })
})

describe('text in PDFs', () => {
  it('is present once, whatever it is painted with', async () => {
    const pdf = toPdf(typesetter.set('~dusk[Marigold] ~soft[Tern]'))
    const { pages } = await readPdf(pdf)
    const text = pages[0].map(run => run.text).join('')
    expect(text.replace(/\s/g, '')).toBe('MarigoldTern')
  })
})

describe('guides', () => {
  it('have room for the names of neighboring texts', () => {
    const layout = typesetter.set('~under[a]\n~under[b]', { style: 'small' })
    const at = [0, 40, 80, 120, 160].map(x => ({ layout, x, y: 0 }))
    const scene = draw(
      { width: 200, height: 30 },
      at.map(({ x, y }) => place(layout, x, y)),
    )
    const shown = withGuides(scene, at)
    const bottom = shown.box.y + shown.box.height
    const names = shown.items.filter(item => item.kind === 'glyphs' && item.text.includes('under'))
    expect(names).toHaveLength(10)
    for (const name of names) expect('y' in name && name.y + 2).toBeLessThan(bottom)
  })

  it('cover any drawing, with names of styles and units along its edges', () => {
    const layout = typesetter.set('Boats ~under[today]', { width: 300 })
    const shown = withGuides(layout)
    const texts: string[] = []
    const waiting = [...shown.items]
    while (waiting.length > 0) {
      const item = waiting.shift()
      if (item?.kind === 'group') waiting.unshift(...item.items)
      else if (item?.kind === 'glyphs') texts.push(item.text)
    }
    expect(texts).toEqual(expect.arrayContaining(['defaults, defaults under', '0', '50', '300']))
    // Names stand beside the drawing: under no ruler, over no letters, nor over each other.
    expect(shown.box.x).toBe(-20)
    expect(shown.box.width).toBeGreaterThan(330)
    const names = withGuides(typesetter.set('~under[a]\n~under[b]\n~under[c]'))
      .items.filter(item => item.kind === 'glyphs' && item.text.includes('under'))
      .map(item => ('x' in item ? [item.x, item.y] : []))
    expect(names.length).toBe(3)
    for (const [i, [x, y]] of names.entries()) {
      expect(x).toBeGreaterThan(0)
      if (i > 0) expect(y - names[i - 1][1]).toBeGreaterThan(7)
    }
    expect(toSvg(shown)).toContain('stroke-dasharray="2 2"')
    const empty = draw({ width: 50, height: 50 }, [])
    expect(withGuides(empty).items.length).toBeGreaterThan(4)
  })
})

describe('raised signs', () => {
  it.each(['†', '*', '®', 'a†'])('are raised, though no font has forms of them: %s', async text => {
    const styles = { noted: { variantPosition: 'super' } } as const
    const own = typesetterFor({ sheet: defineSheet({ styles }), fonts: await openFonts() })
    const [raised] = own.set(text as 'x', { style: 'noted' }).lines[0].runs
    expect(raised.rise).toBeGreaterThan(2)
    expect(raised.style.size).toBeLessThan(16)
  })
})
