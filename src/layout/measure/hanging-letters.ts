/**
 * Whether spaces are letters of words, which would hang at the end of a line, and soft hyphens, which
 * would be shown there.
 */
export const hasHangingLetters = (text: string) => hanging.test(text)

const hanging = /[\u00ad\u1680\u2000-\u2006\u2008-\u200b\u205f]/
