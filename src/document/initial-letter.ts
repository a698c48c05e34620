import {
  escapeMarkup,
  inkBox,
  parseMarkup,
  place,
  type RichText,
  type SetOptions,
} from '../core.ts'
import type { BlockContext } from './block-context.ts'
import type { Inset } from './flow-item.ts'
import type { ListMark } from './list-mark.ts'

/** Between the letter and the lines beside it, in ems of the text. */
const gap = 0.2

/** A large first letter, and where the text beside it goes on. */
interface InitialLetter {
  readonly mark: ListMark
  readonly inset: Inset
  readonly from: { readonly offset: number; readonly line: number }
}

/**
 * The first letter of a text, with what punctuation stands before it, from the top of capitals in the
 * first line to the baseline of the last of so many lines (CSS Inline Layout 3, section 6.3). Undefined
 * where a text has no letter, and in scripts whose letters do not stand alone.
 */
export function initialLetter(
  text: RichText,
  lines: number,
  style: string,
  changes: NonNullable<SetOptions['overrides']>,
  { texts, isMirrored, width, turn }: BlockContext,
): InitialLetter | undefined {
  const first = /^\p{P}*\s*[\p{L}\p{N}]\p{M}*/u.exec(texts.plain(text))?.[0]
  if (first === undefined || lines < 2 || notAlone.test(first)) return undefined
  // Letters below each other are as high as their lines are wide: none is larger.
  if (turn !== undefined) return undefined
  const markup = parseMarkup(escapeMarkup(first)).rich
  const capital = parseMarkup('H').rich
  const trimmed = { trim: { above: 'cap', below: 'alphabetic' } } as const
  const capHeight = texts.set(capital, style, {}, { overrides: { ...changes, ...trimmed } }).height
  const line = texts.shape(capital, style, { overrides: changes }).set({}).lines[0]
  const height = (lines - 1) * line.height + capHeight
  const size = `${height / capHeight}x` as const
  const letter = texts.set(markup, style, {}, { overrides: { ...changes, size } })
  // It stands at the edge with what is seen of it.
  const ink = inkBox(letter)
  const room = (ink?.width ?? letter.textWidth) + gap * texts.em
  return {
    from: { offset: first.length, line: 0 },
    inset: { side: isMirrored ? 'right' : 'left', width: room, depth: lines * line.height },
    mark: (x, baseline) => {
      const [at, across] = isMirrored ? ([x + width, 'right'] as const) : ([x, 'left'] as const)
      const y = baseline + (lines - 1) * line.height
      return [place(letter, at, y, { across, down: 'alphabetic', by: 'ink' })]
    },
  }
}

/** Scripts whose letters join, or are read with the one behind them. */
const notAlone =
  /[\p{Script=Arabic}\p{Script=Syriac}\p{Script=Mongolian}\p{Script=Devanagari}\p{Script=Bengali}\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}\p{Script=Myanmar}]/u
