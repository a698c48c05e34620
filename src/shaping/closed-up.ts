import type { Style } from '../sheet/index.ts'

/** Fullwidth punctuation with its blank half before it, or behind it (CSS Text 4, section 8.4). */
const opening = /[（［｛｟〈《「『【〔〖〘〚〝]/
const closing = /[）］｝｠〉》」』】〕〗〙〛〟、。，．]/

/** The tracking after fullwidth punctuation that is closed up with the next character, in ems. */
export const closedTracking = -0.5

/**
 * The characters that are closed up with the next one: of two blanks that meet, half of one is left.
 * Undefined where there are none, or no style asks for that.
 */
export function closedUp(
  text: string,
  runs: readonly { readonly start: number; readonly end: number; readonly style: Style }[],
): Uint8Array | undefined {
  let found: Uint8Array | undefined
  for (const { start, end, style } of runs) {
    if (style.punctuationSpacing !== 'closed') continue
    for (let i = start; i < end && i + 1 < text.length; i++) {
      const [one, next] = [text[i], text[i + 1]]
      const isClosed = closing.test(one)
        ? opening.test(next) || closing.test(next)
        : opening.test(one) && opening.test(next)
      if (!isClosed) continue
      found ??= new Uint8Array(text.length)
      found[i] = 1
    }
  }
  return found
}
