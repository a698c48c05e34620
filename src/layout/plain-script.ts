import { firstBeyondPlain, plain, plainCharacters } from '../unicode/index.ts'

const plainScripts = plain.latin | plain.greek | plain.cyrillic

/** The bit of the script of a plain text; 0 where it may not be one. */
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

/** The script of the first letter of a text. */
export function firstScript(text: string): number {
  const kinds = plainCharacters()
  for (let i = 0; i < text.length; i++) {
    const unit = text.charCodeAt(i)
    const script = unit < firstBeyondPlain ? kinds[unit] & plainScripts : 0
    if (script !== 0) return script
  }
  return 0
}
