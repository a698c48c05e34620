import type { Path } from '../problem/index.ts'
import type { BlockSource, DocumentSource } from './document-source.ts'
import { isBlockList } from './list-mark.ts'
import { checkedDocument } from './read-document.ts'

/** All blocks with their places, also those in lists, without recursion over how deep they are. */
export function* everyBlock(
  blocks: readonly BlockSource[],
): Generator<{ readonly block: BlockSource; readonly path: Path }> {
  const waiting: { readonly blocks: readonly BlockSource[]; readonly path: Path }[] = [
    { blocks, path: ['blocks'] },
  ]
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    for (const [i, block] of next.blocks.entries()) {
      const path = [...next.path, i]
      yield { block, path }
      if (block.kind !== 'list') continue
      for (const [j, item] of block.items.entries()) {
        if (isBlockList(item)) waiting.push({ blocks: item, path: [...path, 'items', j] })
      }
    }
  }
}

/** The ids that a document states. */
export function statedIds(blocks: readonly BlockSource[]): ReadonlySet<string> {
  const ids = new Set<string>()
  for (const { block } of everyBlock(blocks)) {
    if ('id' in block && block.id !== undefined) ids.add(block.id)
  }
  return ids
}

/** The names of all artwork of a document, each once. */
export function documentArtwork(document: DocumentSource): readonly string[] {
  const { blocks } = checkedDocument(document)
  const names = new Set<string>()
  for (const { block } of everyBlock(blocks)) {
    if ('artwork' in block && block.artwork !== undefined) names.add(block.artwork)
  }
  return [...names]
}
