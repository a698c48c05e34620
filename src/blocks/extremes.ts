/** The greatest of many numbers: spreading a long list into a call would fill the stack. */
export function greatest(numbers: Iterable<number>, atLeast = -Infinity): number {
  let most = atLeast
  for (const number of numbers) if (number > most) most = number
  return most
}

/** The least of many numbers. */
export function least(numbers: Iterable<number>, atMost = Infinity): number {
  let fewest = atMost
  for (const number of numbers) if (number < fewest) fewest = number
  return fewest
}
