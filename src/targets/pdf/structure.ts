import { type ObjectNumber, type PdfObjects, reference } from './objects.ts'
import { type FoundHeading, type FoundPlace, PageStructure } from './page-structure.ts'
import { newNode, type StructureNode, writeNode } from './structure-node.ts'
import { roleMapText } from './structure-types.ts'
import { UnmetRequirements } from './unmet-requirements.ts'

/** Maximum number of pages between two parts of one element; beyond that, a new element begins. */
const mostBetween = 20

/** Number of pages whose references are kept as one string, which is far smaller than its parts. */
const pagesOfString = 200

/** The structure of a document, written element by element: what is complete is not kept. */
export class DocumentStructure {
  readonly objects: PdfObjects
  readonly root: ObjectNumber
  readonly top: StructureNode
  readonly headings: FoundHeading[] = []
  readonly places: FoundPlace[] = []
  /** Ids that links lead to. */
  readonly wanted = new Set<string>()
  readonly requirements = new UnmetRequirements()
  /** Types of its elements. */
  readonly types = new Set<string>()
  /** The top of the first page. */
  first: Pick<FoundPlace, 'page' | 'top'> | undefined
  /** The number of notes so far. */
  notes = 0
  /** Elements that go on on other pages, by their ids, and the bodies of those that have one. */
  readonly lasting = new Map<string, StructureNode>()
  readonly bodies = new Map<StructureNode, StructureNode>()
  readonly #parents: string[] = []
  #pageCount = 0
  #key = 0
  #page: PageStructure | undefined

  constructor(objects: PdfObjects) {
    this.objects = objects
    this.root = objects.reserve()
    this.top = newNode(objects.reserve(), 'Document', undefined, { isLasting: true })
  }

  /** The requirements of PDF/UA that the pages so far don't meet. */
  get unmet(): ReadonlySet<string> {
    return this.requirements.all
  }

  /** The place of the page at hand, counted from 0. */
  get pageIndex(): number {
    return this.#pageCount
  }

  page(number: ObjectNumber, language: string | undefined): PageStructure {
    this.#page = new PageStructure(this, number, language)
    return this.#page
  }

  /** Ends a page; gives its number in the parent tree. */
  endPage(): number {
    const page = this.#page
    this.#page = undefined
    if (page) {
      for (const node of page.done) this.#write(node)
      const entry = this.objects.add(`[${page.marked.map(reference).join(' ')}]`)
      this.#parents.push(`${this.#key} ${reference(entry)}`)
      this.#endLasting(this.#pageCount - mostBetween)
      this.#pageCount++
      if (this.#pageCount % pagesOfString === 0) {
        for (const list of [this.top.kids, this.#parents]) {
          list.splice(0, list.length, list.join(' '))
        }
      }
    }
    return this.#key++
  }

  /** A number in the parent tree for an annotation of a link; makes it a part of its element. */
  annotation(
    node: StructureNode | undefined,
    annotation: ObjectNumber,
    page: ObjectNumber,
  ): number {
    const { objects, top } = this
    const kid = `<< /Type /OBJR /Obj ${reference(annotation)} /Pg ${reference(page)} >>`
    const owner = node ?? newNode(objects.reserve(), 'Link', top)
    owner.kids.push(kid)
    // In what is not read out, such as a running head, it is a link all the same (ISO 14289-1, 7.18.5).
    if (!node) {
      top.kids.push(reference(owner.number))
      this.#write(owner)
    }
    this.#parents.push(`${this.#key} ${reference(owner.number)}`)
    return this.#key++
  }

  end() {
    const { objects, root, top, types } = this
    this.#endLasting(Number.POSITIVE_INFINITY)
    this.#write(top)
    const tree = objects.add(`<< /Nums [${this.#parents.join(' ')}] >>`)
    objects.set(
      root,
      `<< /Type /StructTreeRoot /K [${reference(top.number)}] /ParentTree ${reference(tree)} /ParentTreeNextKey ${this.#key} ${roleMapText(types)}>>`,
    )
  }

  #write(node: StructureNode) {
    writeNode(node, this.root, this.objects)
  }

  /** Writes the elements that continue over pages, and were last seen before a page. */
  #endLasting(before: number) {
    for (const [id, node] of this.lasting) {
      if ((node.lastSeen ?? 0) >= before) continue
      this.lasting.delete(id)
      const body = this.bodies.get(node)
      this.bodies.delete(node)
      if (body) this.#write(body)
      this.#write(node)
    }
  }
}
