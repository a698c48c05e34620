/** Letters that are two, whose title case is neither their capital nor their small letter. */
const digraphs: ReadonlyMap<string, string> = new Map(
  ['Ǆǅǆ', 'Ǉǈǉ', 'Ǌǋǌ', 'Ǳǲǳ'].flatMap(([capital, title, small]) =>
    [capital, title, small].map(letter => [letter, title] as const),
  ),
)

/** Georgian has capitals for texts in capitals only, not for words. */
const georgian = /[\u10d0-\u10fa\u10fd-\u10ff]/
const iotaBelow = '\u0345'
const dotAbove = '\u0307'
const apostropheN = 'ŉ'

/**
 * The title case of the letter or ligature that a word begins with (Unicode 15.0, section 3.13 and
 * `SpecialCasing.txt`), by the rules of a language (BCP 47); `after` is what follows it. Takes in what
 * belongs to the letter: gives how many UTF-16 units of `after` it stands for as well.
 */
export function titleCased(
  letter: string,
  after: string,
  language: string,
): { readonly text: string; readonly taken: number } {
  const [primary] = language.toLowerCase().split('-')
  if (primary === 'nl') {
    const rest = /^[ij]\u0301?/i.exec(after)?.[0]
    const accented = letter === 'í' || letter === 'Í'
    const isPair = rest && /^j/i.test(rest) && rest.includes('\u0301') === accented
    if (isPair && /^[iíIÍ]$/.test(letter)) {
      return { text: (letter + rest).toUpperCase(), taken: rest.length }
    }
  }
  // Lithuanian keeps the dot of a small letter below its accents; a capital has none.
  if (primary === 'lt' && after.startsWith(dotAbove) && /^[ijį]$/.test(letter)) {
    return { text: letter.toUpperCase(), taken: 1 }
  }
  return { text: titleOf(letter, primary), taken: 0 }
}

function titleOf(letter: string, primary: string): string {
  const digraph = digraphs.get(letter)
  if (digraph !== undefined) return digraph
  if (georgian.test(letter)) return letter
  const isDotted = primary === 'tr' || primary === 'az'
  if (isDotted && letter === 'i') return 'İ'
  const parts = letter.normalize('NFD')
  if (parts.includes(iotaBelow)) {
    return (parts.replace(iotaBelow, '').toUpperCase() + iotaBelow).normalize('NFC')
  }
  // By no language: Greek would lose its accents, which are lost in whole words of capitals only.
  const capital = letter.toUpperCase()
  if (letter === apostropheN) return capital
  const [first = '', ...rest] = capital
  return first + rest.join('').toLowerCase()
}
