/**
 * Generated ranges of code points that have a property: the gap before each, its length less one, and its
 * value, by its place among those that were met last. In columns they compress best.
 */
export type Columns = readonly [gaps: string, lengths: string, places: string]

const base = 45

/** The digit of a sign. Those that need an escape in a string are left out: $ ' \ and `. */
const digitOf = (code: number) =>
  code -
  0x20 -
  Number(code > 0x24) -
  Number(code > 0x27) -
  Number(code > 0x5c) -
  Number(code > 0x60)

/** A digit from `base` on says that others follow. */
function* numbersIn(column: string): Generator<number, undefined> {
  for (let at = 0; at < column.length; at++) {
    let number = 0
    let digit = digitOf(column.charCodeAt(at))
    let unit = 1
    for (; digit >= base; digit = digitOf(column.charCodeAt(++at))) {
      number += (digit - base) * unit
      unit *= base
    }
    yield number + digit * unit
  }
}

/** The first code point of each range, the one behind its last, and the index of its value. */
export function* rangesIn([gaps, lengths, places]: Columns): Generator<
  readonly [first: number, end: number, value: number]
> {
  const allLengths = numbersIn(lengths)
  const allPlaces = numbersIn(places)
  const lately: number[] = []
  let at = 0
  for (const gap of numbersIn(gaps)) {
    const place = allPlaces.next().value ?? 0
    while (lately.length <= place) lately.push(lately.length)
    const [value] = lately.splice(place, 1)
    lately.unshift(value)
    const first = at + gap
    at = first + (allLengths.next().value ?? 0) + 1
    yield [first, at, value]
  }
}
