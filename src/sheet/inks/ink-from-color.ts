import { inSrgb, isMistake, readColor } from './color.ts'
import type { SolidInk } from './ink.ts'

/** The ink of a color of CSS; undefined if there is none. */
export function inkFromColor(text: string): SolidInk | undefined {
  const read = readColor(text)
  return isMistake(read) ? undefined : inSrgb(read).ink
}
