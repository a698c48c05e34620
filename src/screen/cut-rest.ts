import type { Layout } from '../core.ts'
import type { StyledContent } from '../typesetter/index.ts'
import type { LinkedPart } from './links.ts'

/** The words that a cut leaves out, for everyone who reads more than the lines. */
export interface CutRest {
  readonly element: HTMLElement
  /** Its links and actions, in order. */
  readonly linked: readonly LinkedPart[]
}

/**
 * The truncated part of a text: visually hidden, so that it is in names and descriptions, is found and copied;
 * links in it can be reached, and show it when they have the focus.
 */
export function cutRest(
  page: Document,
  { text, cut }: Layout,
  content: StyledContent | undefined,
): CutRest | undefined {
  if (!cut || cut.end <= cut.start) return undefined
  const element = page.createElement('span')
  element.className = 'rest'
  const linked: LinkedPart[] = []
  let end = cut.start
  for (const { start, end: behind, link, action } of content?.stretches ?? []) {
    const [from, to] = [Math.max(start, cut.start), Math.min(behind, cut.end)]
    if (to <= from || (link === undefined && action === undefined)) continue
    element.append(text.slice(end, from))
    end = to
    const part = { link, action, text: text.slice(from, to) }
    const target = page.createElement(link === undefined ? 'span' : 'a')
    if (link !== undefined) target.setAttribute('href', link)
    else {
      target.setAttribute('role', 'button')
      target.tabIndex = 0
    }
    if (action !== undefined) target.setAttribute('data-dotline-action', action)
    target.setAttribute('data-dotline-link', String(linked.length))
    target.className = 'target'
    target.append(part.text)
    element.append(target)
    linked.push(part)
  }
  element.append(text.slice(end, cut.end))
  return { element, linked }
}
