/** Scripts that run from right to left (Unicode 16, property `Bidi_Class` of their letters). */
const rightToLeft = new Set([
  'Adlm',
  'Arab',
  'Hebr',
  'Mand',
  'Mend',
  'Nkoo',
  'Rohg',
  'Samr',
  'Syrc',
  'Thaa',
  'Yezi',
])

/** Whether a language is written from right to left, by the script that it is written in (UTS #35). */
export function runsLeftward(language: string | undefined): boolean {
  if (language === undefined) return false
  try {
    return rightToLeft.has(new Intl.Locale(language).maximize().script ?? '')
  } catch {
    return false
  }
}
