import type { Layout } from '../../layout/index.ts'

/** Lines of a layout that are written as one piece: a line by itself, or the items of a list. */
interface LinePiece {
  /** The first line, by its index. */
  readonly first: number
  /** The index behind the last line. */
  readonly end: number
  /** First lines of the items of a list; undefined for a line by itself. */
  readonly items: readonly number[] | undefined
}

/**
 * Lines by themselves, and lists: paragraphs with markers that follow each other. What a paragraph
 * has is known without its runs, which most texts never need.
 */
export function linePieces({ lines, paragraphs }: Layout): readonly LinePiece[] {
  const pieces: { first: number; end: number; items: number[] | undefined }[] = []
  let paragraph = 0
  let before = -1
  lines.forEach((line, i) => {
    while (paragraph + 1 < paragraphs.length && paragraphs[paragraph + 1].start <= line.start) {
      paragraph++
    }
    const isItem = paragraphs[paragraph]?.marker !== undefined
    const last = pieces.at(-1)
    if (isItem && last?.items) {
      if (paragraph !== before) last.items.push(i)
      last.end = i + 1
    } else pieces.push({ first: i, end: i + 1, items: isItem ? [i] : undefined })
    before = paragraph
  })
  return pieces
}

/** A piece as HTML. Elements of lists are inline: they do not move the lines. */
export function pieceElement({ first, end, items }: LinePiece, line: (index: number) => string) {
  if (!items) return line(first)
  const all = items.map((start, i) => {
    let content = ''
    for (let index = start; index < (items[i + 1] ?? end); index++) content += line(index)
    return `<span role="listitem">${content}</span>`
  })
  return `<span role="list">${all.join('')}</span>`
}
