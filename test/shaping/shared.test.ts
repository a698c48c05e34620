import { defineSheet, type Face, openFonts, typesetterFor } from 'dot-line'
import { toSvg } from 'dot-line/svg'
import { describe, expect, it } from 'vitest'
import { fontFiles } from '../support/font-files.ts'

const styles = {
  body: { size: 16 },
  strong: { weight: 700 },
  fraktion: { features: { frac: true } },
  arabic: { family: ['Noto Sans Arabic'], language: 'ar' },
  down: { writingMode: 'vertical-rl' },
} as const
const plain = defineSheet({ styles })
const dark = defineSheet({
  inks: { foam: '#f4fafc' },
  styles: { ...styles, body: { size: 21, ink: 'foam', leading: 1.7 } },
})

const texts = [
  'Boats to ~strong[Saint Orrin’s Landing] leave from berth 2 at noon, and 12.50 € it is',
  'القوارب تغادر عند الغروب',
  'Tern {port} Sea Holly',
]

/** Counts how often the engine shapes anything in the faces of fonts. */
async function countingFonts() {
  const fonts = await openFonts({ files: [fontFiles.arabic] })
  const counted = { calls: 0 }
  const watched = new Set<Face>()
  const watch = (face: Face) => {
    if (watched.has(face)) return face
    watched.add(face)
    const { shape } = face
    Object.assign(face, {
      shape: (...args: Parameters<Face['shape']>) => {
        counted.calls++
        return shape(...args)
      },
    })
    return face
  }
  const { face } = fonts
  return {
    fonts: Object.assign(fonts, { face: (...a: Parameters<typeof face>) => watch(face(...a)) }),
    counted,
  }
}

describe('shaped text', () => {
  it('is reused for another scale, mode, sheet, width or fit', async () => {
    const { fonts, counted } = await countingFonts()
    const first = typesetterFor({ sheet: plain, fonts })
    const values = { port: 'Low Emmerly' }
    const set = (typesetter: typeof first, frame: object) => {
      typesetter.set(texts[0], { style: 'body', ...frame })
      typesetter.set(texts[1], { style: 'arabic', ...frame })
      typesetter.set(texts[2], { style: 'down', values, ...frame })
    }
    set(first, { width: 220, height: 900 })
    expect(counted.calls).toBeGreaterThan(10)
    const before = counted.calls
    set(first, { width: 90, height: 900, align: 'end' })
    set(typesetterFor({ sheet: plain, fonts, reader: { scale: 2.3 } }), { width: 220, height: 900 })
    set(typesetterFor({ sheet: dark, fonts }), { width: 333, height: 900 })
    set(first, { width: 220, height: 900, fit: { min: 9, max: 60 } })
    for (let i = 0; i < 100; i++)
      set(typesetterFor({ sheet: plain, fonts }), { width: 220, height: 900 })
    expect(counted.calls).toBe(before)
  })

  it('does not depend on earlier texts', async () => {
    const fonts = await openFonts()
    const fresh = await openFonts()
    const long = typesetterFor({ sheet: plain, fonts })
    for (let i = 0; i < 2000; i++) long.set(`word${i} ${i}`, { style: 'body' })
    const text = 'AVAIL T. Yves ½ 1/2 fi ffl “WAVE,” 12 Ty'
    const glyphs = (typesetter: typeof long) =>
      typesetter.set(text, { style: 'body' }).lines[0].runs.map(run => [...run.glyphs.advances])
    expect(glyphs(long)).toEqual(glyphs(typesetterFor({ sheet: plain, fonts: fresh })))
  })
})

describe('a style', () => {
  it('is one object for all of its uses', async () => {
    const typesetter = typesetterFor({ sheet: plain, fonts: await openFonts() })
    const runs = () =>
      typesetter.set('a ~strong[b] ~size=20,strong[c] ~strong[d]', { style: 'body' }).lines[0].runs
    const [once, again] = [runs(), runs()]
    expect(once.map(run => run.style)).toEqual(again.map(run => run.style))
    for (const [i, run] of once.entries()) expect(run.style).toBe(again[i].style)
    expect(once[1].style).toBe(once.at(-1)?.style)
  })
})

describe('600 weights of a variable font', () => {
  it('stay within a bound, and evicted ones still work', async () => {
    const fonts = await openFonts({ files: [fontFiles.variableCff] })
    const family = fonts.families[0]
    const sheet = defineSheet({ styles: { body: { family } } })
    const typesetter = typesetterFor({ sheet, fonts })
    const before = process.memoryUsage.rss()
    const layouts = Array.from({ length: 600 }, (_, i) =>
      typesetter.set(`~weight=${200 + i}[Tern]`, { style: 'body' }),
    )
    const svgs = layouts.map(layout => toSvg(layout))
    expect(new Set(svgs).size).toBeGreaterThan(300)
    // All of them at 262 kB of characters alone were 157 MB; and the first rests by now.
    expect((process.memoryUsage.rss() - before) / 1e6).toBeLessThan(250)
    expect(toSvg(layouts[0])).toBe(svgs[0])
    fonts.close()
    expect(() => toSvg(typesetter.set('x'))).toThrow('closed')
  })
})
