import type { Layout } from '../core.ts'
import type { HtmlParts } from '../targets/html/index.ts'
import { setLength } from './set-length.ts'

/** Gives a block what it has beside its lines; only what is another is written. */
export function dressBlock(block: HTMLElement, { block: look, language }: HtmlParts) {
  if (block.className !== look) block.className = look
  if (block.lang !== language) block.lang = language
  if (block.dir !== 'ltr') block.dir = 'ltr'
}

/**
 * Makes an element as large as the layout in it. With a width of its own its lines stay laid out while the
 * page around it changes.
 */
export function sizeFrame(frame: HTMLElement, { width, height }: Layout) {
  setLength(frame, 'inline-size', width)
  setLength(frame, 'block-size', height)
}

/** The same, for a page that takes as little room for it as it likes: what it is wide is taken off behind it. */
export function sizeFreely(frame: HTMLElement, layout: Layout) {
  sizeFrame(frame, layout)
  setLength(frame, 'margin-inline-end', -layout.width)
}
