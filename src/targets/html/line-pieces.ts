import type { Layout, Line } from '../../layout/index.ts'

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
 * Lines by themselves, and lists: paragraphs with markers that follow each other. A line that
 * continues an item belongs to it.
 */
export function linePieces({ lines, text }: Layout): readonly LinePiece[] {
  const pieces: { first: number; end: number; items: number[] | undefined }[] = []
  lines.forEach((line, i) => {
    const last = pieces.at(-1)
    const continues = i > 0 && text[line.start - 1] !== '\n'
    if (last?.items && (continues || hasMarker(line))) {
      if (!continues) last.items.push(i)
      last.end = i + 1
    } else {
      pieces.push({ first: i, end: i + 1, items: hasMarker(line) ? [i] : undefined })
    }
  })
  return pieces
}

const hasMarker = ({ runs }: Line) => runs.some(({ kind }) => kind === 'marker')

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
