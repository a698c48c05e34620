import type { Face, Style } from '../core.ts'
import { type FlowText, flowBlockLook, flowLettersLook } from '../targets/flow/index.ts'
import { styleSheet } from './page-abilities.ts'

/** The rules of texts that flow: one a style, whatever texts are in it. */
export interface FlowRules {
  /** The only stylesheet of such a text: with many, and with many changes, pages match slowly. */
  readonly sheet: CSSStyleSheet
  /** The class of a text's block. */
  blockOf(flow: FlowText): string
  /** The class of a stretch in it, by its index. */
  lettersOf(flow: FlowText, index: number): string
  /** Whether the baselines of a text's block are known to be where the layout has them. */
  isAligned(flow: FlowText): boolean
  /** Puts the baselines of blocks where the layout has them, which is measured in one of them. */
  alignBaseline(block: HTMLElement, flow: FlowText): void
  /** Styles may be others from now on: rules of the same names are written anew, and no element changes. */
  renew(states: string): void
  /** Gives the page all rules that are new or changed, at once. */
  commit(): void
}

interface Entry {
  readonly name: string
  declarations: string
  generation: number
  /** How far its baseline is moved, in pixels. */
  shift: number | undefined
}

export function flowRules(
  prefix: string,
  family: (face: Face, text: string) => string,
  ownRules: string,
  stateRules: string,
): FlowRules {
  const sheet = styleSheet()
  const entries = new Map<string, Entry>()
  /** Entries of styles: most texts ask for those that others asked for. */
  let ofStyle = new WeakMap<Style, Map<string, Entry>>()
  let generation = 0
  let states = stateRules
  let isChanged = true

  function entryOf(key: string, declarations: string): Entry {
    let entry = entries.get(key)
    // Two styles of one name in one sheet differ by changes at the call.
    for (let n = 1; entry && entry.declarations !== declarations; n++) {
      if (entry.generation !== generation) {
        entry.declarations = declarations
        entry.shift = undefined
        isChanged = true
        break
      }
      entry = entries.get(`${key} ${n}`)
      if (!entry) key = `${key} ${n}`
    }
    if (!entry) {
      entry = { name: `${prefix}f${entries.size + 1}`, declarations, generation, shift: undefined }
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
      entryOf(`${namesOf(block)} ${look} ${style.language}`, flowBlockLook(flow, family)),
    )
  }

  return {
    sheet,
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
    isAligned: flow => blockEntry(flow).shift !== undefined,
    alignBaseline(block, flow) {
      const entry = blockEntry(flow)
      if (entry.shift !== undefined) return
      const mark = block.ownerDocument.createElement('span')
      for (const [name, value] of Object.entries(markStyle)) mark.style.setProperty(name, value)
      block.prepend(mark)
      const { top } = block.getBoundingClientRect()
      entry.shift = flow.baseline - (mark.getBoundingClientRect().bottom - top)
      mark.remove()
      if (Math.abs(entry.shift) > leastShift) isChanged = true
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
      isChanged = false
      let rules = ownRules
      for (const { name, declarations, shift = 0 } of entries.values()) {
        const moved = Math.abs(shift) > leastShift ? `;top:${shift}px` : ''
        rules += `.${name}{${declarations}${moved}}\n`
      }
      sheet.replaceSync(rules + states)
    },
  }
}

/** Baselines that are less off are where they should be, in pixels. */
const leastShift = 0.01

/** An inline box without size stands on the baseline. */
const markStyle = { display: 'inline-block', 'inline-size': '0', 'block-size': '0' }

const namesOf = ({ styleNames }: { readonly styleNames?: readonly string[] | undefined }) =>
  styleNames?.join(' ') ?? ''
