import { serialize } from 'node:v8'
import { Worker } from 'node:worker_threads'
import {
  caretAt,
  defineSheet,
  draw,
  hitTest,
  inkBox,
  inlineBox,
  type Layout,
  openFonts,
  place,
  placementOf,
  rangeBoxes,
  rectangle,
  type Typesetter,
  typesetterFor,
  withGuides,
} from 'dot-line'
import { toHtml } from 'dot-line/html'
import { toPolygons } from 'dot-line/outline'
import { toPdf } from 'dot-line/pdf'
import { toPng } from 'dot-line/png'
import { toSvg } from 'dot-line/svg'
import { beforeAll, describe, expect, it } from 'vitest'

const sheet = defineSheet({
  inks: { deep: '#0b3d5c' },
  styles: {
    body: { size: 18, ink: 'deep', axes: { opsz: 20 }, features: { onum: true } },
    listed: { from: 'body', marker: { text: '{number}.' }, tabs: [{ at: 150, leader: '. ' }] },
    link: { underline: true, backing: { ink: 'deep', padding: 2 } },
    down: { from: 'body', writingMode: 'vertical-rl' },
  },
})
let typesetter: Typesetter
let layouts: readonly Layout[]
beforeAll(async () => {
  typesetter = typesetterFor({ sheet, fonts: await openFonts() })
  const lamp = draw({ width: 8, height: 8 }, [
    rectangle({ x: 0, y: 0, width: 8, height: 8 }, sheet.ink('deep')),
  ])
  const values = { lamp: inlineBox({ width: 8, height: 8, drawing: lamp, label: 'lamp' }) }
  const markup =
    'Boats to ~link,href=https://lantern-sound.example[Low Emmerly] {lamp}\nfare\t12.50'
  const plain = { style: 'body', width: 150 } as const
  layouts = [
    ...['body', 'listed', 'down'].map(style =>
      typesetter.set(markup, { style, values, width: 170, height: 170, maxLines: 3 }),
    ),
    typesetter.set('Boats to Low Emmerly are late', plain),
    typesetter.set('Boats to Low Emmerly are late\nuntil tomorrow', { ...plain, maxLines: 3 }),
    typesetter.set('Boats ~link[to Low] Emmerly are late', { ...plain, maxLines: 1 }),
    typesetter.set('Лодки ~link,action=go[на Low] π', plain),
    typesetter.set('Boats to Low Emmerly are late', { ...plain, overrides: { align: 'justify' } }),
  ]
})

/** All that is made of a layout. */
async function made(layout: Layout) {
  const picture = draw({ width: 300, height: 300 }, [
    place(layout, 20, 20, { angle: 20, by: 'ink' }),
  ])
  return {
    svg: toSvg(layout),
    embedded: toSvg(layout, { textAs: 'embedded' }).length,
    placed: toSvg(picture),
    guides: toSvg(withGuides(layout)),
    html: toHtml(layout),
    pdf: [...toPdf(layout)].join(),
    png: [...toPng(layout)].join(),
    polygons: (await toPolygons(layout)).polygons.length,
    ink: inkBox(layout),
    placement: placementOf(layout, 3, 4),
    hit: { ...hitTest(layout, 60, 8), run: undefined },
    caret: caretAt(layout, 7),
    boxes: rangeBoxes(layout, 2, 20),
  }
}

/** Sends a layout to a worker, which sends it back. */
function roundTrip(layout: Layout): Promise<Layout> {
  const code =
    "require('node:worker_threads').parentPort.once('message', m => require('node:worker_threads').parentPort.postMessage(m))"
  return new Promise((resolve, reject) => {
    const worker = new Worker(code, { eval: true })
    worker.once('message', back => {
      resolve(back)
      void worker.terminate()
    })
    worker.once('error', reject)
    worker.postMessage(layout)
  })
}

describe('a layout is plain data', () => {
  it('spread, cloned, or sent to a worker and back, it gives the same everywhere', async () => {
    for (const layout of layouts) {
      const wanted = await made(layout)
      expect(await made({ ...layout })).toEqual(wanted)
      expect(await made(structuredClone(layout))).toEqual(wanted)
      expect(await made(await roundTrip(layout))).toEqual(wanted)
    }
  })

  it('has all of its glyphs when several unread layouts are cloned', async () => {
    const body = { style: 'body', width: 150 } as const
    const set = () => [
      typesetter.set('Boats to Low Emmerly are late today and tomorrow', { ...body, maxLines: 2 }),
      typesetter.set('Another boat of which nothing was read', body),
      typesetter.set('Boats ~link[to Low] Emmerly', body),
      typesetter.set('Unbreakablelongwordsthatarebroken', { ...body, width: 60 }),
      typesetter.set('A last\none', { style: 'listed' }),
    ]
    const glyphs = (all: readonly Layout[]) =>
      all.map(({ lines }) => lines.map(({ runs }) => runs.map(run => [...run.glyphs.glyphs])))
    const wanted = glyphs(set())
    expect(wanted.flat(3).every(glyph => glyph > 0)).toBe(true)
    expect(glyphs(structuredClone(set()))).toEqual(wanted)
    const back: unknown[] = await Promise.all(set().map(roundTrip))
    expect(back).toEqual(structuredClone(set()))
  })

  it('carries nothing of other texts', () => {
    typesetter.set('Boats to Low Emmerly. '.repeat(4000), { style: 'body' }).lines[0].runs.at(0)
    const own = typesetter.set('Boats', { style: 'body' })
    expect(own.lines[0].runs).toHaveLength(1)
    expect(serialize(own).byteLength).toBeLessThan(4000)
  })

  it('finds its faces among equal fonts opened again', async () => {
    const own = await openFonts()
    const layout = structuredClone(
      typesetterFor({ sheet, fonts: own }).set('~weight=700[Tern]', { style: 'body' }),
    )
    const other = typesetterFor({ sheet, fonts: await openFonts() }).set('~weight=700[Tern]', {
      style: 'body',
    })
    own.close()
    expect(toSvg(layout)).toBe(toSvg(other))
  })

  it('is refused without its faces and when it is corrupted', () => {
    const layout = structuredClone(layouts[0])
    const [line] = layout.lines
    const lost = {
      ...layout,
      lines: [{ ...line, runs: line.runs.map(run => ({ ...run, face: 'Nowhere-Regular 1' })) }],
    }
    expect(() => toSvg(lost)).toThrow('Nowhere-Regular 1')
    expect(() => toSvg(JSON.parse(JSON.stringify(layout)))).toThrow(
      'the layout has lost its glyphs',
    )
  })
})
