/**
 * The cost of lines, in demerits: the best lines of a paragraph have the least sum. For ragged
 * lines it is the empty share of each; for justified ones it follows Knuth and Plass ("Breaking
 * Paragraphs into Lines", 1981). `docs/lines.md` explains it in words.
 */

/** The flexibility of spaces in justified lines, as shares of the width of a space. */
export interface Elasticity {
  readonly stretch: number
  readonly shrink: number
}

/** Traits of a line apart from its widths, as bits. */
export const trait = {
  /** It ends its paragraph, or where the text itself ends a line: it may be as short as it is. */
  forced: 1,
  endsInHyphen: 2,
  followsHyphen: 4,
  /**
   * It holds one word, and the next would have had room on it; or it is the last, holds one word,
   * and the style wants none alone there.
   */
  loneWord: 8,
} as const

/** Tight, normal, loose or very loose: of lines of one kind no eye sees how they differ. */
export type Tightness = 0 | 1 | 2 | 3

/** A word alone is worse than anything else: it is taken only where there is no other way. */
const loneWord = 1e9

/** A hyphen costs a ragged line as much as a quarter of it left empty; a second one in a row, half. */
const raggedHyphen = 25 ** 2
const raggedHyphensInRow = 50 ** 2

const linePenalty = 10
const hyphen = 50 ** 2
const hyphensInRow = 3000
/** A line this bad or worse is only taken where there is no other. */
const worst = 10_000
/** A tight line beside a loose one. */
const unlikeNeighbors = 3000
/** Spaces under each other on two lines, which the eye joins to a river; more are no worse. */
const river = 400
const mostRivers = 5

/** The most that a line costs because of the one before it. */
export const mostBetweenLines = unlikeNeighbors + river * mostRivers

/** The cost of a line that is not justified, by the empty share of its space. */
export function raggedCost(empty: number, traits: number): number {
  const share = traits & trait.forced ? 0 : 100 * empty
  return share * share + hyphenCost(traits, raggedHyphen, raggedHyphensInRow) + aloneCost(traits)
}

/** The cost of a justified line by itself, by how much its spaces stretch or shrink. */
export function justifiedCost(ratio: number, traits: number): number {
  const line = linePenalty + badness(ratio)
  return line * line + hyphenCost(traits, hyphen, hyphensInRow) + aloneCost(traits)
}

function hyphenCost(traits: number, one: number, inRow: number): number {
  if ((traits & trait.endsInHyphen) === 0) return 0
  return traits & trait.followsHyphen ? one + inRow : one
}

const aloneCost = (traits: number) => (traits & trait.loneWord ? loneWord : 0)

/** The class of a justified line by how tight it looks. */
export function tightness(ratio: number): Tightness {
  if (ratio < -0.5) return 0
  if (ratio <= 0.5) return 1
  return ratio <= 1 ? 2 : 3
}

/** The cost of two justified lines in a row; `rivers` is the number of spaces under each other. */
export function costBetween(above: Tightness, below: Tightness, rivers: number): number {
  const unlike = Math.abs(above - below) > 1 ? unlikeNeighbors : 0
  return unlike + river * Math.min(rivers, mostRivers)
}

/**
 * The share of its stretch or shrink that a line needs to fill its space; over 1 is more than it
 * should. It has `gaps` word spaces, each `space` wide.
 */
export function adjustment(
  left: number,
  gaps: number,
  space: number,
  traits: number,
  { stretch, shrink }: Elasticity,
): number {
  if (left === 0 || (left > 0 && traits & trait.forced)) return 0
  // A line without spaces gives way less than any that has one.
  const give = (gaps || 0.25) * space * (left > 0 ? stretch : shrink)
  return give > 0 ? left / give : left > 0 ? worst : -1
}

/** The badness of a line: it grows less steeply once the line is beyond repair. */
function badness(ratio: number): number {
  const size = Math.abs(ratio)
  const cubed = 100 * size * size * size
  return cubed <= worst ? cubed : worst * (1 + size / 100)
}
