import { checkLayout, type Drawing } from '../../drawing/index.ts'
import type { Face } from '../../fonts/index.ts'
import type { Layout } from '../../layout/index.ts'
import {
  aBoolean,
  aFunction,
  checkArguments,
  checkOptions,
  fail,
  isObject,
} from '../../problem/index.ts'
import { px } from '../flow/index.ts'
import { toSvg } from '../svg/index.ts'
import { blockLook } from './layout-element.ts'
import { lineElement } from './line-element.ts'
import { linePieces, pieceElement } from './line-pieces.ts'
import { type Rules, rulesFor } from './rules.ts'
import { aPrefix } from './to-html.ts'
import { writtenLayout } from './written-layout.ts'

/** A stylesheet that rules are added to as elements need them; of elements that share it. */
export interface HtmlRules {
  /** Number of its rules. */
  readonly count: number
}

/** Options of `htmlRulesFor`. */
export interface HtmlRulesOptions {
  /** Beginning of class names. */
  readonly prefix: string
  /** The family name that the page knows a face by. */
  readonly family: (face: Face, text: string) => string
  /** Takes each rule, once. */
  readonly write: (rule: string) => void
}

const kept = new WeakMap<object, Rules>()

/** Begins a stylesheet for `htmlPartsOf`. */
export function htmlRulesFor(options: HtmlRulesOptions): HtmlRules {
  checkOptions('htmlRulesFor', options, { prefix: aPrefix, family: aFunction, write: aFunction })
  const { prefix, family, write } = options
  checkArguments(
    'htmlRulesFor',
    ['prefix', prefix, aPrefix],
    ['family', family, aFunction],
    ['write', write, aFunction],
  )
  let count = 0
  const ruleSet = rulesFor(prefix, {
    family,
    write(rule) {
      count++
      write(rule)
    },
  })
  const rules = {
    get count() {
      return count
    },
  }
  kept.set(rules, ruleSet)
  return rules
}

/** A layout as real text in pieces, for pages that write only what changed. */
export interface HtmlParts {
  /**
   * The class of the block that all of it stands in. It fills the element around it, which is to be as wide
   * and high as the layout: a rule for each size would be matched anew by all that share the stylesheet.
   */
  readonly block: string
  /** BCP 47 tag. */
  readonly language: string
  /**
   * One piece a line, or a list; one behind the other: an element each, with a newline behind it
   * between paragraphs.
   */
  readonly pieces: readonly string[]
  /**
   * Start of each line by itself behind the edge of the block, in units. Set the custom property
   * `--line-start` of its element to it, in `px`, if it is more than 0.
   */
  readonly starts: readonly number[]
  /** Pictures painted below the letters, as elements. */
  readonly below: string | undefined
  /** Pictures painted above the letters, as elements. */
  readonly above: string | undefined
}

/**
 * The pieces of a layout. `visuallyHidden` text is there to be selected, found and read out over a picture
 * that shows it.
 */
export function htmlPartsOf(
  layout: Layout,
  rules: HtmlRules,
  options: { readonly visuallyHidden?: boolean } = {},
): HtmlParts {
  checkLayout('htmlPartsOf', layout)
  checkOptions('htmlPartsOf', options, { visuallyHidden: aBoolean })
  const { visuallyHidden: unseen = false } = options
  const keptRules = isObject(rules) ? kept.get(rules) : undefined
  if (!keptRules) fail('bad-argument', 'the rules of htmlPartsOf must come from htmlRulesFor()')
  const block = keptRules.classOf(blockLook(layout, '100%', '100%'))
  const { content, start, below, above } = writtenLayout(layout, keptRules, unseen)
  const pieces = linePieces(layout)
  const picture = (drawing: Drawing | undefined, level: -1 | 1) =>
    drawing &&
    `<div class="${keptRules.classOf(pictureRule(drawing, level))}" aria-hidden="true">${toSvg(drawing)}</div>`
  return {
    block,
    language: layout.style.language,
    pieces: pieces.map(piece =>
      pieceElement(piece, i =>
        lineElement(layout, i, start(i), content(i), keptRules, piece.items ? px : ownStart),
      ),
    ),
    starts: pieces.map(({ items, first }) => (items ? 0 : Math.max(0, start(first)))),
    below: picture(below, -1),
    above: picture(above, 1),
  }
}

/** Lines that are centered begin each at a place of its own, which is no rule for others. */
const ownStart = (start: number) => (start > 0 ? 'var(--line-start)' : px(start))

/** A picture of its own size; a page's policy need not let in pictures for it. */
function pictureRule({ box: { x, y } }: Drawing, level: -1 | 1): string {
  return `position:absolute;z-index:${level};left:${px(x)};top:${px(y)};pointer-events:none;user-select:none;-webkit-user-select:none`
}
