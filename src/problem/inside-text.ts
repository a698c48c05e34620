import { messageIn } from './at-its-place.ts'
import type { Inside } from './fields.ts'
import type { Problem } from './problem.ts'

/**
 * Tells what is wrong with a text of a file, where it stands there; what is no string is not looked at.
 * `parse` reads its markup.
 */
export const insideText =
  (parse: (text: string) => { readonly problems: readonly Problem[] }): Inside =>
  (value, path, report) => {
    // Most texts have no mark in them.
    if (typeof value !== 'string' || !/[~{[\]]/.test(value)) return
    for (const { message, location: _, ...others } of parse(value).problems) {
      report(path, others.code, messageIn(path, message), others)
    }
  }
