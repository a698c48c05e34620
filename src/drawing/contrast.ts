import { checkArgument } from '../problem/index.ts'
import { aSheet, contrastOf, type Sheet } from '../sheet/index.ts'
import { anInk } from './check-items.ts'
import { type InkOrName, inkFrom } from './ink-from.ts'

/**
 * The contrast of an ink on a background, from 1 to 21 (WCAG 2.2, 1.4.3: text needs 4.5, large text
 * 3). What is not opaque is blended: the ink over the background, and that over white. Of a
 * gradient its middle counts. Names are of inks of the sheet that is given. Throws `unknown-ink`.
 *
 * @returns The contrast ratio of WCAG 2.2, 1 to 21.
 * @example
 * contrast('text', 'paper', sheet) >= 4.5
 */
export function contrast(ink: InkOrName, background: InkOrName, sheet?: Sheet): number {
  checkArgument('contrast', 'ink', ink, anInk)
  checkArgument('contrast', 'background', background, anInk)
  if (sheet !== undefined) checkArgument('contrast', 'sheet', sheet, aSheet)
  return contrastOf(inkFrom(ink, sheet), inkFrom(background, sheet))
}
