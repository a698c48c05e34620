import type { Drawing } from '../../drawing/index.ts'
import type { Layout } from '../../layout/index.ts'
import { cssString, htmlText } from '../../notation/index.ts'
import { hasCentralBaseline, isVertical } from '../../sheet/index.ts'
import { px } from '../flow/index.ts'
import { toSvg } from '../svg/index.ts'
import { lineElement } from './line-element.ts'
import { linePieces, pieceElement } from './line-pieces.ts'
import type { Rules } from './rules.ts'
import { writtenLayout } from './written-layout.ts'

/** A layout as an element of real text; `hasRoles` says its lists to those who hear them. */
export function layoutElement(
  layout: Layout,
  sheet: Rules,
  pictureUrl: (svg: string) => string,
  hasRoles: boolean,
): string {
  const written = writtenLayout(layout, sheet)
  const { below, above } = written
  const block = sheet.classOf(
    blockDeclarations(layout),
    below ? pictureDeclarations(below, -1, pictureUrl) : '',
    above ? pictureDeclarations(above, 1, pictureUrl) : '',
  )
  const line = (i: number) => lineElement(layout, i, written.start(i), written.content(i), sheet)
  const body = hasRoles
    ? linePieces(layout).map(piece => pieceElement(piece, line))
    : layout.lines.map((_, i) => line(i))
  const language = htmlText(layout.style.language)
  return `<div class="${block}" dir="ltr" lang="${language}">${body.join('')}</div>`
}

/** The declarations of a block with its size. */
function blockDeclarations(layout: Layout): string {
  const { width, height } = layout
  return blockLook(layout, px(width), px(height))
}

/** The declarations of a block that don't depend on its size. */
export function blockLook({ writingMode, style }: Layout, width: string, height: string): string {
  const mode = isVertical(writingMode) ? `;writing-mode:${writingMode}` : ''
  // One baseline for all, where it is in horizontal text; runs of upright letters have another.
  const orientation = hasCentralBaseline(writingMode) ? ';text-orientation:sideways' : ''
  return (
    // Nothing of the page changes the text, but whether it is seen, and can be pointed at.
    // The language that the element says is among what is reset.
    `all:initial;-webkit-locale:${cssString(style.language)};` +
    // Browsers take blanks away where fullwidth punctuation meets (CSS Text 4, section 8.4).
    'text-spacing-trim:space-all;text-autospace:no-autospace;' +
    'display:block;visibility:inherit;pointer-events:inherit;cursor:inherit;' +
    `width:${width};height:${height};margin:0;white-space:pre;` +
    'font-size:0;line-height:0;text-align:start;text-indent:0;letter-spacing:0;word-spacing:0;' +
    `text-decoration:none;position:relative;z-index:0${mode}${orientation}`
  )
}

/** A picture that neither takes room nor clicks, and is printed. */
export function pictureDeclarations(
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
