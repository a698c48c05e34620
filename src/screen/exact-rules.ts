import type { Face } from '../core.ts'
import { exactPart } from './later-parts.ts'
import { ofTree, treeRules } from './light-rules.ts'
import { styleSheet } from './page-abilities.ts'
import type { PageRules } from './page-rules.ts'
import type { TreeKind } from './text-tree.ts'

/** The rules of texts whose lines stand where their layouts have them. */
export interface ExactRules {
  rulesOf(tree: TreeKind): PageRules
  sheetsOf(tree: TreeKind): readonly CSSStyleSheet[]
  /** States may look different from now on. */
  renew(): void
  /** Whether there were so many that all texts are to be written by new ones. */
  beginsAnew(): boolean
}

/** Lines of many widths leave rules behind: with so many all are begun anew. */
const mostRules = 4000

interface OwnRules {
  readonly page: PageRules
  readonly sheets: readonly CSSStyleSheet[]
  readonly states: CSSStyleSheet
}

/** They are made when a text asks, which then has loaded what writes such rules. */
export function exactRules(
  prefix: string,
  family: (face: Face) => string,
  states: () => string,
): ExactRules {
  const all = new Map<TreeKind, OwnRules>()
  let generation = 0

  function rulesOf(tree: TreeKind): OwnRules {
    const known = all.get(tree)
    if (known) return known
    const part = exactPart.current()
    if (!part) throw new Error('rules of exact lines are asked for before their part is loaded')
    const [around, ofStates] = [styleSheet(), styleSheet()]
    around.replaceSync(treeRules[tree])
    ofStates.replaceSync(ofTree(tree, states()))
    const page = part.pageRules(`${prefix}-${tree[0]}${generation}-`, family, tree)
    const own = { page, sheets: [around, page.sheet, ofStates], states: ofStates }
    all.set(tree, own)
    return own
  }

  return {
    rulesOf: tree => rulesOf(tree).page,
    sheetsOf: tree => rulesOf(tree).sheets,
    renew() {
      for (const [tree, own] of all) own.states.replaceSync(ofTree(tree, states()))
    },
    beginsAnew() {
      if (![...all.values()].some(({ page }) => page.rules.count > mostRules)) return false
      all.clear()
      generation++
      return true
    },
  }
}
