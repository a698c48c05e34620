/**
 * Which ids a page writes, for links to lead to: of parts that share one, the first has it. Names with
 * a space are none (HTML, 3.2.6): no link leads to them, for they tell parts of one element that they
 * are.
 */
export function idsOnce(): (id: string | undefined) => string | undefined {
  const written = new Set<string>()
  return id => {
    if (id === undefined || /\s/.test(id) || written.has(id)) return undefined
    written.add(id)
    return id
  }
}
