import { inSrgb, isMistake, readColor } from './color.ts'
import type { SolidInk } from './ink.ts'

/** The ink of a CSS color; undefined if the text isn't a color. */
export function inkFromColor(text: string): SolidInk | undefined {
  const read = readColor(text)
  return isMistake(read) ? undefined : inSrgb(read).ink
}
