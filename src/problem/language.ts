/**
 * A language tag as the platform takes it (UTS #35, unicode_locale_id): language, script, region,
 * variants, extensions, private use.
 */
export const languagePattern =
  /^([A-Za-z]{2,3}|[A-Za-z]{5,8})(-[A-Za-z]{4})?(-([A-Za-z]{2}|[0-9]{3}))?(-([A-Za-z0-9]{5,8}|[0-9][A-Za-z0-9]{3}))*(-[0-9A-WY-Za-wy-z](-[A-Za-z0-9]{2,8})+)*(-[xX](-[A-Za-z0-9]{1,8})+)?$/

/** Whether the platform takes a text for a language tag: it throws on some that only look like one. */
export function isLanguage(text: string): boolean {
  if (!languagePattern.test(text)) return false
  try {
    return Intl.getCanonicalLocales(text).length === 1
  } catch {
    return false
  }
}
