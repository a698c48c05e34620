import { notes } from './font-notes.ts'
import type { Fonts } from './fonts.ts'

/**
 * Data about fonts under a name, made on first use. All users of the fonts share it, and it is
 * freed with the fonts.
 */
export function keptWithFonts<T extends object>(fonts: Fonts, name: string, make: () => T): T {
  const kept = fonts[notes]
  const keptValue = kept.get(name)
  // Each name is given by one place, which makes and reads one type.
  if (keptValue) return keptValue as T
  const value = make()
  kept.set(name, value)
  return value
}
