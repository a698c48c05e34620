/** BCP 47, loosely: subtags of letters and digits. */
export const languagePattern = /^[A-Za-z]{2,8}(-[A-Za-z0-9]{1,8})*$/

/** Whether the platform takes a text for a language tag: it throws on some that only look like one. */
export function isLanguage(text: string): boolean {
  if (!languagePattern.test(text)) return false
  try {
    return Intl.getCanonicalLocales(text).length === 1
  } catch {
    return false
  }
}
