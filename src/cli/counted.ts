/** A count in words: `1 finding`, `3 findings`. */
export const counted = (count: number, what: string) => `${count} ${what}${count === 1 ? '' : 's'}`
