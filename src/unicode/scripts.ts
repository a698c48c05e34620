import { once, propertyIndex, propertyTable } from './property-table.ts'
import { ranges as extensionRanges, values as extensionValues } from './script-extensions.data.ts'
import { ranges, tags, values } from './scripts.data.ts'

const table = once(() => propertyTable(ranges))
const common = values.indexOf('Common')
const inherited = values.indexOf('Inherited')
const latin = values.indexOf('Latin')

/** A stretch of a text in one script (UAX #24). */
export interface ScriptRun {
  /** Start offset, in UTF-16 code units. */
  readonly start: number
  /** End offset, in UTF-16 code units. */
  readonly end: number
  /** The long name of the Script property's value (UAX #24), such as `Latin`. */
  readonly script: string
}

/** For each value of Script_Extensions, the scripts it names; none if they are just the script. */
const extensions = once(() => ({
  table: propertyTable(extensionRanges),
  scripts: extensionValues.map(names =>
    names === '' ? [] : names.split(' ').map(name => values.indexOf(name)),
  ),
}))

/** The scripts a character of none is used with, where it is used with some only. */
function scriptsUsedWith(codePoint: number): readonly number[] {
  const { table: byCode, scripts: lists } = extensions()
  return lists[propertyIndex(byCode, codePoint)]
}

/**
 * Runs of one script. Common and inherited characters go with the script before them, those at
 * the start with the first that follows (UAX #24, section 5.1); those that Script_Extensions binds
 * to some scripts only with those. Text of no script is Latin.
 */
export function scripts(text: string): ScriptRun[] {
  const runs: ScriptRun[] = []
  let start = 0
  /** The script of the run; -1 while only characters of none have been seen. */
  let current = -1
  /** While there is no script, those that may still become it; undefined is any. */
  let possible: readonly number[] | undefined
  const endRun = (at: number) => {
    runs.push({ start, end: at, script: values[current >= 0 ? current : (possible?.[0] ?? latin)] })
    start = at
    current = -1
    possible = undefined
  }
  for (let at = 0; at < text.length; ) {
    const unit = text.charCodeAt(at)
    // Among ASCII characters, letters are Latin and all others follow the character before.
    if (unit < 0x80 && (current === latin || !isAsciiLetter(unit))) {
      at++
      continue
    }
    const codePoint = text.codePointAt(at) ?? 0
    const script = propertyIndex(table(), codePoint)
    if (script === common || script === inherited) {
      const used = codePoint < 0x80 ? noScripts : scriptsUsedWith(codePoint)
      if (used.length > 0 && !used.includes(current)) {
        const shared: readonly number[] =
          current >= 0 ? noScripts : possible ? possible.filter(s => used.includes(s)) : used
        if (shared.length === 0) endRun(at)
        possible = shared.length > 0 ? shared : used
      }
    } else if (script !== current) {
      if (current >= 0 || (possible && !possible.includes(script))) endRun(at)
      current = script
    }
    at += codePoint > 0xffff ? 2 : 1
  }
  if (text.length > 0) endRun(text.length)
  return runs
}

const noScripts: readonly number[] = []

const isAsciiLetter = (unit: number) => (unit | 0x20) >= 0x61 && (unit | 0x20) <= 0x7a

/** The ISO 15924 tag of a script's long name: `Latn` for `Latin`; `Zzzz` for one not known. */
export function scriptTag(script: string): string {
  return tags[values.indexOf(script)] ?? 'Zzzz'
}

/** Whether a character belongs to no script of its own: Common or Inherited. */
export function isCommonScript(codePoint: number): boolean {
  const script = propertyIndex(table(), codePoint)
  return script === common || script === inherited
}

/** The long name of a character's Script property (UAX #24). */
export function scriptOf(codePoint: number): string {
  return values[propertyIndex(table(), codePoint)]
}
