import type { FoundText } from './found-texts.ts'

/** Texts of one size, turned alike, with their anchors at one height. */
export function rowsOf(texts: readonly FoundText[]): readonly (readonly FoundText[])[] {
  return clusters(texts, kindOf, ({ y }) => y)
}

/** Texts of one size, turned alike, whose anchors or right ends stand below each other. */
export function columnsOf(texts: readonly FoundText[]): readonly (readonly FoundText[])[] {
  // Plotting code that measures its figures writes the start of each one.
  const figures = texts.filter(
    ({ across, angle, text }) => across === 'start' && Math.abs(angle) < 1 && isFigure(text),
  )
  const byEnd = clusters(figures, kindOf, estimatedEnd, 1).filter(
    column => column.length >= 3 && column.some(({ x }) => Math.abs(x - column[0].x) > 1),
  )
  const inEnds = new Set(byEnd.flat())
  const others = texts.filter(text => !inEnds.has(text))
  return [
    ...byEnd,
    ...clusters(
      others,
      text => `${kindOf(text)} ${text.across}`,
      ({ x }) => x,
    ),
  ]
}

/** Texts of an axis have one size and angle. */
const kindOf = ({ fontSize, angle }: FoundText) =>
  `${Math.round(fontSize * 4)} ${Math.round(angle)}`

/** Digits are about half an em wide in most faces. */
const estimatedEnd = ({ x, text, fontSize }: FoundText) => x + text.length * fontSize * 0.55

const isFigure = (text: string) => /\d/.test(text) && !/\p{L}{2}/u.test(text)

/** Texts of one key whose positions differ by less than a part of an em from the next. */
function clusters(
  texts: readonly FoundText[],
  keyOf: (text: FoundText) => string,
  positionOf: (text: FoundText) => number,
  tolerance = 0.3,
): FoundText[][] {
  const byKey = new Map<string, FoundText[]>()
  for (const text of texts) {
    const key = keyOf(text)
    const group = byKey.get(key)
    if (group) group.push(text)
    else byKey.set(key, [text])
  }
  const groups: FoundText[][] = []
  for (const group of byKey.values()) {
    let before = -Infinity
    for (const text of group.toSorted((a, b) => positionOf(a) - positionOf(b))) {
      const position = positionOf(text)
      if (position - before > tolerance * text.fontSize) groups.push([])
      groups[groups.length - 1].push(text)
      before = position
    }
  }
  return groups
}
