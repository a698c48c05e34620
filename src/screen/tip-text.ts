import type { Typesetter } from '../core.ts'
import { htmlPartsOf } from '../targets/html/index.ts'
import { dressBlock, sizeFrame } from './dress-block.ts'
import type { Provided } from './provided.ts'
import { writtenLines } from './written-lines.ts'

/** The maximum width of a tooltip's text, in units. */
const widest = 330

/** Writes a tooltip in the sheet's style `tooltip`, where it has one, else white on its dark ground. */
export function writeTip(
  tip: HTMLElement,
  words: string,
  provided: Provided,
  typesetter: Typesetter,
) {
  const hasStyle = provided.provision.sheet.styleNames.includes('tooltip')
  const look = hasStyle ? { style: 'tooltip' } : { overrides: { ink: '#ffffff' } }
  const setting = { ...look, values: { text: words } }
  const natural = typesetter.set('{text}', setting).width
  const layout = typesetter.set('{text}', { ...setting, width: Math.min(natural, widest) })
  const parts = htmlPartsOf(layout, provided.pageRules().rules)
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
