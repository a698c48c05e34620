import type { Hyphenation, Sheet } from 'dot-line'
import { hyphenationLanguages, openHyphenation } from 'dot-line/hyphenation'

/** Patterns for the languages in which a sheet wants words divided, as far as there are any. */
export function openHyphenationFor(sheet: Sheet): Promise<Hyphenation> {
  const styles = [sheet.base, ...sheet.styleNames.map(name => sheet.style(name))]
  const wanted = styles.filter(style => style.hyphenation).map(style => style.language)
  const available = wanted.filter(language => {
    const tag = language.toLowerCase()
    return hyphenationLanguages.some(name => name === tag || name === tag.split('-')[0])
  })
  return openHyphenation(...new Set(available))
}
