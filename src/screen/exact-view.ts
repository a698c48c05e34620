import { type Layout, linkedTexts } from '../core.ts'
import type { StyledContent } from '../typesetter/index.ts'
import { type CutRest, cutRest } from './cut-rest.ts'
import { type ExactBlock, exactBlock, type Paint } from './exact-block.ts'
import { type LinkedPart, takeActions } from './link-actions.ts'
import { followLinks, type Links } from './links.ts'
import type { PageRules } from './page-rules.ts'

/** A text in lines that each have a place of their own, with its links and what a cut leaves out. */
export interface ExactView extends Pick<ExactBlock, 'frame' | 'partsOf' | 'write' | 'size'> {
  /** Whether it has links or actions. */
  readonly hasLinks: boolean
  /** Follows the links of a layout that was written. */
  follow(layout: Layout, content: () => StyledContent | undefined): void
}

export function exactView(page: Document, onAction: (part: LinkedPart) => void): ExactView {
  const exact = exactBlock(page)
  const { block } = exact
  let links: Links | undefined
  let rest: CutRest | undefined
  let hasLinks = false

  /** Truncated words stay in the text for those who hear, find or copy it. */
  function sayRest(layout: Layout, contentOf: () => StyledContent | undefined) {
    rest?.element.remove()
    rest = undefined
    if (!layout.cut) return
    rest = cutRest(page, layout, contentOf())
    // The ellipsis is the only letter that is not the text's own and says nothing.
    const ellipsis = [...block.querySelectorAll('span:empty:not([role])')].at(-1)
    if (!rest || !ellipsis) return
    ellipsis.setAttribute('aria-hidden', 'true')
    ellipsis.after(rest.element)
    const { element, linked } = rest
    if (linked.some(({ action }) => action !== undefined)) {
      takeActions(element, () => linked, onAction)
    }
  }

  return {
    frame: exact.frame,
    partsOf: exact.partsOf,
    size: exact.size,
    get hasLinks() {
      return hasLinks
    },
    write: (layout: Layout, parts, rules: PageRules, paint: Paint) =>
      exact.write(layout, parts, rules, paint),
    follow(layout, contentOf) {
      hasLinks = block.querySelector('[data-dotline-link]') !== null
      if (hasLinks) links ??= followLinks(block, onAction)
      links?.show(layout, linkedTexts(layout))
      sayRest(layout, contentOf)
    },
  }
}
