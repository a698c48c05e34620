import type { Face } from '../core.ts'
import { type HtmlRules, htmlRulesFor } from '../targets/html/index.ts'
import { styleSheet } from './page-abilities.ts'

/** A stylesheet that the texts of a page share. */
export interface PageRules {
  readonly rules: HtmlRules
  readonly sheet: CSSStyleSheet
}

/** Lines of many widths leave rules behind: with so many all are begun anew. */
export const mostRules = 4000

/** Rules go in by CSSOM, which a policy for stylesheets does not forbid. */
export function pageRules(prefix: string, family: (face: Face) => string): PageRules {
  const sheet = styleSheet()
  const rules = htmlRulesFor({
    prefix,
    family,
    write: rule => sheet.insertRule(rule, sheet.cssRules.length),
  })
  return { rules, sheet }
}
