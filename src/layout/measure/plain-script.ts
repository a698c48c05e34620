import type { WordLine } from '../../shaping/index.ts'
import { firstBeyondPlain, plain, plainCharacters, scripts } from '../../unicode/index.ts'
import { plainScriptNames } from './plain-script-names.ts'
import type { PlainStyle } from './plain-style.ts'

const plainScripts = plain.latin | plain.greek | plain.cyrillic

/** The bit of the script of a plain text; 0 where it may not be one, as where it has a newline. */
export function scriptOfPlain(text: string): number {
  const found = scriptsOfPlain(text)
  return (found & (found - 1)) === 0 ? found : 0
}

/** The bits of all scripts of a text that is plain but for having several; 0 where it is more than that. */
function scriptsOfPlain(text: string): number {
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
  const found = all & plainScripts
  // Text of no script is Latin, but for spaces alone, which are more than plain.
  if (found === 0) return (all & plain.common) === 0 ? 0 : plain.latin
  return found
}

/** Whether a text is plain but for having several scripts. */
function hasSeveralScripts(text: string): boolean {
  const found = scriptsOfPlain(text)
  return (found & (found - 1)) !== 0
}

/** The stretches of a text of several scripts, each with its bit; none of a text that has only one. */
export function scriptRuns(text: string): readonly ScriptStretch[] {
  if (!hasSeveralScripts(text)) return none
  return scripts(text).map(({ end, script }) => ({ end, script: bitOf.get(script) ?? 0 }))
}

/** A stretch of one script, up to an offset. */
interface ScriptStretch {
  readonly end: number
  readonly script: number
}

const none: readonly ScriptStretch[] = []

const bitOf: ReadonlyMap<string, number> = new Map(
  plainScriptNames.map(([bit, name]) => [name, bit] as const),
)

/**
 * The words of a plain text that has some; undefined if it is more than those. Of a paragraph,
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
  // A separator of words that isn't a space gets spacing too: it is inside of the words here.
  if (shaping.spacing.word !== 0 && text.includes('\u00a0')) return undefined
  const words = tools.measureWords(face, text, segment, shaping.spacing, ahead)
  return words && words.count > 0 ? words : undefined
}
