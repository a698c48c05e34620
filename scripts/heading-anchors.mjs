/** Anchors of the headings of a page, in their order: one that is called as one before it has a number. */
export function headingAnchors() {
  const counts = new Map()
  return html => {
    const name = html
      .replace(/<[^>]*>|&[a-z]+;/g, '')
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-|-$/g, '')
    const before = counts.get(name) ?? 0
    counts.set(name, before + 1)
    return before === 0 ? name : `${name}-${before}`
  }
}
