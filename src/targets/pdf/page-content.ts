import {
  type Drawing,
  eachItem,
  finishPath,
  type GlyphsItem,
  type GroupItem,
  inkBoxOf,
  numberText,
  type PaintedItem,
  type RectangleItem,
} from '../../drawing/index.ts'
import {
  type Box,
  identity,
  type Matrix,
  mappedBox,
  product,
  rectangleOutline,
} from '../../geometry/index.ts'
import { blurred } from './blurred.ts'
import { beforeLastWord, behindFirstWord, endsInHyphen, wordOf } from './broken-word.ts'
import { utf16String } from './bytes.ts'
import { glyphsContent, isShownAlike } from './glyphs-content.ts'
import { hasText } from './has-text.ts'
import { type PageSpace, pageMatrix, pageSpace } from './page-point.ts'
import type { PageStructure } from './page-structure.ts'
import { inked, pathContent } from './path-content.ts'
import type { Resources } from './resources.ts'
import type { StructureNode } from './structure-node.ts'

/** The content of a page, with its links. */
interface PageContent {
  readonly content: string
  readonly links: readonly PageLink[]
}

export interface PageLink {
  readonly href: string
  /** In the coordinates of the page, y upward. */
  readonly area: Box
  /** The element of the structure that it is of. */
  readonly node: StructureNode | undefined
}

/** The operators (ISO 32000-2, annex A) that paint a drawing; y grows upward from its lower edge. */
export function pageContent(
  { box, items }: Drawing,
  resources: Resources,
  structure: PageStructure,
): PageContent {
  const space = pageSpace(box)
  const links: PageLink[] = []
  /** The content of each open group, the page outermost. */
  const contents: string[] = ['']
  const matrices: Matrix[] = [identity]
  /** Number of open groups that are painted as pictures: their items are not written. */
  let pictures = 0
  /** Runs on one baseline. */
  let line: GlyphsItem[] = []
  /** Lines of a word that a hyphen divides, the last of which has not come yet. */
  let divided: (readonly GlyphsItem[])[] = []
  const write = (content: string, isText: boolean) => {
    if (content !== '') contents[contents.length - 1] += structure.mark(isText) + content
  }
  const contentOf = (items: readonly GlyphsItem[], isReplaced = false) =>
    items.length === 0 ? '' : lineContent(inVisualOrder(items), space, resources, isReplaced)
  const writeLine = () => {
    if (line.length === 0) return
    const [first, rest] = divided.length > 0 ? behindFirstWord(line) : [[], line]
    line = []
    if (divided.length > 0) divided.push(first)
    if (rest.length === 0 && endsInHyphen(first)) return
    writeWord()
    if (!endsInHyphen(rest)) {
      write(contentOf(rest), true)
      return
    }
    const [before, last] = beforeLastWord(rest)
    write(contentOf(before), true)
    divided.push(last)
  }
  /** A word in parts is read whole (ISO 32000-2, 14.9.4): one that another element interrupts is not. */
  const writeWord = () => {
    if (divided.length === 0) return
    const isWhole = divided.length > 1
    const parts = divided.map(items => contentOf(items, isWhole)).join('')
    const word = utf16String(wordOf(divided.flat()))
    write(isWhole ? `/Span << /ActualText ${word} >> BDC\n${parts}EMC\n` : parts, true)
    divided = []
  }
  const writeAll = () => {
    writeLine()
    writeWord()
  }
  /** The upper edge of a picture that links lead to. */
  const edgeOf = ({ id, role, items: inner, matrix = identity }: GroupItem, around: Matrix) => {
    const ink = id !== undefined && role === 'figure' ? inkBoxOf(inner) : undefined
    if (!ink) return undefined
    return box.y + box.height - mappedBox(product(around, matrix), ink).y
  }
  eachItem(items, {
    enter(group) {
      const { matrix, link, area, blur = 0 } = group
      if (!isOnlyLink(group) || changesStructure(group)) writeAll()
      structure.enter(group, edgeOf(group, matrices[matrices.length - 1]))
      const around = matrices[matrices.length - 1]
      const itemMatrix = matrix ? product(around, matrix) : around
      matrices.push(itemMatrix)
      if (!isOnlyLink(group)) contents.push('')
      if (blur > 0) pictures++
      // A group that is painted as a whole belongs to one element.
      if (isPaintedWhole(group)) {
        contents[contents.length - 2] += structure.startWhole(hasText(group.items))
      }
      if (link !== undefined && area) {
        links.push({
          href: link,
          area: mappedBox(product(space.flip, itemMatrix), area),
          node: structure.link(),
        })
      }
    },
    leave(group) {
      const { blur = 0 } = group
      matrices.pop()
      if (isOnlyLink(group)) {
        if (changesStructure(group)) writeAll()
        structure.leave(group)
        return
      }
      writeAll()
      if (isPaintedWhole(group)) structure.endWhole()
      structure.leave(group)
      const inner = contents.pop() ?? ''
      if (blur > 0) pictures--
      const written = blur > 0 ? blurContent(group, space, resources) : inner
      contents[contents.length - 1] += groupContent(group, written, space, resources)
    },
    text(text, matrix) {
      writeAll()
      structure.startText(text, box.y + box.height - product(matrix, text.matrix).dy)
      return false
    },
    endText() {
      writeAll()
      structure.endText()
    },
    item(item) {
      if (pictures > 0) return
      if (item.kind !== 'glyphs') {
        writeAll()
        write(itemContent(item, space, resources), false)
        return
      }
      if (line.length > 0 && (line[0].y !== item.y || item.isStacked)) writeLine()
      line.push(item)
    },
  })
  writeAll()
  contents[0] += structure.end()
  return { content: contents[0], links }
}

/** Whether what a group holds is another element than what is around it. */
const changesStructure = (group: GroupItem) => {
  const { role, language, label, link, isMarker, inlineLabel } = group
  return [role, language, label, link, isMarker, inlineLabel].some(said => said !== undefined)
}

/** Whether a group is a stream of its own, in which nothing is marked. */
const isPaintedWhole = ({ opacity = 1, blur = 0 }: GroupItem) => opacity < 1 || blur > 0

/** A group whose items are painted as if there were none. */
function isOnlyLink({ matrix, opacity = 1, blur = 0 }: GroupItem): boolean {
  return matrix === undefined && opacity >= 1 && blur === 0
}

function groupContent(
  group: GroupItem,
  content: string,
  space: PageSpace,
  resources: Resources,
): string {
  if (content === '') return ''
  const { matrix, opacity = 1 } = group
  const moved = matrix ? `${pageMatrix(matrix, space)} cm\n` : ''
  if (opacity >= 1) return moved === '' ? content : `q ${moved}${content}Q\n`
  const ink = inkBoxOf(group.items)
  if (!ink) return ''
  const { x, y, width, height } = mappedBox(space.flip, ink)
  const box = { left: x - 1, bottom: y - 1, right: x + width + 1, top: y + height + 1 }
  const { name } = resources.form(content, box, 'color')
  return `q ${moved}/${resources.state({ opacity })} gs /${name} Do Q\n`
}

function blurContent(
  { items, blur = 0 }: GroupItem,
  { point }: PageSpace,
  resources: Resources,
): string {
  const picture = blurred(items, blur)
  if (!picture) return ''
  const { box } = picture
  const size = `${numberText(box.width)} 0 0 ${numberText(box.height)}`
  const name = resources.blurred(picture)
  return `q ${size} ${point(box.x, box.y + box.height)} cm /${name} Do Q\n`
}

/**
 * Runs from left to right, as readers put words together whatever their direction; but as they are
 * painted where one lies over another.
 */
function inVisualOrder(line: readonly GlyphsItem[]): readonly GlyphsItem[] {
  if (!line.some(item => item.isRightToLeft)) return line
  const sorted = line.toSorted((a, b) => a.x - b.x)
  const overlaps = sorted.some(
    (item, i) => i > 0 && item.x < sorted[i - 1].x + tolerated(sorted[i - 1]),
  )
  return overlaps ? line : sorted
}

/** Most of a run's width: runs that are kerned reach into each other a little. */
function tolerated({ glyphs, face, size }: GlyphsItem): number {
  let width = 0
  for (const advance of glyphs.advances) width += advance
  return (width * size * 0.8) / face.metrics.unitsPerEm
}

/** Runs of one baseline, those that look the same together. */
function lineContent(
  line: readonly GlyphsItem[],
  { point, flip }: PageSpace,
  resources: Resources,
  isReplaced: boolean,
): string {
  let content = ''
  for (let from = 0, to = 0; from < line.length; from = to) {
    const first = line[from]
    to = from + 1
    while (to < line.length && isShownAlike(first, line[to])) to++
    const text = glyphsContent(line.slice(from, to), point, resources, isReplaced)
    const path = finishPath(first)
    // Finished text is visible as shapes; its letters are there to be read, searched and copied.
    content += path
      ? `${pathContent(path, flip, resources)}q 3 Tr\n${text}Q\n`
      : inked(first.ink, 'rg', resources, text)
  }
  return content
}

type Shape = Exclude<PaintedItem, GlyphsItem>

function itemContent(item: Shape, space: PageSpace, resources: Resources): string {
  const { point, flip } = space
  switch (item.kind) {
    case 'path':
      return pathContent(item, flip, resources)
    case 'rectangle':
      return pathContent(asPath(item), flip, resources)
    case 'image': {
      const { x, y, width, height, picture } = item
      const size = `${numberText(width)} 0 0 ${numberText(height)}`
      return `q ${size} ${point(x, y + height)} cm /${resources.image(picture)} Do Q\n`
    }
    case 'rule': {
      const { from, to, width, ink, dash, dashStart = 0 } = item
      const lengths = dash?.map(length => numberText(length)).join(' ')
      const [before, after] = dash
        ? [`[${lengths}] ${numberText(dashStart)} d `, '[] 0 d\n']
        : ['', '']
      const path = `${point(...from)} m ${point(...to)} l S\n`
      return inked(ink, 'RG', resources, `${numberText(width)} w ${before}${path}${after}`)
    }
  }
}

function asPath(item: RectangleItem) {
  const { color, opacity } = item.ink
  return {
    kind: 'path',
    outline: rectangleOutline(item, item.radius),
    fill: { kind: 'solid', color, opacity },
  } as const
}
