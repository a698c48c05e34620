import type { GroupItem, TextItem } from '../../drawing/index.ts'
import { isDecoration, layoutText } from '../../drawing/index.ts'
import { utf16String } from './bytes.ts'
import { hasText } from './has-text.ts'
import { type ObjectNumber, type PdfObjects, reference } from './objects.ts'
import { roleMapText, structureType } from './structure-types.ts'

/** An element of the structure tree (ISO 32000-2, 14.7.2) on its way. */
export interface StructureNode {
  readonly number: ObjectNumber
  readonly type: string
  readonly parent: StructureNode | undefined
  /** Its children, as entries of its `K`. */
  readonly kids: string[]
  readonly entries: string
  /** The page of its first content. */
  page: ObjectNumber | undefined
  /** The target of a link: runs of one link are one element. */
  readonly href?: string | undefined
  /** Whether it goes on on other pages, and is written when it is seen no more. */
  readonly isLasting: boolean
  /** The page that it was last on, by its place. */
  lastSeen?: number
  /** Whether its texts are paragraphs of their own. */
  readonly holdsBlocks: boolean
}

/** A heading, for the bookmarks. */
export interface FoundHeading {
  readonly level: number
  text: string
  readonly page: ObjectNumber
  /** The upper edge of its first text, from the page's lower edge; undefined until that. */
  top: number | undefined
}

/** A place that links lead to. */
interface FoundPlace {
  readonly id: string
  readonly page: ObjectNumber
  readonly top: number
}

/** The structure of a page, built in the order of painting. */
export interface PageStructure {
  /** `top` is the upper edge of what has no text to be found by, from the page's lower edge. */
  enter(group: GroupItem, top?: number): void
  leave(group: GroupItem): void
  startText(text: TextItem, top: number): void
  endText(): void
  /** Operators that begin content of the element at hand, where other content was before it. */
  mark(isText: boolean): string
  /** Operators that end what is open. */
  end(): string
  /** The element of the link that is open, for its annotation. */
  link(): StructureNode | undefined
  /**
   * Begins what is painted as one, and so is of one element; gives the operators that begin it.
   * Nothing in it is marked until it ends.
   */
  startWhole(hasText: boolean): string
  endWhole(): void
}

export interface DocumentStructure {
  readonly root: ObjectNumber
  readonly headings: readonly FoundHeading[]
  readonly places: readonly FoundPlace[]
  /** Ids that links lead to. */
  readonly wanted: Set<string>
  /** The requirements of PDF/UA that the pages so far don't meet. */
  readonly unmet: ReadonlySet<string>
  /** The top of the first page. */
  first: Pick<FoundPlace, 'page' | 'top'> | undefined
  page(number: ObjectNumber, language: string | undefined): PageStructure
  /** Ends a page; gives its number in the parent tree. */
  endPage(): number
  /** A number in the parent tree for an annotation of a link; makes it a part of its element. */
  annotation(node: StructureNode | undefined, annotation: ObjectNumber, page: ObjectNumber): number
  end(): void
}

/** Roles whose elements hold paragraphs, and not text itself. */
const blocksOf = new Set([
  'Document',
  'Part',
  'Sect',
  'Art',
  'Div',
  'L',
  'LI',
  'LBody',
  'Table',
  'TBody',
  'THead',
  'TR',
  'BlockQuote',
  'TOC',
  'Index',
  'Aside',
])

/** The numbering of a list's labels (ISO 32000-2, table 382). */
const listNumbering = { decimal: 'Decimal', 'lower-alpha': 'LowerAlpha' } as const

/** Maximum number of pages between two parts of one element; beyond that, a new element begins. */
const mostBetween = 20

/** Number of pages whose references are kept as one string, which is far smaller than its parts. */
const pagesOfString = 200

/** The structure of a document, written element by element: what is complete is not kept. */
export function documentStructure(objects: PdfObjects): DocumentStructure {
  const root = objects.reserve()
  const lasting = new Map<string, StructureNode>()
  const bodies = new Map<StructureNode, StructureNode>()
  const headings: FoundHeading[] = []
  const places: FoundPlace[] = []
  const parents: string[] = []
  let pageCount = 0
  const types = new Set<string>()
  const top: StructureNode = {
    number: objects.reserve(),
    type: 'Document',
    parent: undefined,
    kids: [],
    entries: '',
    page: undefined,
    isLasting: true,
    holdsBlocks: true,
  }
  let key = 0
  let notes = 0
  let openPage: { readonly finish: () => void } | undefined
  const unmet = new Set<string>()
  let level = 0

  /**
   * Notes unmet requirements of PDF/UA: alternative text of a figure (7.3), a heading of each level
   * (7.4.2).
   */
  function noteUnmet(type: string, label: string | undefined) {
    if ((type === 'Figure' || type === 'Formula') && label === undefined) {
      unmet.add(`a ${type === 'Figure' ? 'figure' : 'formula'} has no label`)
    }
    if (!/^H\d$/.test(type)) return
    const headingLevel = Number(type[1])
    if (headingLevel > level + 1) {
      unmet.add(
        `a heading of level ${headingLevel} follows ${level === 0 ? 'none' : `one of level ${level}`}`,
      )
    }
    level = headingLevel
  }

  function write(node: StructureNode) {
    const { number, type, parent, kids, entries, page } = node
    const above = parent ? parent.number : root
    const at = page === undefined ? '' : `/Pg ${reference(page)} `
    objects.set(
      number,
      `<< /Type /StructElem /S /${type} /P ${reference(above)} ${at}${entries}/K [${kids.join(' ')}] >>`,
    )
  }

  /** Writes what goes on on other pages, and has not since a page. */
  function endLasting(before: number) {
    for (const [id, node] of lasting) {
      if ((node.lastSeen ?? 0) >= before) continue
      lasting.delete(id)
      const body = bodies.get(node)
      bodies.delete(node)
      if (body) write(body)
      write(node)
    }
  }

  function pageStructure(page: ObjectNumber, language: string | undefined): PageStructure {
    const stack: StructureNode[] = [top]
    const groups: (readonly StructureNode[])[] = []
    const marked: ObjectNumber[] = []
    const done: StructureNode[] = []
    const openHeadings: FoundHeading[] = []
    /** Ids of groups whose first text is still to come: links lead to that. */
    const waiting: string[] = []
    let artifacts = 0
    let whole = 0
    const wholes: (StructureNode | undefined)[] = []
    let current: StructureNode | 'artifact' | undefined
    let inText: StructureNode | undefined
    /** Number of open texts: one can be within another, such as the text of an inline box. */
    let openTexts = 0
    let link: StructureNode | undefined

    function open(type: string, entries: string, more: Partial<StructureNode> = {}): StructureNode {
      const around = stack[stack.length - 1]
      // The label of a list's item stands beside what it says, and before that.
      const item = type === 'Lbl' && around.type === 'LBody' ? around.parent : undefined
      const parent = item ?? around
      const node: StructureNode = {
        number: objects.reserve(),
        type,
        parent,
        kids: [],
        entries,
        page: undefined,
        isLasting: false,
        holdsBlocks: blocksOf.has(type),
        ...more,
      }
      if (item) parent.kids.unshift(reference(node.number))
      else parent.kids.push(reference(node.number))
      stack.push(node)
      return node
    }
    /** The body of a list item; it continues on the next page. */
    function body(item: StructureNode): StructureNode {
      const bodyElement = bodies.get(item)
      if (bodyElement) {
        stack.push(bodyElement)
        return bodyElement
      }
      const { isLasting } = item
      const own = open('LBody', '', { isLasting })
      if (isLasting) bodies.set(item, own)
      return own
    }
    function close(node: StructureNode) {
      stack.pop()
      if (!node.isLasting) done.push(node)
    }
    function groupNode(group: GroupItem, edge?: number): StructureNode | undefined {
      const { role, label, language: own, id, link: href, columnSpan, rowSpan } = group
      if (href !== undefined) return linkNode(href)
      // An artifact (14.8.2.2).
      if (isDecoration(group)) {
        artifacts++
        return undefined
      }
      if (artifacts > 0) return undefined
      const lastingElement = id === undefined ? undefined : lasting.get(id)
      if (lastingElement) lastingElement.lastSeen = pageCount
      if (id !== undefined && !lastingElement) {
        if (edge === undefined) waiting.push(id)
        else places.push({ id, page, top: edge })
      }
      const { isMarker = false, counter, inlineLabel } = group
      const isSilent = [role, own, label, inlineLabel].every(said => said === undefined)
      if (!isMarker && isSilent) return undefined
      if (lastingElement) {
        stack.push(lastingElement)
        return lastingElement
      }
      // Text says its label instead of its letters; a picture has it as its alternative.
      const hasWords = inlineLabel !== undefined && hasText(group.items)
      const type = hasWords ? 'Span' : structureType(group, stack[stack.length - 1].type)
      if (type === undefined) return undefined
      types.add(type)
      noteUnmet(type, label ?? inlineLabel)
      if (type === 'Note') notes++
      const table = [
        ...(role === 'columnheader' ? ['/Scope /Column'] : []),
        ...(role === 'rowheader' ? ['/Scope /Row'] : []),
        ...(columnSpan !== undefined && columnSpan > 1 ? [`/ColSpan ${columnSpan}`] : []),
        ...(rowSpan !== undefined && rowSpan > 1 ? [`/RowSpan ${rowSpan}`] : []),
      ]
      const entries = [
        ...(label === undefined ? [] : [`/Alt ${utf16String(label)} `]),
        ...(inlineLabel === undefined
          ? []
          : [`/${hasWords ? 'ActualText' : 'Alt'} ${utf16String(inlineLabel)} `]),
        ...(own === undefined || own === language ? [] : [`/Lang ${utf16String(own)} `]),
        ...(type === 'Note' ? [`/ID ${utf16String(`note ${notes}`)} `] : []),
        ...(table.length === 0 ? [] : [`/A << /O /Table ${table.join(' ')} >> `]),
        ...(counter === undefined || type !== 'L'
          ? []
          : [`/A << /O /List /ListNumbering /${listNumbering[counter]} >> `]),
      ].join('')
      const isLasting = id !== undefined && group.continues === true
      const node = open(type, entries, { isLasting })
      if (isLasting) {
        node.lastSeen = pageCount
        lasting.set(id, node)
      }
      if (/^H\d$/.test(type)) {
        const heading = { level: Number(type[1]), text: '', page, top: undefined }
        openHeadings.push(heading)
        headings.push(heading)
      }
      return node
    }
    /** Runs of one link behind each other are one element. */
    function linkNode(href: string): StructureNode | undefined {
      if (artifacts > 0) return undefined
      const parent = stack[stack.length - 1]
      const before = done[done.length - 1]
      if (
        before?.type === 'Link' &&
        before.href === href &&
        before.parent === parent &&
        current === before
      ) {
        done.pop()
        stack.push(before)
        link = before
        return before
      }
      link = open('Link', '', { href })
      return link
    }
    function markOf(isText: boolean): string {
      if (whole > 0) return ''
      const around = stack[stack.length - 1]
      const isContent =
        artifacts === 0 &&
        (isText ? around !== top : around.type === 'Figure' || around.type === 'Formula')
      const next = isContent ? around : 'artifact'
      if (next === current) return ''
      const before = current === undefined ? '' : 'EMC\n'
      current = next
      if (next === 'artifact') return `${before}/Artifact BMC\n`
      const id = marked.push(next.number) - 1
      if (next.page === undefined) next.page = page
      next.kids.push(
        next.page === page ? String(id) : `<< /Type /MCR /Pg ${reference(page)} /MCID ${id} >>`,
      )
      return `${before}/${next.type} << /MCID ${id} >> BDC\n`
    }
    openPage = {
      finish() {
        for (const node of done) write(node)
        const entry = objects.add(`[${marked.map(reference).join(' ')}]`)
        parents.push(`${key} ${reference(entry)}`)
        endLasting(pageCount - mostBetween)
        pageCount++
        if (pageCount % pagesOfString === 0) {
          for (const list of [top.kids, parents]) list.splice(0, list.length, list.join(' '))
        }
      },
    }
    return {
      enter(group, edge) {
        const node = groupNode(group, edge)
        // The content of a list item is its body (14.8.4.8.3).
        groups.push(node?.type === 'LI' ? [node, body(node)] : node ? [node] : [])
      },
      leave(group) {
        const nodes = groups.pop() ?? []
        for (const node of nodes.toReversed()) close(node)
        if (nodes[0]?.type === 'Link') link = undefined
        if (isDecoration(group) && group.link === undefined) artifacts--
        if (nodes[0] && /^H\d$/.test(nodes[0].type)) openHeadings.pop()
      },
      startText({ layout, id }, textTop) {
        openTexts++
        if (openTexts > 1) return
        for (const heading of openHeadings) {
          heading.text +=
            (heading.text === '' ? '' : ' ') + layoutText(layout).replaceAll('\n', ' ')
          heading.top ??= textTop
        }
        for (const place of [...waiting.splice(0), ...(id === undefined ? [] : [id])]) {
          places.push({ id: place, page, top: textTop })
        }
        const around = stack[stack.length - 1]
        if (artifacts > 0 || !around.holdsBlocks) return
        const layoutLanguage = layout.paragraphs[0]?.language
        const entries =
          layoutLanguage === undefined || layoutLanguage === language
            ? ''
            : `/Lang ${utf16String(layoutLanguage)} `
        inText = open('P', entries)
      },
      endText() {
        openTexts--
        if (openTexts > 0) return
        if (inText) close(inText)
        inText = undefined
      },
      mark: markOf,
      end() {
        if (current === undefined) return ''
        current = undefined
        return 'EMC\n'
      },
      link: () => link,
      startWhole(hasText) {
        const around = stack[stack.length - 1]
        const needsOwn = whole === 0 && hasText && artifacts === 0 && around.holdsBlocks
        wholes.push(needsOwn ? open('P', '') : undefined)
        const begins = markOf(hasText)
        whole++
        return begins
      },
      endWhole() {
        whole--
        const own = wholes.pop()
        if (own) close(own)
      },
    }
  }

  return {
    root,
    headings,
    places,
    wanted: new Set(),
    unmet,
    first: undefined,
    page: pageStructure,
    endPage() {
      openPage?.finish()
      openPage = undefined
      return key++
    },
    annotation(node, annotation, page) {
      const kid = `<< /Type /OBJR /Obj ${reference(annotation)} /Pg ${reference(page)} >>`
      const owner = node ?? {
        ...top,
        number: objects.reserve(),
        type: 'Link',
        parent: top,
        kids: [],
      }
      owner.kids.push(kid)
      // In what is not read out, such as a running head, it is a link all the same (ISO 14289-1, 7.18.5).
      if (!node) {
        top.kids.push(reference(owner.number))
        write(owner)
      }
      parents.push(`${key} ${reference(owner.number)}`)
      return key++
    },
    end() {
      endLasting(Number.POSITIVE_INFINITY)
      write(top)
      const tree = objects.add(`<< /Nums [${parents.join(' ')}] >>`)
      objects.set(
        root,
        `<< /Type /StructTreeRoot /K [${reference(top.number)}] /ParentTree ${reference(tree)} /ParentTreeNextKey ${key} ${roleMapText(types)}>>`,
      )
    },
  }
}
