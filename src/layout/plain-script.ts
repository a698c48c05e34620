import type { WordLine } from '../shaping/index.ts'
import { firstBeyondPlain, plain, plainCharacters } from '../unicode/index.ts'
import type { PlainStyle } from './plain-style.ts'

const plainScripts = plain.latin | plain.greek | plain.cyrillic

/** The bit of the script of a plain text; 0 where it may not be one, as where it has a newline. */
export function scriptOfPlain(text: string): number {
  const kinds = plainCharacters()
  const { length } = text
  let all = 0
  for (let i = 0; i < length; i++) {
    const unit = text.charCodeAt(i)
    if (unit >= firstBeyondPlain) return 0
    const kind = kinds[unit]
    if (kind === 0) return 0
    all |= kind
  }
  const script = all & plainScripts
  // Text of no script is Latin; text of several is more than plain, and so are spaces alone.
  if (script === 0) return (all & plain.common) === 0 ? 0 : plain.latin
  return (script & (script - 1)) === 0 ? script : 0
}

/**
 * The words of a plain text that has some; undefined where it is more than those. Of a paragraph,
 * `whole` is the text that goes on behind it, from an offset on. Its script may be known.
 */
export function measuredPlainly(
  text: string,
  { tools, face, segments, shaping }: PlainStyle,
  whole?: string,
  from = 0,
  script = scriptOfPlain(text),
): WordLine | undefined {
  const segment = script === 0 ? undefined : segments.get(script)
  if (!segment) return undefined
  const ahead = whole === undefined ? undefined : { text: whole, from, script }
  // What parts words without being a space is spaced as well: it is inside of what words are here.
  if (shaping.spacing.word !== 0 && text.includes('\u00a0')) return undefined
  const words = tools.measureWords(face, text, segment, shaping.spacing, ahead)
  return words && words.count > 0 ? words : undefined
}
