import { createRequire } from 'node:module'
import { asDrawing, type Drawing } from '../../drawing/index.ts'
import type { Layout } from '../../layout/index.ts'
import { anything, checkOptions, described, fail, notInstalled } from '../../problem/index.ts'
import { toSvg } from '../svg/index.ts'

/** What `toPng` takes. */
export interface PngOptions {
  /** Pixels a unit. */
  readonly pixelRatio?: number
  /** Color behind the drawing, as `#rrggbb`; transparent without it. */
  readonly background?: string
}

/** More pixels than this a side are a mistake, not a picture. */
const longestSide = 32_000
/** Four bytes each are held at once, several times. */
const mostPixels = 1 << 26

/** A drawing or a layout as a PNG file, from its SVG. Node only. */
export function toPng(shown: Drawing | Layout, options: PngOptions = {}): Uint8Array {
  checkOptions('toPng', options, { pixelRatio: anything, background: anything })
  const { pixelRatio = 1, background } = options
  const { box } = asDrawing(shown)
  if (!(Number.isFinite(pixelRatio) && pixelRatio > 0)) {
    fail(
      'bad-argument',
      `pixelRatio of toPng must be a number above 0, not ${described(pixelRatio)}`,
    )
  }
  const [across, down] = [box.width, box.height].map(side => Math.round(side * pixelRatio))
  if (across < 1 || down < 1) {
    fail('bad-picture-size', `a PNG of ${across} by ${down} pixels has nothing to show`)
  }
  if (Math.max(across, down) > longestSide || across * down > mostPixels) {
    fail('bad-picture-size', `a PNG of ${across} by ${down} pixels cannot be made`, {
      hint: `at most ${longestSide} pixels a side, and ${mostPixels} in all`,
    })
  }
  if (background !== undefined && !/^#[0-9a-f]{6}$/i.test(String(background))) {
    fail(
      'bad-color',
      `the background must be a color such as #f4fafc, not ${described(background)}`,
    )
  }
  const { Resvg } = renderer()
  const picture = new Resvg(toSvg(shown), {
    font: { loadSystemFonts: false },
    fitTo: { mode: 'zoom', value: pixelRatio },
    ...(background !== undefined && { background: background }),
  })
  return picture.render().asPng()
}

/** The renderer is as large as all the rest, and in a package of its own, for those who use it. */
function renderer(): typeof import('@resvg/resvg-js') {
  try {
    return createRequire(import.meta.url)('@resvg/resvg-js')
  } catch (error) {
    return notInstalled('PNGs', '@resvg/resvg-js', error)
  }
}
