import { hostRules, partRules } from '../targets/flow/index.ts'
import { elementName } from './element-name.ts'
import type { TreeKind } from './text-tree.ts'

/** Specificity beyond what pages use, by an id that no element has (Selectors 4, section 17). */
const strong = ':not(#_#_#_)'

/** The first class or attribute of each selector. */
const firstOfSelector = /(^|,|\{)(\.[\w-]+|\[data-[^\]]*\])(?=[^{}]*\{)/gm

/** Rules of a text for its tree: in the light they have to be stronger than those of the page. */
export const ofTree = (tree: TreeKind, rules: string): string =>
  tree === 'light' ? rules.replace(firstOfSelector, `$1$2${strong}`) : rules

const text = '[data-dotline-text]:not(#_#_)'
const parts = '*:not(svg *)'

/**
 * What the page says of elements of these names does not reach those of a text in the light. What is
 * inside of pictures is left out: its attributes count as rules of the page.
 */
const lightBounds =
  `:where(${elementName}){display:block}\n` +
  `:where(${elementName}[hidden]){display:none}\n` +
  `${text},${text} ${parts},${text}::before,${text}::after,${text} ${parts}::before,${text} ${parts}::after{all:revert}\n`

/** The rules that all texts of a tree share. */
export const treeRules: Readonly<Record<TreeKind, string>> = {
  shadow: hostRules + partRules,
  light: lightBounds + ofTree('light', partRules),
}
