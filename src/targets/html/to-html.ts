import { aroundText, base64, type Drawing } from '../../drawing/index.ts'
import type { Face } from '../../fonts/index.ts'
import type { Layout, LineRun } from '../../layout/index.ts'
import { fail } from '../../problem/index.ts'
import { hasCentralBaseline, isVertical } from '../../sheet/index.ts'
import { toSvg } from '../svg/index.ts'
import { htmlText } from './html-text.ts'
import { lineElement } from './line-element.ts'
import { cssString, px, type Rules, rules } from './rules.ts'

export interface HtmlTargetOptions {
  /** Where a face's font file is fetched from; without it the file is in the stylesheet. */
  readonly fontUrl?: (face: Face) => string
  /**
   * Where a picture is fetched from that is painted below the text or above it; without it the
   * picture is in the stylesheet.
   */
  readonly pictureUrl?: (svg: string) => string
  /** What the names of classes and families begin with. Those of two stylesheets must differ. */
  readonly prefix?: string
}

export interface HtmlOutput {
  /** An element for each layout. Nothing in it is a style: that is all in the stylesheet. */
  readonly html: string
  /** To be added with a nonce, as a file, or by CSSOM. */
  readonly css: string
}

/**
 * A layout as real text: one flow of inline elements, to be selected, searched, copied and read
 * out, its lines where they are everywhere else. What is more than letters in one color is
 * painted in pictures below it and above it. Of several layouts, an element each and a stylesheet
 * for all. Throws where a font's license forbids to embed it.
 */
export function toHtml(
  shown: Layout | readonly Layout[],
  options: HtmlTargetOptions = {},
): HtmlOutput {
  const { fontUrl = embedded, pictureUrl = svgUrl, prefix = 'line' } = options
  const sheet = rules(prefix, fontUrl)
  const elements = [shown].flat().map(layout => layoutElement(layout, sheet, pictureUrl))
  return { html: elements.join('\n'), css: sheet.css() }
}

function layoutElement(layout: Layout, sheet: Rules, pictureUrl: (svg: string) => string): string {
  const around = aroundText(layout, isText)
  const block = sheet.classOf(
    blockDeclarations(layout),
    around.below ? pictureDeclarations(around.below, -1, pictureUrl) : '',
    around.above ? pictureDeclarations(around.above, 1, pictureUrl) : '',
  )
  const body = layout.lines.map((_, i) => lineElement(layout, i, around, sheet))
  const language = htmlText(layout.style.language)
  return `<div class="${block}" dir="ltr" lang="${language}">${body.join('')}</div>`
}

/** Whether a page shows a run's letters as they are: of its face's bytes, and in it. */
function isText({ face, glyphs }: LineRun): boolean {
  return face.madeUp.length === 0 && !glyphs.glyphs.includes(0)
}

function blockDeclarations({ width, height, writingMode }: Layout): string {
  const [inline, block] = isVertical(writingMode) ? [height, width] : [width, height]
  const mode = isVertical(writingMode) ? `;writing-mode:${writingMode}` : ''
  // One baseline for all, where it is in horizontal text; runs of upright letters have another.
  const orientation = hasCentralBaseline(writingMode) ? ';text-orientation:sideways' : ''
  return (
    `inline-size:${px(inline)};block-size:${px(block)};margin:0;white-space:pre;` +
    'font-size:0;line-height:0;text-align:start;text-indent:0;letter-spacing:0;word-spacing:0;' +
    `text-decoration:none;position:relative;z-index:0${mode}${orientation}`
  )
}

/** A picture that neither takes room nor clicks, and is printed. */
function pictureDeclarations(
  picture: Drawing,
  level: -1 | 1,
  pictureUrl: (svg: string) => string,
): string {
  const { x, y, width, height } = picture.box
  return (
    `content:"";position:absolute;z-index:${level};left:${px(x)};top:${px(y)};` +
    `width:${px(width)};height:${px(height)};pointer-events:none;` +
    `background:url(${cssString(pictureUrl(toSvg(picture)))}) 0 0/100% 100% no-repeat;` +
    'print-color-adjust:exact'
  )
}

function svgUrl(svg: string): string {
  return `data:image/svg+xml,${encodeURIComponent(svg)}`
}

function embedded(face: Face): string {
  if (!face.embeddable) {
    fail('no-embedding', `the license of the font ${face.postScriptName} forbids to embed it`, {
      hint: 'use another font, or fontUrl',
    })
  }
  return `data:font/sfnt;base64,${base64(face.bytes)}`
}
