const [firstSyllable, lastSyllable] = [0xac00, 0xd7a3]
/** Syllables with one beginning and one vowel: the first of them has no final consonant. */
const finals = 28

/** Whether a code point is a Hangul syllable (The Unicode Standard, section 3.12). */
export const isHangulSyllable = (codePoint: number) =>
  codePoint >= firstSyllable && codePoint <= lastSyllable

/** Whether a syllable ends with its vowel. */
export const endsWithVowel = (syllable: number) => (syllable - firstSyllable) % finals === 0
