/** All but a single space: most are, and each that is found costs as much as what it is replaced by. */
const others = /[^\S ]\s*| \s+/g

/** Text with one space for each stretch of white space, and none at its ends. */
export const singleSpaced = (text: string): string => text.replace(others, ' ').trim()
