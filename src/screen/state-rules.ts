import type { Sheet, Style } from '../core.ts'
import { colorText } from '../notation/index.ts'

/** Styles of a sheet that links and actions have, beside their own, while something is done with them. */
const states = ['hover', 'focus', 'active'] as const
export type LinkState = (typeof states)[number]

/** What the page knows of targets that are elements of their own. */
const pseudoClasses: Readonly<Record<LinkState, string>> = {
  hover: 'hover',
  focus: 'focus-visible',
  active: 'active',
}

/**
 * The rules of links and actions in the CSS states `hover`, `focus` and `active`: the ink and
 * background of the styles of these names, if the sheet has them. Text doesn't move.
 */
export function stateRules(sheet: Sheet): string {
  let rules = ''
  const plain = sheet.style('defaults')
  for (const state of states) {
    if (!sheet.styleNames.includes(state)) continue
    const declarations = letterColors(sheet.style(state), plain)
    if (declarations === '') continue
    const told = `[data-dotline-state~="${state}"] *`
    const flowing = `.dotline-target:${pseudoClasses[state]}`
    rules += `${told},${flowing},${flowing} *{${declarations}}\n`
  }
  return rules
}

/** The ink and the background of a style, where they are others than those of plain text. */
export function letterColors({ ink, backing }: Style, plain: Style): string {
  const declarations: string[] = []
  if (ink !== plain.ink && ink.kind === 'solid') {
    declarations.push(`color:${colorText(ink)}!important`)
  }
  if (backing !== 'none' && backing.ink.kind === 'solid') {
    declarations.push(`background-color:${colorText(backing.ink)}!important`)
  }
  return declarations.join(';')
}
