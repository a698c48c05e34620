import {
  type Drawing,
  type Picture,
  parseMarkup,
  type RichText,
  type Value,
  type Values,
} from '../core.ts'
import {
  type Path,
  type Problem,
  problemList,
  type SourceLocation,
  warningProblem,
} from '../problem/index.ts'
import type { BlockContext, ContentsEntry, IndexEntry, TextMarks } from './block-context.ts'
import { blockItems } from './block-items.ts'
import type { DocumentSource } from './document-source.ts'
import type { DocumentTexts } from './document-texts.ts'
import type { FlowItem, FlowMark } from './flow-item.ts'
import { type FlowPage, flowPages } from './flow-pages.ts'
import type { PageShape } from './page-shape.ts'
import { type PlacedBlock, placedItem } from './placed-items.ts'
import { noteItem, raised } from './text-items.ts'

/** Settings that all rounds of a document share. */
export interface RoundSetting {
  readonly document: DocumentSource
  readonly values: Values
  readonly artwork: ReadonlyMap<string, Picture | Drawing>
  readonly isMirrored: boolean
  readonly isContinuous: boolean
  readonly isVertical: boolean
  readonly page: PageShape
  /** Blocks that stand beside another, by the id of that one. */
  readonly placed: ReadonlyMap<string, readonly PlacedBlock[]>
  /** Ids that the document states. */
  readonly ids: ReadonlySet<string>
  readonly gridStep: number | undefined
  textsFor(known: (name: string) => Value | undefined): DocumentTexts
  locationOf(path: Path): SourceLocation | string
}

/** The results of a round: the pages of ids, headings and terms. */
export interface Found {
  readonly pageOf: ReadonlyMap<string, string>
  readonly contents: readonly ContentsEntry[]
  readonly index: readonly IndexEntry[]
  readonly count: number
  readonly problems: readonly Problem[]
  /** Ids whose pages were asked for, with the names that did so. */
  readonly wanted: ReadonlyMap<string, string>
  readonly asksNumbers: boolean
  /** Images that there are not, and where they are asked for. */
  readonly missing: ReadonlyMap<string, Path>
}

interface Round {
  readonly pages: Iterable<FlowPage>
  /** Takes down what stands on a page. */
  note(page: FlowPage): void
  found(): Found
}

/** Lays a document out once, with the numbers that the round before found. */
export function documentRound(
  setting: RoundSetting,
  before: Found | undefined,
  labelOf: (index: number) => string,
  isDrawn: boolean,
): Round {
  const { document, values, artwork, isMirrored, page, placed, locationOf, gridStep } = setting
  const wanted = new Map<string, string>()
  const missing = new Map<string, Path>()
  const problems = problemList()
  const numbers = new Map<string, number>()
  const shown = new Set<string>()
  let asksNumbers = false
  let count = 0

  const numberOf = (name: string) => {
    const number = numbers.get(name) ?? numbers.size + 1
    numbers.set(name, number)
    return texts.number(number)
  }
  const pageValue = (name: string): Value | undefined => {
    if (Object.hasOwn(values, name)) return values[name]
    const [kind, ...rest] = name.split('.')
    const key = rest.join('.')
    if (kind === 'page' && key !== '') {
      wanted.set(key, name)
      if (setting.isContinuous) {
        const message = `a web page has no page numbers, and the text asks for {${name}}`
        const hint = 'refer to it by its name, as a link to its id'
        problems.addOnce(warningProblem('missing-page-number', message, { hint }))
        return '–'
      }
      return before?.pageOf.get(key) ?? '0'
    }
    if (kind === 'note' && Object.hasOwn(document.notes ?? {}, key)) {
      return parseMarkup(raised(numberOf(key))).rich
    }
    if (kind === 'index' && Object.hasOwn(document.terms ?? {}, key)) return ''
    return undefined
  }
  const texts = setting.textsFor(pageValue)
  const context: BlockContext = {
    texts,
    width: page.columnWidth,
    innerWidth: page.innerWidth,
    marginWidth: page.marginWidth,
    isMirrored,
    turn: setting.isVertical ? page.width : undefined,
    artwork,
    isNumbered: document.numbered ?? false,
    isContinuous: setting.isContinuous,
    contents: before?.contents ?? [],
    index: before?.index ?? [],
    counters: [],
    next: () => count++,
    ownId(kind) {
      for (;;) {
        const id = `${kind}-${count++}`
        if (!setting.ids.has(id)) return id
      }
    },
    asksNumbers() {
      asksNumbers = true
    },
    lacksImage: (name, path) => missing.set(name, path),
    report(code, message, hint, path) {
      problems.add(warningProblem(code, message, { location: locationOf(path), hint }))
    },
    marksOf: (text, id) => marksIn(text, id, true),
    termsOf: (text, id) => marksIn(text, id, false),
  }
  function marksIn(text: RichText, given: string | undefined, hasNotes: boolean): TextMarks {
    let id = given
    const marks = texts.placesIn(text).flatMap(({ name, offset }): readonly FlowMark[] => {
      const key = name.slice(name.indexOf('.') + 1)
      if (name.startsWith('index.') && Object.hasOwn(document.terms ?? {}, key)) {
        id ??= context.ownId('place')
        return [{ offset, term: { name: key, id } }]
      }
      return hasNotes && name.startsWith('note.') ? noteMark(key, offset) : []
    })
    return { marks, ...(id !== undefined && { id }) }
  }
  function noteMark(key: string, offset: number): readonly FlowMark[] {
    const { notes = {} } = document
    const note = Object.hasOwn(notes, key) ? notes[key] : undefined
    // A note stands where it is asked for first.
    if (note === undefined || shown.has(key)) return []
    shown.add(key)
    const path = ['notes', key]
    return [
      { offset, note: noteItem(texts.rich(note, path), { number: numberOf(key), path }, context) },
    ]
  }

  const pageOf = new Map<string, string>()
  const contents: ContentsEntry[] = []
  const terms = new Map<string, IndexEntry['pages'][number][]>()
  let pageCount = 0
  const drawnOnce = new Set<PlacedBlock['source']>()
  const items = blockItems(document.blocks, context)
  const pages = flowPages(items, {
    frameOf: page.frameOf,
    locationOf: (item: FlowItem) => locationOf(item.path),
    isDrawn,
    isMirrored,
    isBalanced: document.page?.columnFill !== 'auto',
    gridStep,
    placed,
    placedItem(block) {
      // Beside what goes on on another page it stands once.
      if (drawnOnce.has(block.source)) return undefined
      drawnOnce.add(block.source)
      return placedItem(block, context)
    },
  })
  return {
    pages,
    note(one) {
      pageCount++
      const label = labelOf(one.index)
      for (const id of one.places.keys()) if (!pageOf.has(id)) pageOf.set(id, label)
      for (const heading of one.headings) contents.push({ ...heading, page: label })
      for (const { name, id } of one.terms) {
        const places = terms.get(name) ?? []
        if (places[places.length - 1]?.page !== one.index)
          places.push({ page: one.index, label, id })
        terms.set(name, places)
      }
      problems.addAll(one.problems)
    },
    found() {
      for (const name of numbers.keys()) {
        if (shown.has(name)) continue
        const message = `the mark of the note '${name}' stands where no note can: the note is not shown`
        const location = locationOf(['notes', name])
        const hint = 'ask for it in a paragraph, a heading, a caption or a cell'
        problems.add(warningProblem('lost-note', message, { location, hint }))
      }
      return {
        pageOf,
        contents,
        index: sortedIndex(terms, document, texts),
        count: pageCount,
        problems: [...problems.all(), ...texts.problems()],
        wanted,
        asksNumbers,
        missing,
      }
    },
  }
}

/** Terms that stand somewhere, as the alphabet of the language has them. */
function sortedIndex(
  terms: ReadonlyMap<string, IndexEntry['pages']>,
  { terms: named = {}, language }: DocumentSource,
  texts: DocumentTexts,
): readonly IndexEntry[] {
  const compare = new Intl.Collator(language).compare
  return [...terms]
    .map(([name, pages]): IndexEntry => {
      const text: RichText = texts.rich(named[name], ['terms', name])
      return { name, text, pages }
    })
    .sort((a, b) => compare(texts.plain(a.text), texts.plain(b.text)))
}

export function sameNumbers(a: Found, b: Found): boolean {
  if (a.count !== b.count || a.contents.length !== b.contents.length) return false
  for (const [id, page] of a.pageOf) if (b.pageOf.get(id) !== page) return false
  if (a.index.length !== b.index.length) return false
  const isSame = a.index.every(({ name, pages }, i) => {
    const other = b.index[i]
    return (
      name === other.name &&
      pages.length === other.pages.length &&
      pages.every(({ page }, j) => page === other.pages[j].page)
    )
  })
  return isSame && a.contents.every((entry, i) => entry.page === b.contents[i].page)
}
