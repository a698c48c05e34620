import { DotLineError, type RichText, type Typesetter, type Values } from '../core.ts'

/** The options of a text, apart from its width. */
interface WholeSetting {
  readonly style?: string
  readonly values?: Values
  readonly maxLines?: number
}

/** The least width in which a text has no broken word and is not cut; 0 where it cannot be set. */
export function leastWhole(
  typesetter: Typesetter,
  content: string | RichText,
  setting: WholeSetting,
): number {
  const { maxLines: _, ...free } = setting
  try {
    let least = typesetter.shape(content, free).minWidth()
    const isWhole = (width: number) => !typesetter.set(content, { ...setting, width }).cut
    if (isWhole(least)) return least
    // Few lines need more width: found by halving, to a unit.
    let most = typesetter.set(content, free).width
    while (most - least > 1) {
      const middle = (least + most) / 2
      if (isWhole(middle)) most = middle
      else least = middle
    }
    return most
  } catch (error) {
    if (error instanceof DotLineError) return 0
    throw error
  }
}
