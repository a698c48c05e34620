import { once, propertyIndex, propertyTable } from './property-table.ts'
import { ranges, tags, values } from './scripts.data.ts'

const table = once(() => propertyTable(ranges))
const common = values.indexOf('Common')
const inherited = values.indexOf('Inherited')
const latin = values.indexOf('Latin')

export interface ScriptRun {
  readonly start: number
  readonly end: number
  /** The long name of the Script property's value (UAX #24), such as `Latin`. */
  readonly script: string
}

/**
 * Runs of one script. Common and inherited characters go with the script before them, those at
 * the start with the first that follows (UAX #24, section 5.1); text of none of them is Latin.
 */
export function scripts(text: string): ScriptRun[] {
  const runs: ScriptRun[] = []
  let start = 0
  let current = -1
  for (let at = 0; at < text.length; ) {
    const codePoint = text.codePointAt(at) ?? 0
    const script = propertyIndex(table(), codePoint)
    if (script !== common && script !== inherited && script !== current) {
      if (current >= 0) {
        runs.push({ start, end: at, script: values[current] })
        start = at
      }
      current = script
    }
    at += codePoint > 0xffff ? 2 : 1
  }
  if (text.length > 0) {
    runs.push({ start, end: text.length, script: values[current < 0 ? latin : current] })
  }
  return runs
}

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
