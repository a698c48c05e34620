import { type GlyphsItem, splitGlyphs } from '../../drawing/index.ts'

/** A line in two parts. */
type PartedLine = readonly [before: readonly GlyphsItem[], after: readonly GlyphsItem[]]

/** Whether a hyphen ends a line from left to right, whose word goes on on the next. */
export const endsInHyphen = (line: readonly GlyphsItem[]): boolean =>
  line.length > 0 &&
  line[line.length - 1].isHyphen === true &&
  !line.some(({ isRightToLeft, isStacked }) => isRightToLeft || isStacked)

/** A line before and from its last word. */
export function beforeLastWord(line: readonly GlyphsItem[]): PartedLine {
  for (let i = line.length - 1; i >= 0; i--) {
    const at = /\s\S*$/u.exec(line[i].text)
    if (at) return parted(line, i, at.index + 1)
  }
  return [[], line]
}

/** A line up to the end of its first word, and what is behind that. */
export function behindFirstWord(line: readonly GlyphsItem[]): PartedLine {
  for (const [i, { text }] of line.entries()) {
    const at = text.search(/\s/u)
    if (at >= 0) return parted(line, i, at)
  }
  return [line, []]
}

function parted(line: readonly GlyphsItem[], index: number, offset: number): PartedLine {
  const [before, after] = splitGlyphs(line[index], offset)
  return [
    [...line.slice(0, index), ...(before ? [before] : [])],
    [...(after ? [after] : []), ...line.slice(index + 1)],
  ]
}

export const wordOf = (items: readonly GlyphsItem[]): string =>
  items.map(({ text }) => text.replaceAll('\u00ad', '')).join('')
