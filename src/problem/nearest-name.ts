/** The number of letters in which two similar names may differ. */
const allowed = (length: number) => (length < 3 ? 1 : length < 6 ? 2 : 3)

/** Names longer than this are no slips of the finger; comparing them would cost more than it tells. */
const longest = 64

/** Finds the known name nearest to one. */
export type NearestName = (name: string, known: Iterable<string>) => string | undefined

/** So many known names are looked at for all mistakes of one input together. */
const mostCompared = 200_000

/**
 * As `nearestName`, for an input that may have thousands of mistakes: the first are told what comes
 * near, the rest stand without, so that time does not grow with the product of both.
 */
export function nearestNames(): NearestName {
  let left = mostCompared
  return (name, known) => {
    if (left <= 0) return undefined
    const names = [...known]
    left -= names.length
    return nearestName(name, names)
  }
}

/** Words that other programs use for what has another name here. */
const otherWords: ReadonlyMap<string, string> = new Map([
  ['content', 'blocks'],
  ['header', 'runningHead'],
  ['footer', 'runningFoot'],
  ['image', 'artwork'],
  ['images', 'artwork'],
  ['middle', 'center'],
  ['above', 'top'],
  ['below', 'bottom'],
  ['hovered', 'hover'],
  ['focused', 'focus'],
  ['pressed', 'active'],
])

/** The known name nearest to `name`, or undefined where none comes near. */
export function nearestName(name: string, known: Iterable<string>): string | undefined {
  if (name.length > longest) return undefined
  const wanted = name.toLowerCase()
  const meant = otherWords.get(wanted)
  if (meant !== undefined && [...known].includes(meant)) return meant
  let best: string | undefined
  let bestDistance = allowed(name.length) + 1
  for (const candidate of known) {
    if (Math.abs(candidate.length - name.length) >= bestDistance) continue
    const other = candidate.toLowerCase()
    const distance = editDistance(wanted, other)
    // Two other letters of four are another word, unless it begins alike.
    const isOther = distance > 1 && name.length < 6 && wanted[0] !== other[0]
    if (distance < bestDistance && !isOther) {
      best = candidate
      bestDistance = distance
    }
  }
  return best
}

/**
 * Optimal string alignment: the fewest insertions, deletions, substitutions and swaps of
 * neighbors that turn `a` into `b`.
 */
function editDistance(a: string, b: string): number {
  let beforeLast: number[] = []
  let last = Array.from({ length: b.length + 1 }, (_, j) => j)
  for (let i = 1; i <= a.length; i++) {
    const row = [i]
    for (let j = 1; j <= b.length; j++) {
      const change = a[i - 1] === b[j - 1] ? 0 : 1
      row[j] = Math.min(last[j] + 1, row[j - 1] + 1, last[j - 1] + change)
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1]) {
        row[j] = Math.min(row[j], beforeLast[j - 2] + 1)
      }
    }
    beforeLast = last
    last = row
  }
  return last[b.length]
}
