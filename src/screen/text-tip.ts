import type { Typesetter } from '../core.ts'
import { htmlPartsOf } from '../targets/html/index.ts'
import { dressBlock, sizeFrame } from './dress-block.ts'
import type { Provided } from './provided.ts'
import type { TreeKind } from './text-tree.ts'
import { tooltipOf } from './tooltip.ts'
import { writtenLines } from './written-lines.ts'

/** The tooltip of a text. */
export interface TextTip {
  /** Sets what it says; with nothing to say it is not shown. */
  say(words: string, setting: TipSetting): void
  close(): void
}

export function textTip(host: HTMLElement, around: () => HTMLElement | undefined): TextTip {
  const tooltip = tooltipOf(host, around)
  return {
    say: (words, setting) => tooltip.say(words, tip => writeTip(tip, words.trim(), setting)),
    close: tooltip.close,
  }
}

/** The maximum width of a tooltip's text, in units. */
const widest = 330

/** What a tooltip is set with. */
interface TipSetting {
  readonly provided: Provided
  readonly typesetter: Typesetter
  /** Where its text has its words. */
  readonly tree: TreeKind
}

/** Writes a tooltip in the sheet's style `tooltip`, where it has one, else white on its dark ground. */
function writeTip(tip: HTMLElement, words: string, { provided, typesetter, tree }: TipSetting) {
  const hasStyle = provided.provision.sheet.styleNames.includes('tooltip')
  const look = hasStyle ? { style: 'tooltip' } : { overrides: { ink: '#ffffff' } }
  const setting = { ...look, values: { text: words } }
  const natural = typesetter.set('{text}', setting).width
  const layout = typesetter.set('{text}', { ...setting, width: Math.min(natural, widest) })
  const parts = htmlPartsOf(layout, provided.exactRules(tree).rules)
  // Till its face is in the page the words are shown as they are.
  if (provided.pageFaces.awaited()) {
    tip.textContent = words
    return
  }
  const [frame, block] = [0, 1].map(() => tip.ownerDocument.createElement('div'))
  sizeFrame(frame, layout)
  dressBlock(block, parts)
  writtenLines(block).write(parts)
  frame.append(block)
  tip.replaceChildren(frame)
}
