import { Resvg } from '@resvg/resvg-js'
import { asDrawing, type Drawing } from '../../drawing/index.ts'
import type { Layout } from '../../layout/index.ts'
import { anything, checkOptions, described, fail } from '../../problem/index.ts'
import { toSvg } from '../svg/index.ts'

export interface PngOptions {
  /** Pixels a unit. */
  readonly pixelRatio?: number
  /** Color behind the drawing, as `#rrggbb`; transparent without it. */
  readonly background?: string
}

/** More pixels than this a side are a mistake, not a picture. */
const longestSide = 32_000

/** A drawing or a layout as a PNG file, from its SVG. Node only. */
export function toPng(shown: Drawing | Layout, options: PngOptions = {}): Uint8Array {
  checkOptions('toPng', options, { pixelRatio: anything, background: anything })
  const { pixelRatio = 1, background } = options
  const { box } = asDrawing(shown)
  const { width, height } = box
  const side = Math.max(width, height) * pixelRatio
  if (!(pixelRatio > 0 && side <= longestSide)) {
    fail('bad-picture-size', `a PNG of ${side} pixels a side cannot be made`, {
      hint: `at most ${longestSide} pixels`,
    })
  }
  if (background !== undefined && !/^#[0-9a-f]{6}$/i.test(String(background))) {
    fail(
      'bad-color',
      `the background must be a color such as #f4fafc, not ${described(background)}`,
    )
  }
  const picture = new Resvg(toSvg(shown), {
    font: { loadSystemFonts: false },
    fitTo: { mode: 'zoom', value: pixelRatio },
    ...(background !== undefined && { background: background }),
  })
  return picture.render().asPng()
}
