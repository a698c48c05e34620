import { spawnSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { draw, image, inlineBox, openImage } from 'dot-line'
import { toPdf } from 'dot-line/pdf'
import { toPng } from 'dot-line/png'
import { toSvg } from 'dot-line/svg'
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { describe, expect, it } from 'vitest'
import { orientationMatrix, orientationOf } from '../../src/drawing/jpeg-orientation.ts'
import { installed } from '../support/installed.ts'
import { jpeg, png, pngs, sampledPng, turnedJpeg } from '../support/pictures.ts'
import { pixelsOf } from '../support/png-pixels.ts'
import { sheet, testSetter } from '../support/setting.ts'

const folder = mkdtempSync(join(tmpdir(), 'dot-line-'))
const numbersTo = (count: number) => Array.from({ length: count }, (_, i) => i)
const box = { x: 5, y: 10, width: 40, height: 20 }

async function shown(bytes: Uint8Array) {
  const picture = await openImage(bytes)
  return draw({ width: 60, height: 50, background: sheet.ink('foam') }, [image(box, picture)])
}

/** Every image a PDF paints, with its pixels as an independent reader decodes them. */
async function pdfImages(bytes: Uint8Array) {
  const task = getDocument({ data: new Uint8Array(bytes), verbosity: 0 })
  const page = await (await task.promise).getPage(1)
  const { fnArray, argsArray } = await page.getOperatorList()
  const images: { width: number; height: number; data: Uint8Array }[] = []
  for (const [i, operator] of fnArray.entries()) {
    if (operator !== OPS.paintImageXObject) continue
    images.push(await new Promise(resolve => page.objs.get(argsArray[i][0], resolve)))
  }
  await task.destroy()
  return images
}

describe('images', () => {
  it.each(Object.entries(pngs))(
    'of kind %s are painted alike in PNG and PDF',
    async (name, bytes) => {
      const scene = await shown(bytes)
      const pdf = toPdf(scene)
      const [decoded] = await pdfImages(pdf)
      expect(decoded.width * decoded.height).toBeGreaterThan(0)
      const path = join(folder, `${name}.pdf`)
      writeFileSync(path, pdf)
      if (installed('qpdf')) {
        expect(spawnSync('qpdf', ['--check', path], { encoding: 'utf8' }).stdout).toContain(
          'No syntax or stream',
        )
      }
      expect(toSvg(scene)).toContain(`data:image/png;base64,${bytes.toString('base64')}`)
      expect(toPng(scene).length).toBeGreaterThan(100)
    },
  )

  it('keep their colors and their opacity in a PDF', async () => {
    const [color] = await pdfImages(toPdf(await shown(pngs.color)))
    expect([...color.data.slice(0, 3)]).toEqual([0xc8, 0x33, 0x1f])
    const [alpha] = await pdfImages(toPdf(await shown(pngs.alpha)))
    // One pixel is opaque, its neighbor too by its filter; below, one more than 255 is 0.
    expect([...alpha.data].filter((_, i) => i % 4 === 3)).toEqual([255, 255, 0, 0])
    const [palette] = await pdfImages(toPdf(await shown(pngs.palette)))
    expect([...palette.data].filter((_, i) => i % 4 === 3)).toEqual([255, 0, 255, 0])
  })

  it('of PNG may have a transparent color', async () => {
    const gray = { width: 2, height: 1, bitDepth: 8, colorType: 0 } as const
    const color = { width: 2, height: 1, bitDepth: 8, colorType: 2 } as const
    for (const source of [
      { ...gray, rows: [[0, 0x80, 0x40]], transparency: [0, 0x40] },
      { ...color, rows: [[0, 9, 8, 7, 1, 2, 3]], transparency: [0, 1, 0, 2, 0, 3] },
    ]) {
      const [decoded] = await pdfImages(toPdf(await shown(png(source))))
      expect([...decoded.data].filter((_, i) => i % 4 === 3)).toEqual([255, 0])
    }
  })

  it.each([
    [8, 2, {}],
    [16, 6, {}],
    [8, 4, {}],
    [2, 0, { transparency: [0, 1] }],
    [4, 3, { palette: numbersTo(48), transparency: numbersTo(16).map(n => n * 17) }],
    [1, 3, { palette: [9, 8, 7, 200, 100, 50] }],
  ] as const)(
    'of PNG are the same where they are interlaced (%i bits, type %i)',
    async (bitDepth, colorType, more) => {
      for (const [width, height] of [
        [1, 1],
        [3, 2],
        [9, 5],
        [17, 10],
      ]) {
        const source = { width, height, bitDepth, colorType, ...more }
        const [plain, interlaced] = await Promise.all(
          [false, true].map(async isInterlaced => {
            const bytes = sampledPng(source, isInterlaced)
            return (await pdfImages(toPdf(await shown(bytes))))[0]
          }),
        )
        expect([...interlaced.data]).toEqual([...plain.data])
        expect(new Set(plain.data).size).toBeGreaterThan(width > 3 ? 2 : 0)
      }
    },
  )

  it('of JPEG go into a PDF as they are', async () => {
    const pdf = toPdf(await shown(jpeg))
    expect(Buffer.from(pdf).includes(jpeg)).toBe(true)
    const [decoded] = await pdfImages(pdf)
    expect(decoded).toMatchObject({ width: 16, height: 8 })
    expect(toSvg(await shown(jpeg))).toContain(
      '<image x="5" y="10" width="40" height="20" preserveAspectRatio="none" href="data:image/jpeg;base64,',
    )
  })

  /** Where the first row and the first column are seen (Exif 2.32, tag 274). */
  const sides = [
    [1, 'top', 'left'],
    [2, 'top', 'right'],
    [3, 'bottom', 'right'],
    [4, 'bottom', 'left'],
    [5, 'left', 'top'],
    [6, 'right', 'top'],
    [7, 'right', 'bottom'],
    [8, 'left', 'bottom'],
  ] as const
  const middles = { top: [0.5, 0], bottom: [0.5, 1], left: [0, 0.5], right: [1, 0.5] }

  it.each(sides)(
    'of JPEG stored turned (%i) are shown upright',
    async (orientation, row, column) => {
      for (const littleEndian of [true, false]) {
        const bytes = turnedJpeg(orientation, littleEndian)
        const picture = await openImage(bytes)
        expect([picture.width, picture.height]).toEqual(orientation < 5 ? [16, 8] : [8, 16])
        const { xx, yx, xy, yy, dx, dy } = orientationMatrix[orientation]
        expect([xx / 2 + dx, yx / 2 + dy]).toEqual(middles[row])
        expect([xy / 2 + dx, yy / 2 + dy]).toEqual(middles[column])
        // The left half of what is stored is red, in what every program shows of it.
        const scene = await shown(bytes)
        const pixels = pixelsOf(toPng(scene, { pixelRatio: 1 }))
        const at = ([x, y]: readonly number[]) => {
          const place = Math.round(10 + y * 20) * pixels.width + Math.round(5 + x * 40)
          return [...pixels.data.slice(place * 4, place * 4 + 3)]
        }
        const [mx, my] = middles[column]
        const [red, , blue] = at([0.5 + (mx - 0.5) * 0.8, 0.5 + (my - 0.5) * 0.8])
        expect(red).toBeGreaterThan(blue + 60)
        const [decoded] = await pdfImages(toPdf(scene))
        expect(decoded).toMatchObject({ width: 16, height: 8 })
        // Programs that turn pictures themselves find nothing to turn by.
        expect(orientationOf(picture.bytes)).toBe(1)
      }
    },
  )

  it('of JPEG may have fill bytes before their markers', async () => {
    const bytes = turnedJpeg(6, false)
    const at = 2
    const filled = Buffer.concat([bytes.subarray(0, at), Buffer.alloc(5, 0xff), bytes.subarray(at)])
    const picture = await openImage(filled)
    expect([picture.width, picture.height]).toEqual([8, 16])
    const [decoded] = await pdfImages(toPdf(await shown(filled)))
    expect(decoded).toMatchObject({ width: 16, height: 8 })
  })

  it('are boxes in a line and are written once for all uses', async () => {
    const icon = inlineBox({
      width: 12,
      height: 12,
      image: await openImage(pngs.color),
      label: 'lamp',
    })
    const layout = (await testSetter()).set('{icon} a {icon}', { style: 'body', values: { icon } })
    const pdf = toPdf(layout)
    expect((await pdfImages(pdf)).length).toBe(2)
    expect(
      Buffer.from(pdf)
        .toString('latin1')
        .match(/\/Subtype \/Image/g)?.length,
    ).toBe(1)
    expect(toSvg(layout).match(/<image /g)?.length).toBe(2)
  })

  const short = pngs.color.subarray(0, 60)
  it.each([
    ['nothing', Buffer.alloc(0), 'is not a readable PNG or JPEG'],
    ['words', Buffer.from('<svg onload="alert(1)"/>'), 'is not a readable PNG or JPEG'],
    ['a PNG cut short', short, 'is not a readable PNG or JPEG'],
    ['a JPEG cut short', jpeg.subarray(0, 20), 'is not a readable PNG or JPEG'],
    [
      'an enormous one',
      png({ width: 100_000, height: 100_000, bitDepth: 8, colorType: 2, rows: [] }),
      '100000 by 100000 pixels',
    ],
    [
      'one of no pixels',
      png({ width: 0, height: 9, bitDepth: 8, colorType: 2, rows: [] }),
      '0 by 9 pixels',
    ],
  ])('refuse %s', async (_, bytes, message) => {
    await expect(openImage(bytes)).rejects.toMatchObject({
      code: 'bad-image',
      message: expect.stringContaining(message),
    })
  })

  it('are checked fully when written', async () => {
    const broken = png({ width: 9, height: 9, bitDepth: 8, colorType: 6, rows: [[0, 1, 2]] })
    await expect(shown(broken).then(scene => toPdf(scene))).rejects.toThrow(
      'the pixel data of a PNG is damaged',
    )
    await expect(openImage(join(folder, 'none.png'))).rejects.toMatchObject({
      code: 'unreadable-image',
    })
  })
})
