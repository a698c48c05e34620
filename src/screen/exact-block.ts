import type { Layout } from '../core.ts'
import { type HtmlParts, htmlPartsOf } from '../targets/html/index.ts'
import { type BlockPictures, blockPictures } from './block-pictures.ts'
import { dressBlock, sizeFreely } from './dress-block.ts'
import type { PageRules } from './page-rules.ts'
import { type WrittenLines, writtenLines } from './written-lines.ts'

/** A text whose lines each stand where the layout has them, with all that is painted around letters. */
export interface ExactBlock {
  /** Takes the room of the layout, and none of the page's width. */
  readonly frame: HTMLElement
  readonly block: HTMLElement
  /** The pieces of a layout, by which its faces are asked for. */
  partsOf(layout: Layout, page: PageRules, paint: Paint): HtmlParts
  write(layout: Layout, parts: HtmlParts, page: PageRules, paint: Paint): void
  /** Takes the room of a layout that is written later. */
  size(layout: Layout): void
}

export type Paint = 'text' | 'svg' | 'canvas'

export function exactBlock(page: Document): ExactBlock {
  const [frame, block] = [0, 1].map(() => page.createElement('div'))
  frame.className = 'dotline-frame'
  frame.append(block)
  let rules: PageRules | undefined
  let lines: WrittenLines = writtenLines(block)
  let pictures: BlockPictures = blockPictures(block)
  return {
    frame,
    block,
    partsOf: (layout, { rules: own }, paint) =>
      htmlPartsOf(layout, own, { visuallyHidden: paint !== 'text' }),
    write(layout, parts, page, paint) {
      if (page !== rules) {
        block.replaceChildren()
        lines = writtenLines(block)
        pictures = blockPictures(block)
        rules = page
      }
      sizeFreely(frame, layout)
      frame.style.removeProperty('overflow')
      dressBlock(block, parts)
      lines.write(parts)
      pictures.write(paint === 'canvas' ? '' : (parts.below ?? ''), parts.above ?? '')
      pictures.paint(paint === 'canvas' ? layout : undefined)
    },
    size(layout) {
      sizeFreely(frame, layout)
      // Lines that are as wide as its box was would make the page scroll sideways.
      frame.style.setProperty('overflow', 'clip')
    },
  }
}
