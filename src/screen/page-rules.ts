import type { Face } from '../core.ts'
import { type HtmlRules, htmlRulesFor } from '../targets/html/index.ts'
import { ofTree } from './light-rules.ts'
import { styleSheet } from './page-abilities.ts'
import type { TreeKind } from './text-tree.ts'

/** A stylesheet that the texts of a page share. */
export interface PageRules {
  readonly rules: HtmlRules
  readonly sheet: CSSStyleSheet
}

/** Rules go in by CSSOM, which a policy for stylesheets does not forbid. */
export function pageRules(
  prefix: string,
  family: (face: Face) => string,
  tree: TreeKind,
): PageRules {
  const sheet = styleSheet()
  const rules = htmlRulesFor({
    prefix,
    family,
    write: rule => sheet.insertRule(ofTree(tree, rule), sheet.cssRules.length),
  })
  return { rules, sheet }
}
