import type { Layout } from '../core.ts'
import type { StyledContent } from '../typesetter/index.ts'
import { targetOf } from './flow-block.ts'
import type { LinkedPart } from './link-actions.ts'

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
  /** The number of links and actions before them. */
  count: number,
): CutRest | undefined {
  if (!cut || cut.end <= cut.start) return undefined
  const element = page.createElement('span')
  element.className = 'dotline-rest'
  const linked: LinkedPart[] = []
  let end = cut.start
  for (const { start, end: behind, link, action } of content?.stretches ?? []) {
    const [from, to] = [Math.max(start, cut.start), Math.min(behind, cut.end)]
    if (to <= from || (link === undefined && action === undefined)) continue
    element.append(text.slice(end, from))
    end = to
    const part = { link, action, text: text.slice(from, to) }
    const target = targetOf(page, part, count + linked.length)
    target.append(part.text)
    element.append(target)
    linked.push(part)
  }
  element.append(text.slice(end, cut.end))
  return { element, linked }
}
