const references: Record<string, string> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
}

const referenced = (text: string) => text.replace(/[&<>"]/g, c => references[c])

/** Text for HTML: markup characters as references, what a parser would change as U+FFFD. */
export const htmlText = (text: string): string =>
  referenced(text.replace(/\p{Surrogate}|\0/gu, '\ufffd'))

/** Text for XML 1.0: markup characters as references, characters it cannot hold as U+FFFD. */
export const xmlText = (text: string): string => referenced(text.replace(forbidden, '\ufffd'))

/** Section 2.2: no control characters but tab and line ends, no surrogates, no noncharacters of the BMP. */
const forbidden = /[\p{Surrogate}\0-\x08\x0b\x0c\x0e-\x1f\ufffe\uffff]/gu
