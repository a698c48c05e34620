import { inkOf, numberText } from '../../drawing/index.ts'
import type { Face } from '../../fonts/index.ts'
import { colorText, cssString } from '../../notation/index.ts'
import { type Style, shapingFeatures } from '../../sheet/index.ts'

/** The declarations of letters of a style and a face, which the page knows by a family name. */
export function letterDeclarations(
  style: Style,
  face: Face,
  family: string,
  isPainted: boolean,
  rise: number,
): string {
  const axes = [...face.coordinates].map(([tag, value]) => `${cssString(tag)} ${value}`)
  const features = shapingFeatures(style).map(f => `${cssString(f.slice(0, 4))} ${f.slice(5)}`)
  return [
    `font:${px(askedSize(style.size))}/0 ${cssString(family)}`,
    `color:${isPainted ? 'transparent' : colorText(inkOf(style, style.opacity))}`,
    'font-kerning:normal;font-synthesis:none;font-optical-sizing:none',
    'text-rendering:geometricPrecision',
    `font-feature-settings:${features.length > 0 ? features.join(',') : 'normal'}`,
    `font-variation-settings:${axes.length > 0 ? axes.join(',') : 'normal'}`,
    `vertical-align:${px(rise)}`,
  ].join(';')
}

export const spacingText = (letters: number, words: number) =>
  `letter-spacing:${px(letters)};word-spacing:${px(words)}`

/** A size as font engines see it that count in 64ths of a pixel. */
export const pageSize = (size: number) => Math.floor(size * 64) / 64

/** A size that is that, and no 64th less by how a browser calculates. */
export const askedSize = (size: number) =>
  Number.isInteger(size) ? size : pageSize(size) + 0.25 / 64

/** As many decimals as a 64th of a pixel has, which is the least that layout knows. */
export const px = (units: number) => `${numberText(units, 6)}px`
