import type { GroupItem, TextItem } from '../../drawing/index.ts'
import { isDecoration, layoutText } from '../../drawing/index.ts'
import { hasText } from './has-text.ts'
import { type ObjectNumber, type PdfObjects, reference } from './objects.ts'
import {
  entriesOf,
  isHeading,
  languageEntry,
  newNode,
  type StructureNode,
} from './structure-node.ts'
import { structureType } from './structure-types.ts'
import type { UnmetRequirements } from './unmet-requirements.ts'

/** A heading, for the bookmarks. */
export interface FoundHeading {
  readonly level: number
  text: string
  readonly page: ObjectNumber
  /** The upper edge of its first text, from the page's lower edge; undefined until that. */
  top: number | undefined
}

/** A place that links lead to. */
export interface FoundPlace {
  readonly id: string
  readonly page: ObjectNumber
  readonly top: number
}

/** The document that a page is of, as far as its structure needs it. */
interface WholeStructure {
  readonly objects: PdfObjects
  readonly top: StructureNode
  readonly headings: FoundHeading[]
  readonly places: FoundPlace[]
  readonly requirements: UnmetRequirements
  readonly types: Set<string>
  readonly lasting: Map<string, StructureNode>
  readonly bodies: Map<StructureNode, StructureNode>
  readonly pageIndex: number
  notes: number
}

/** The structure of a page, built in the order of painting. */
export class PageStructure {
  /** Elements that are complete with the page. */
  readonly done: StructureNode[] = []
  /** The elements of its marked content, in order. */
  readonly marked: ObjectNumber[] = []
  readonly #whole: WholeStructure
  readonly #page: ObjectNumber
  readonly #language: string | undefined
  readonly #stack: StructureNode[]
  readonly #groups: (readonly StructureNode[])[] = []
  readonly #openHeadings: FoundHeading[] = []
  /** Ids of groups whose first text is still to come: links lead to that. */
  readonly #waiting: string[] = []
  #artifacts = 0
  /** Number of open stretches that are painted as one, and the elements that they began. */
  #wholes = 0
  readonly #ofWholes: (StructureNode | undefined)[] = []
  #current: StructureNode | 'artifact' | undefined
  #inText: StructureNode | undefined
  /** Number of open texts: one can be within another, such as the text of an inline box. */
  #openTexts = 0
  #link: StructureNode | undefined

  constructor(whole: WholeStructure, page: ObjectNumber, language: string | undefined) {
    this.#whole = whole
    this.#page = page
    this.#language = language
    this.#stack = [whole.top]
  }

  /** `edge` is the upper edge of what has no text to be found by, from the page's lower edge. */
  enter(group: GroupItem, edge?: number) {
    const node = this.#groupNode(group, edge)
    // The content of a list item is its body (14.8.4.8.3).
    this.#groups.push(node?.type === 'LI' ? [node, this.#body(node)] : node ? [node] : [])
  }

  leave(group: GroupItem) {
    const nodes = this.#groups.pop() ?? []
    for (const node of nodes.toReversed()) this.#close(node)
    if (nodes[0]?.type === 'Link') this.#link = undefined
    if (isDecoration(group) && group.link === undefined) this.#artifacts--
    if (nodes[0] && isHeading(nodes[0].type)) this.#openHeadings.pop()
  }

  startText({ layout, id }: TextItem, top: number) {
    this.#openTexts++
    if (this.#openTexts > 1) return
    for (const heading of this.#openHeadings) {
      heading.text += (heading.text === '' ? '' : ' ') + layoutText(layout).replaceAll('\n', ' ')
      heading.top ??= top
    }
    for (const place of [...this.#waiting.splice(0), ...(id === undefined ? [] : [id])]) {
      this.#whole.places.push({ id: place, page: this.#page, top })
    }
    if (this.#artifacts > 0 || !this.#around.holdsBlocks) return
    this.#inText = this.#open('P', {
      entries: languageEntry(layout.paragraphs[0]?.language, this.#language),
    })
  }

  endText() {
    this.#openTexts--
    if (this.#openTexts > 0) return
    if (this.#inText) this.#close(this.#inText)
    this.#inText = undefined
  }

  /** Operators that begin content of the element at hand, where other content was before it. */
  mark(isText: boolean): string {
    if (this.#wholes > 0) return ''
    const around = this.#around
    const isContent =
      this.#artifacts === 0 &&
      (isText ? around !== this.#whole.top : around.type === 'Figure' || around.type === 'Formula')
    const next = isContent ? around : 'artifact'
    if (next === this.#current) return ''
    const before = this.#current === undefined ? '' : 'EMC\n'
    this.#current = next
    if (next === 'artifact') return `${before}/Artifact BMC\n`
    const page = this.#page
    const id = this.marked.push(next.number) - 1
    if (next.page === undefined) next.page = page
    next.kids.push(
      next.page === page ? String(id) : `<< /Type /MCR /Pg ${reference(page)} /MCID ${id} >>`,
    )
    return `${before}/${next.type} << /MCID ${id} >> BDC\n`
  }

  /** Operators that end what is open. */
  end(): string {
    if (this.#current === undefined) return ''
    this.#current = undefined
    return 'EMC\n'
  }

  /** The element of the link that is open, for its annotation. */
  link(): StructureNode | undefined {
    return this.#link
  }

  /**
   * Begins what is painted as one, and so is of one element; gives the operators that begin it.
   * Nothing in it is marked until it ends.
   */
  startWhole(hasText: boolean): string {
    const needsOwn =
      this.#wholes === 0 && hasText && this.#artifacts === 0 && this.#around.holdsBlocks
    this.#ofWholes.push(needsOwn ? this.#open('P') : undefined)
    const begins = this.mark(hasText)
    this.#wholes++
    return begins
  }

  endWhole() {
    this.#wholes--
    const own = this.#ofWholes.pop()
    if (own) this.#close(own)
  }

  get #around(): StructureNode {
    return this.#stack[this.#stack.length - 1]
  }

  #open(type: string, more: Partial<StructureNode> = {}): StructureNode {
    const around = this.#around
    // The label of a list's item stands beside what it says, and before that.
    const item = type === 'Lbl' && around.type === 'LBody' ? around.parent : undefined
    const parent = item ?? around
    const node = newNode(this.#whole.objects.reserve(), type, parent, more)
    if (item) parent.kids.unshift(reference(node.number))
    else parent.kids.push(reference(node.number))
    this.#stack.push(node)
    return node
  }

  #close(node: StructureNode) {
    this.#stack.pop()
    if (!node.isLasting) this.done.push(node)
  }

  /** The body of a list item; it continues on the next page. */
  #body(item: StructureNode): StructureNode {
    const { bodies } = this.#whole
    const known = bodies.get(item)
    if (known) {
      this.#stack.push(known)
      return known
    }
    const { isLasting } = item
    const own = this.#open('LBody', { isLasting })
    if (isLasting) bodies.set(item, own)
    return own
  }

  #groupNode(group: GroupItem, edge?: number): StructureNode | undefined {
    if (group.link !== undefined) return this.#linkNode(group.link)
    // An artifact (14.8.2.2).
    if (isDecoration(group)) {
      this.#artifacts++
      return undefined
    }
    if (this.#artifacts > 0) return undefined
    const { lasting, pageIndex } = this.#whole
    const { id, isMarker = false } = group
    const known = id === undefined ? undefined : lasting.get(id)
    if (known) known.lastSeen = pageIndex
    else if (id !== undefined) this.#notePlace(id, edge)
    const isSilent = [group.role, group.language, group.label, group.inlineLabel].every(
      said => said === undefined,
    )
    if (!isMarker && isSilent) return undefined
    if (known) {
      this.#stack.push(known)
      return known
    }
    const node = this.#newGroup(group)
    if (node?.isLasting && id !== undefined) {
      node.lastSeen = pageIndex
      lasting.set(id, node)
    }
    return node
  }

  #notePlace(id: string, edge: number | undefined) {
    if (edge === undefined) this.#waiting.push(id)
    else this.#whole.places.push({ id, page: this.#page, top: edge })
  }

  #newGroup(group: GroupItem): StructureNode | undefined {
    const whole = this.#whole
    const { label, inlineLabel, id } = group
    // Text says its label instead of its letters; a picture has it as its alternative.
    const hasWords = inlineLabel !== undefined && hasText(group.items)
    const type = hasWords ? 'Span' : structureType(group, this.#around.type)
    if (type === undefined) return undefined
    whole.types.add(type)
    whole.requirements.note(type, label ?? inlineLabel)
    if (type === 'Note') whole.notes++
    const setting = { type, hasWords, language: this.#language, note: whole.notes }
    const isLasting = id !== undefined && group.continues === true
    const node = this.#open(type, { entries: entriesOf(group, setting), isLasting })
    if (isHeading(type)) {
      const heading = { level: Number(type[1]), text: '', page: this.#page, top: undefined }
      this.#openHeadings.push(heading)
      whole.headings.push(heading)
    }
    return node
  }

  /** Runs of one link behind each other are one element. */
  #linkNode(href: string): StructureNode | undefined {
    if (this.#artifacts > 0) return undefined
    const before = this.done[this.done.length - 1]
    const isSame =
      before?.type === 'Link' &&
      before.href === href &&
      before.parent === this.#around &&
      this.#current === before
    if (isSame) {
      this.done.pop()
      this.#stack.push(before)
      this.#link = before
    } else this.#link = this.#open('Link', { href })
    return this.#link
  }
}
