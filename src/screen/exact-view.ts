import { type Layout, linkedTexts } from '../core.ts'
import type { StyledContent } from '../typesetter/index.ts'
import { type CutRest, cutRest } from './cut-rest.ts'
import { type ExactBlock, exactBlock, type Paint } from './exact-block.ts'
import type { LinkedPart } from './link-actions.ts'
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

  /** Truncated words stay in the text for those who hear, find or copy it; gives the links in them. */
  function sayRest(layout: Layout, count: number, contentOf: () => StyledContent | undefined) {
    rest?.element.remove()
    rest = undefined
    if (!layout.cut) return []
    rest = cutRest(page, layout, contentOf(), count)
    // The ellipsis is the only letter that is not the text's own and says nothing.
    const mark = [...block.querySelectorAll('span:empty:not([role])')].at(-1)
    mark?.setAttribute('aria-hidden', 'true')
    // One that is a link or an action says something.
    const opening = [...block.querySelectorAll('[data-dotline-link]')].at(-1)
    if (!rest || !(mark ?? opening)) return []
    if (mark) mark.after(rest.element)
    else opening?.before(rest.element)
    return rest.linked
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
      const shown = linkedTexts(layout).map(part => ({ ...part, opens: part.start === part.end }))
      const linked = [...shown, ...sayRest(layout, shown.length, contentOf)]
      hasLinks = linked.length > 0
      if (hasLinks) links ??= followLinks(block, onAction)
      links?.show(layout, linked)
    },
  }
}
