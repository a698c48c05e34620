import type { TextProvision } from './provided.ts'
import type { ReaderPreferences } from './reader-preferences.ts'

const moreContrast = 'more-contrast'

/** The modes of the sheet that are on, in the order they are laid over each other. */
export function shownModes(
  { sheet, reader, modes }: TextProvision,
  { colorScheme, reducedTransparency, contrast }: ReaderPreferences,
): readonly string[] {
  const base = modes ?? [
    ...(colorScheme === 'dark' ? ['dark'] : []),
    ...(reducedTransparency ? ['reduced-transparency'] : []),
  ]
  const isMore = (reader?.contrast ?? contrast) === 'more' && !base.includes(moreContrast)
  const all = isMore ? [...base, moreContrast] : base
  // Two modes together form a mode with both their names.
  const pairs = all.flatMap((one, i) => all.slice(i + 1).map(other => `${one}-${other}`))
  return [...all, ...pairs].filter(mode => sheet.modeNames.includes(mode))
}
