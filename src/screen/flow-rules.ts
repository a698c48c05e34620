import type { Face, Style } from '../core.ts'
import { type FlowText, flowBlockLook, flowLettersLook } from '../targets/flow/index.ts'
import { ofTree, treeRules } from './light-rules.ts'
import { styleSheet } from './page-abilities.ts'
import type { TreeKind } from './text-tree.ts'

/** The rules of texts that flow: one a style, whatever texts are in it. */
export interface FlowRules {
  /** The only stylesheet of such a text: with many, and with many changes, pages match slowly. */
  sheetsOf(tree: TreeKind): readonly CSSStyleSheet[]
  /** The class of a text's block. */
  blockOf(flow: FlowText): string
  /** The class of a stretch in it, by its index. */
  lettersOf(flow: FlowText, index: number): string
  /** Styles may be others from now on: rules of the same names are written anew, and no element changes. */
  renew(states: string): void
  /**
   * Gives the page all rules that are new or changed, at once. Baselines of blocks are put where the layout
   * has them, which is measured in a part of the page that nobody sees, once its faces are there.
   */
  commit(): void
}

interface Entry {
  readonly name: string
  declarations: string
  generation: number
  /** Of a block: where the layout has its first baseline, from its top, in units. */
  readonly baseline: number | undefined
  /** How far the block is moved for that, in pixels; undefined before it is measured. */
  shift: number | undefined
}

export function flowRules(
  prefix: string,
  family: (face: Face, text: string) => string,
  stateRules: string,
  /** Where blocks are measured; undefined as long as faces are still to come. */
  probe: () => ShadowRoot | undefined,
): FlowRules {
  const sheets = new Map<TreeKind, readonly [CSSStyleSheet]>()
  const entries = new Map<string, Entry>()
  /** Entries of styles: most texts ask for those that others asked for. */
  let ofStyle = new WeakMap<Style, Map<string, Entry>>()
  let generation = 0
  let states = stateRules
  let isChanged = true

  function entryOf(key: string, declarations: string, baseline?: number): Entry {
    let entry = entries.get(key)
    // Two styles of one name in one sheet differ by changes at the call.
    for (let n = 1; entry && entry.declarations !== declarations; n++) {
      if (entry.generation !== generation) {
        entry = { ...entry, declarations, baseline, shift: undefined }
        entries.set(key, entry)
        isChanged = true
        break
      }
      entry = entries.get(`${key} ${n}`)
      if (!entry) key = `${key} ${n}`
    }
    if (!entry) {
      const name = `${prefix}f${entries.size + 1}`
      entry = { name, declarations, generation, baseline, shift: undefined }
      entries.set(key, entry)
      isChanged = true
    }
    entry.generation = generation
    return entry
  }

  function kept(style: Style, key: string, make: () => Entry): Entry {
    let own = ofStyle.get(style)
    if (!own) {
      own = new Map()
      ofStyle.set(style, own)
    }
    let entry = own.get(key)
    if (!entry) {
      entry = make()
      own.set(key, entry)
    }
    return entry
  }

  const blockEntry = (flow: FlowText) => {
    const { style, align, direction, block } = flow
    const look = `block ${block.face} ${align} ${direction}`
    const around = block.style === style ? '' : namesOf(block)
    return kept(style, `${look} ${around}`, () =>
      entryOf(
        `${namesOf(block)} ${look} ${style.language}`,
        flowBlockLook(flow, family),
        flow.baseline,
      ),
    )
  }

  /** Measures blocks that are new; false where that has to wait. */
  function measure(): boolean {
    const blocks = [...entries.values()].filter(
      ({ baseline, shift }) => baseline !== undefined && shift === undefined,
    )
    if (blocks.length === 0) return true
    const root = probe()
    if (!root) return false
    const made = blocks.map(({ declarations }) => {
      const block = root.ownerDocument.createElement('div')
      block.style.cssText = `${declarations};position:absolute;visibility:hidden`
      const mark = root.ownerDocument.createElement('span')
      for (const [name, value] of Object.entries(markStyle)) mark.style.setProperty(name, value)
      block.append(mark)
      return { block, mark }
    })
    root.append(...made.map(({ block }) => block))
    for (const [i, { block, mark }] of made.entries()) {
      const { top } = block.getBoundingClientRect()
      const entry = blocks[i]
      entry.shift = (entry.baseline ?? 0) - (mark.getBoundingClientRect().bottom - top)
    }
    for (const { block } of made) block.remove()
    return true
  }

  return {
    sheetsOf(tree) {
      let own = sheets.get(tree)
      if (!own) {
        own = [styleSheet()]
        sheets.set(tree, own)
        isChanged = true
      }
      return own
    },
    blockOf: flow => blockEntry(flow).name,
    lettersOf({ stretches, text }, index) {
      const stretch = stretches[index]
      const { style, face } = stretch
      return kept(style, face, () =>
        entryOf(
          `${namesOf(stretch)} ${face} ${style.language}`,
          flowLettersLook(stretch, text, family),
        ),
      ).name
    },
    renew(now) {
      generation++
      ofStyle = new WeakMap()
      if (now !== states) {
        states = now
        isChanged = true
      }
    },
    commit() {
      if (!isChanged) return
      isChanged = !measure()
      let rules = ''
      for (const { name, declarations, shift = 0 } of entries.values()) {
        const moved = Math.abs(shift) > leastShift ? `;top:${shift}px` : ''
        rules += `.${name}{${declarations}${moved}}\n`
      }
      for (const [tree, [sheet]] of sheets) {
        sheet.replaceSync(treeRules[tree] + ofTree(tree, rules + states))
      }
    },
  }
}

/** Baselines that are less off are where they should be, in pixels. */
const leastShift = 0.01

/** An inline box without size stands on the baseline. */
const markStyle = { display: 'inline-block', 'inline-size': '0', 'block-size': '0' }

const namesOf = ({ styleNames }: { readonly styleNames?: readonly string[] | undefined }) =>
  styleNames?.join(' ') ?? ''
