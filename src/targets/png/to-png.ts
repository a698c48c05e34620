import { createRequire } from 'node:module'
import { asDrawing, type Drawing, type Item, inkFrom } from '../../drawing/index.ts'
import type { Layout } from '../../layout/index.ts'
import {
  anything,
  checkOptions,
  described,
  fail,
  made,
  unavailablePackage,
} from '../../problem/index.ts'
import type { Ink } from '../../sheet/index.ts'
import { toSvg } from '../svg/index.ts'

/** Options of `toPng`. */
export interface PngOptions {
  /** Pixels a unit. */
  readonly pixelRatio?: number
  /** Background: an ink of one color, or a CSS color. Default: transparent. */
  readonly background?: Ink | string
}

/** More pixels than this a side are a mistake, not a picture. */
const longestSide = 32_000
/** Four bytes each are held at once, several times. */
const mostPixels = 1 << 26

/**
 * A drawing or a layout as a PNG file, from its SVG. Node only.
 *
 * @returns The bytes of the file.
 * @throws `unavailable-package`, `bad-image-size`, `bad-color`
 * @example
 * await writeFile('board.png', await toPng(drawing, { pixelRatio: 2 }))
 */
export function toPng(shown: Drawing | Layout, options: PngOptions = {}): Uint8Array {
  checkOptions('toPng', options, { pixelRatio: anything, background: anything })
  const { pixelRatio = 1, background } = options
  const drawing = asDrawing(shown)
  const { box } = drawing
  if (!(Number.isFinite(pixelRatio) && pixelRatio > 0)) {
    fail(
      'bad-argument',
      `pixelRatio of toPng must be a number above 0, not ${described(pixelRatio)}`,
    )
  }
  // Paint that ends within a pixel would cover only a part of it.
  const [across, down] = [box.width, box.height].map(side => Math.ceil(side * pixelRatio - slack))
  if (across < 1 || down < 1) {
    fail('bad-image-size', `a PNG of ${across} by ${down} pixels has nothing to show`)
  }
  if (Math.max(across, down) > longestSide || across * down > mostPixels) {
    fail('bad-image-size', `a PNG of ${across} by ${down} pixels cannot be made`, {
      hint: `at most ${longestSide} pixels a side, and ${mostPixels} in all`,
    })
  }
  const whole = onWholePixels(drawing, across / pixelRatio, down / pixelRatio)
  const { Resvg } = renderer()
  const picture = new Resvg(toSvg(whole), {
    font: { loadSystemFonts: false },
    fitTo: { mode: 'zoom', value: pixelRatio },
    ...(background !== undefined && { background: groundColor(background) }),
  })
  return picture.render().asPng()
}

/** Sides that are whole numbers of pixels but for how numbers are kept are whole. */
const slack = 1e-6

/** A drawing as large as its pixels: what is filled up to its edges goes up to those of the pixels. */
function onWholePixels(shown: Drawing, width: number, height: number): Drawing {
  const { box, items } = shown
  if (Math.abs(width - box.width) < slack && Math.abs(height - box.height) < slack) return shown
  const [right, bottom] = [box.x + box.width, box.y + box.height]
  const grown = items.map((item): Item => {
    if (item.kind !== 'rectangle' || item.radius > 0) return item
    const isToRight = Math.abs(item.x + item.width - right) < slack
    const isToBottom = Math.abs(item.y + item.height - bottom) < slack
    return {
      ...item,
      width: isToRight ? box.x + width - item.x : item.width,
      height: isToBottom ? box.y + height - item.y : item.height,
    }
  })
  const whole = { x: box.x, y: box.y, width, height }
  return { [made]: true, kind: 'drawing', box: whole, items: grown, problems: [] }
}

/** A color as the renderer reads it: it knows no more of them than SVG 1.1. */
function groundColor(background: Ink | string): string {
  const ink = inkFrom(background, undefined)
  if (ink.kind !== 'solid') {
    return fail('bad-color', 'the background of a PNG is one color, not a gradient')
  }
  const [red, green, blue] = [1, 3, 5].map(at => Number.parseInt(ink.color.slice(at, at + 2), 16))
  return `rgba(${red}, ${green}, ${blue}, ${ink.opacity})`
}

/** The renderer is as large as all the rest, and in a package of its own, for those who use it. */
function renderer(): typeof import('@resvg/resvg-js') {
  try {
    return createRequire(import.meta.url)('@resvg/resvg-js')
  } catch (error) {
    return unavailablePackage('PNGs', '@resvg/resvg-js', error)
  }
}
