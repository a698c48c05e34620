/** More names than these are no help to anybody. */
const mostListed = 20

/** The available names, for a hint; of many, the first. */
export function available(names: Iterable<string>): string {
  const all = [...names]
  const rest = all.length - mostListed
  const listed = all.slice(0, mostListed).join(', ')
  return `available: ${listed}${rest > 0 ? ` and ${rest} more` : ''}`
}
