import { asDrawing, checkLayout, type Drawing, isLayout } from '../../drawing/index.ts'
import type { Face } from '../../fonts/index.ts'
import type { Layout } from '../../layout/index.ts'
import { defaultPrefix } from '../../notation/index.ts'
import { aFunction, being, checkOptions, type Fields } from '../../problem/index.ts'
import { anchors } from './anchors.ts'
import { drawingElement } from './drawing-element.ts'
import { layoutElement } from './layout-element.ts'
import { rules } from './rules.ts'

/** Options of `toHtml`. */
export interface HtmlTargetOptions {
  /** Address of a face's font file. Without it, the stylesheet holds the file. */
  readonly fontUrl?: (face: Face) => string
  /** Address of a picture below or above the text. Without it, the stylesheet holds the picture. */
  readonly pictureUrl?: (svg: string) => string
  /** Beginning of class and family names; it must differ between two stylesheets. Default: `dotline-`. */
  readonly prefix?: string
}

/** Result of `toHtml`. */
export interface HtmlOutput {
  /** An element for each layout. Nothing in it is a style: that is all in the stylesheet. */
  readonly html: string
  /** The same, each on its own. */
  readonly elements: readonly string[]
  /** To be added with a nonce, as a file, or by CSSOM. */
  readonly css: string
}

/** It stands in the names of classes and families, which nothing may end. */
export const aPrefix = being(
  'a name of letters, digits, - and _',
  value => typeof value === 'string' && /^[a-z_][\w-]*$/i.test(value),
)

export const htmlFields: Fields<HtmlTargetOptions> = {
  fontUrl: aFunction,
  pictureUrl: aFunction,
  prefix: aPrefix,
}

/**
 * A layout, or a drawing, as real text: one flow of inline elements, to be selected, searched,
 * copied and read out, its lines where they are everywhere else. What is more than letters in one
 * color is painted in pictures below it and above it. Of several, an element each and a stylesheet
 * for all; the texts of a drawing stand at their places in the order they were given, its shapes
 * are pictures between them. Throws where a font's license forbids embedding.
 *
 * @param shown A layout, a drawing, or several.
 * @returns Elements and their stylesheet.
 * @throws `forbidden-embedding`
 * @example
 * const { html, css } = toHtml(layout, { prefix: 'notice-' })
 */
export function toHtml(
  shown: Layout | Drawing | readonly (Layout | Drawing)[],
  options: HtmlTargetOptions = {},
): HtmlOutput {
  checkOptions('toHtml', options, htmlFields)
  const { fontUrl, pictureUrl = svgUrl, prefix = defaultPrefix } = options
  const sheet = rules(prefix, fontUrl)
  const ids = anchors()
  const elements = [shown].flat().map(one => {
    if (isLayout(one)) {
      checkLayout('toHtml', one)
      return layoutElement(one, sheet, pictureUrl, true)
    }
    return drawingElement(asDrawing(one), sheet, pictureUrl, ids)
  })
  return { html: elements.join('\n'), elements, css: sheet.css() }
}

function svgUrl(svg: string): string {
  return `data:image/svg+xml,${encodeURIComponent(svg)}`
}
