const entities: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' }

/** Text for XML 1.0: markup characters as entities, characters it cannot hold as U+FFFD. */
export function xmlText(text: string): string {
  return text.replace(forbidden, '\ufffd').replace(/[&<>"]/g, c => entities[c])
}

/** Section 2.2: no control characters but tab and line ends, no surrogates, no noncharacters of the BMP. */
const forbidden = /[\p{Surrogate}\0-\x08\x0b\x0c\x0e-\x1f\ufffe\uffff]/gu
