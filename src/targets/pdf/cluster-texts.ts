import type { GlyphsItem } from '../../drawing/index.ts'

/** Readers take it as no character; they would invent one for a code without text. */
const nothing = '\u200b'

/**
 * The text that each glyph stands for: the first glyph of a cluster for all of the cluster's, the
 * others for nothing.
 */
export function clusterTexts({ glyphs, text }: GlyphsItem): string[] {
  const { clusters } = glyphs
  const starts = [...new Set(clusters)].sort((a, b) => a - b)
  const endOf = new Map(starts.map((start, i) => [start, starts[i + 1] ?? text.length]))
  const seen = new Set<number>()
  return Array.from(clusters, cluster => {
    if (seen.has(cluster)) return nothing
    seen.add(cluster)
    return text.slice(cluster, endOf.get(cluster)) || nothing
  })
}
