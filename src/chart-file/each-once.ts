/** Names things by what they are called; one that is called as another is, by its number as well. */
export function eachOnce(): (name: string) => string {
  const taken = new Set<string>()
  const counts = new Map<string, number>()
  return name => {
    let count = counts.get(name) ?? 1
    let unique = count === 1 ? name : `${name} (${count})`
    while (taken.has(unique)) unique = `${name} (${++count})`
    counts.set(name, count + 1)
    taken.add(unique)
    return unique
  }
}
