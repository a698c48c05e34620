/**
 * The ids that a page writes as targets of links: if several parts share one, the first has it.
 * Names with a space aren't ids (HTML, 3.2.6): they only mark parts of one element.
 */
export function idsOnce(): (id: string | undefined) => string | undefined {
  const written = new Set<string>()
  return id => {
    if (id === undefined || /\s/.test(id) || written.has(id)) return undefined
    written.add(id)
    return id
  }
}
