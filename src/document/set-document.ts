import {
  type Catalog,
  type Drawing,
  draw,
  type Fonts,
  type Hyphenation,
  type Item,
  type Picture,
  type ReaderSettings,
  type Sheet,
  typesetterFor,
  type Values,
} from '../core.ts'
import {
  aBoolean,
  aFunction,
  anObject,
  anything,
  checkArgument,
  checkOptions,
  errorProblem,
  fail,
  isMade,
  misnamedStyles,
  nearestName,
  type Path,
  type Problem,
  pathText,
  problemList,
  type SourceLocation,
  warningProblem,
} from '../problem/index.ts'
import type { ContentsEntry } from './block-context.ts'
import { documentParts, withDocumentParts } from './document-parts.ts'
import { documentRound, type Found, type RoundSetting, sameNumbers } from './document-round.ts'
import type { DocumentSource, DocumentText } from './document-source.ts'
import { documentTexts } from './document-texts.ts'
import { statedIds } from './every-block.ts'
import type { FlowPage } from './flow-pages.ts'
import { runsLeftward } from './language-direction.ts'
import { pageLabel } from './page-label.ts'
import { pageShape } from './page-shape.ts'
import { placedByReference } from './placed-items.ts'
import { checkedDocument } from './read-document.ts'
import { runningItems } from './running-items.ts'

/** Options of `setDocument`. */
export interface SetDocumentOptions {
  /** The sheet with the styles. */
  readonly sheet: Sheet
  /** The fonts that text is set in. */
  readonly fonts: Fonts
  /** The reader's preferences. */
  readonly reader?: ReaderSettings
  /** Hyphenation patterns. */
  readonly hyphenation?: Hyphenation
  /** Pictures, charts and other drawings by the names that figures have. */
  readonly artwork?: ReadonlyMap<string, Picture | Drawing>
  /** Catalog for texts with a `key`. Its language becomes the document's, if that has none. */
  readonly catalog?: Catalog
  /** Values for placeholders, beside `{page.id}`, `{note.name}` and `{index.name}`. */
  readonly values?: Values
  /** One page as high as everything, without running heads and feet: for the web. */
  readonly continuous?: boolean
  /** Says where a part stands in its file, for problems. */
  readonly locationOf?: (path: Path) => SourceLocation | string
}

/** A document that was laid out. */
export interface DocumentLayout {
  /** Number of pages. */
  readonly pageCount: number
  /** Headings, and the pages they are on. */
  readonly contents: readonly ContentsEntry[]
  /** Problems that did not stop the work. */
  readonly problems: readonly Problem[]
  /** Its pages, each drawn on demand; none is kept. */
  pages(): Generator<Drawing, void, void>
  /** Metadata, for `toPdf` and `pdfChunks`. */
  readonly metadata: {
    readonly title?: string
    readonly author?: string
    readonly subject?: string
    readonly keywords?: readonly string[]
    readonly language?: string
    readonly pageLabels?: readonly {
      readonly page: number
      readonly style?: 'decimal' | 'lower-roman' | 'upper-roman' | 'lower-alpha' | 'upper-alpha'
      readonly prefix?: string
      readonly start?: number
    }[]
  }
}

/** Page numbers change what they stand in; more rounds than this change nothing that is seen. */
const mostRounds = 4

/**
 * Lays out a document on pages. It repeats the layout, without drawing, until page references,
 * contents and index are right. Throws `unknown-reference`, `circular-reference` and `unknown-key`,
 * and as `typesetterFor` does.
 *
 * @param source A document, from code or `readDocument`.
 * @param options Sheet, fonts, artwork, catalog and values.
 * @returns The pages, drawn on demand, with contents and metadata.
 * @throws `unknown-reference`, `circular-reference`, `unknown-key`
 * @example
 * const set = setDocument(document, { sheet, fonts, artwork })
 */
export function setDocument(source: DocumentSource, options: SetDocumentOptions): DocumentLayout {
  checkOptions('setDocument', options, {
    sheet: anything,
    fonts: anything,
    reader: anObject,
    hyphenation: anything,
    artwork: anything,
    catalog: anObject,
    values: anObject,
    continuous: aBoolean,
    locationOf: aFunction,
  })
  checkArgument('setDocument', 'document', source, anObject)
  const { locationOf = pathText, artwork = new Map(), values = {}, continuous = false } = options
  const document = checkedDocument(source, locationOf)
  const { reader, hyphenation, fonts, catalog } = options
  const language = document.language ?? catalog?.language
  const isMirrored = runsLeftward(language)
  // A page without an end has its lines across.
  const isVertical = document.page?.writingMode === 'vertical-rl' && !continuous
  const sheet = withDocumentParts(options.sheet, language, { isMirrored, isVertical })
  const typesetter = typesetterFor({
    sheet,
    fonts,
    ...(reader && { reader }),
    ...(hyphenation && { hyphenation }),
  })
  const general = typesetter.set('').problems
  const grid = document.page?.baselineGrid
  const setting: RoundSetting = {
    document,
    values,
    artwork,
    isMirrored,
    isContinuous: continuous,
    locationOf,
    isVertical,
    page: pageShape(document.page ?? {}, { isContinuous: continuous, isMirrored, isVertical }),
    placed: placedByReference(document.blocks, locationOf),
    ids: statedIds(document.blocks),
    gridStep: grid === undefined ? undefined : typesetter.scaleLength(grid),
    textsFor: known =>
      documentTexts({
        typesetter,
        sheet,
        language,
        catalog,
        gridStep: setting.gridStep,
        isVertical,
        known,
        locationOf,
        general,
      }),
  }
  let found: Found | undefined
  /** Texts of heads, feet and metadata, which can't have notes. */
  const plain = setting.textsFor(name => {
    if (Object.hasOwn(values, name)) return values[name]
    return name.startsWith('page.') ? found?.pageOf.get(name.slice(5)) : undefined
  })
  const textOf = (text: DocumentText | undefined, name: string) =>
    text === undefined ? undefined : plain.plain(plain.rich(text, [name]))
  const labelOf = (index: number) =>
    pageLabel(index, document.pageLabels, number => plain.number(number))

  const { runningHead, runningFoot, firstRunningHead, firstRunningFoot } = document
  const hasRunning = [runningHead, runningFoot, firstRunningHead, firstRunningFoot].some(
    one => one !== undefined,
  )
  /** The running heads and feet, page by page; `heading` is the last of the pages before. */
  const runningOf = (
    index: number,
    heading: string,
    count: number,
    onCut?: (path: Path) => void,
  ): readonly Item[] => {
    if (continuous || !hasRunning) return []
    const shown = { page: labelOf(index), pages: plain.number(count), heading }
    const isTurned = isMirrored || isVertical
    return runningItems(document, setting.page, index, shown, plain, isTurned, onCut)
  }
  const headingAfter = (page: FlowPage, before: string) =>
    page.headings.find(({ level }) => level === 1)?.text ?? before

  let heads: { readonly index: number; readonly heading: string }[] = []
  for (let i = 0; i < mostRounds; i++) {
    const round = documentRound(setting, found, labelOf, false)
    heads = []
    let heading = ''
    for (const page of round.pages) {
      round.note(page)
      heading = headingAfter(page, heading)
      heads.push({ index: page.index, heading })
    }
    const next = round.found()
    const isSame = found !== undefined && sameNumbers(found, next)
    found = next
    if (isSame || (next.wanted.size === 0 && !next.asksNumbers)) break
  }
  if (!found) return fail('bad-document', 'the document has no pages')
  checkWanted(found, document, locationOf)
  const problems = problemList()
  problems.addAll(misnamedStyles(options.sheet.styleNames, 'document-', documentParts))
  problems.addAll(found.problems)
  for (const [name, path] of found.missing) {
    const message = `the artwork '${name}' of a figure is missing`
    problems.add(
      errorProblem('missing-artwork', message, { location: locationOf([...path, 'artwork']) }),
    )
  }
  const last = found
  const cut = new Set<string>()
  for (const { index, heading } of heads) {
    runningOf(index, heading, last.count, path => {
      const name = path.join('.')
      if (cut.has(name)) return
      cut.add(name)
      const message = `the text of ${name} is wider than its room, and cut: first on page ${labelOf(index)}`
      const hint = 'shorten it, or shorten the texts beside it'
      problems.add(warningProblem('no-room', message, { location: locationOf(path), hint }))
    })
  }
  const said = new Set(found.problems.map(({ message }) => message))
  problems.addAll(plain.problems().filter(({ message }) => !said.has(message)))
  const title = textOf(document.title, 'title')
  const author = textOf(document.author, 'author')
  const subject = textOf(document.subject, 'subject')
  const { keywords, pageLabels } = document
  return {
    pageCount: last.count,
    contents: last.contents,
    problems: problems.all(),
    metadata: {
      ...(title !== undefined && { title }),
      ...(author !== undefined && { author }),
      ...(subject !== undefined && { subject }),
      ...(keywords !== undefined && { keywords }),
      ...(language !== undefined && { language }),
      ...(pageLabels && {
        pageLabels: pageLabels.map(({ page, ...more }) => ({ page, ...more })),
      }),
    },
    *pages() {
      let heading = ''
      const { page } = setting
      for (const one of documentRound(setting, last, labelOf, true).pages) {
        heading = headingAfter(one, heading)
        const running = runningOf(one.index, heading, last.count)
        const height = continuous ? Math.ceil(one.bottom + page.bottom) : page.height
        const options = {
          width: page.width,
          height,
          sheet,
          ...(title !== undefined && { title }),
          ...(language !== undefined && { language }),
          ...(document.page?.background !== undefined && { background: document.page.background }),
        }
        yield draw(options, [running, one.items])
      }
    },
  }
}

function checkWanted(
  { wanted, pageOf }: Found,
  document: DocumentSource,
  locationOf: NonNullable<SetDocumentOptions['locationOf']>,
) {
  for (const [key, name] of wanted) {
    if (pageOf.has(key)) continue
    const path = pathOfText(document, `{${name}}`)
    const message = `'{${name}}' refers to '${key}', and nothing in the document has that id`
    fail('unknown-reference', message, {
      nearest: nearestName(key, pageOf.keys()),
      ...(path && { location: locationOf(path) }),
    })
  }
}

/** The first location of a text's part in a document; undefined for catalogs and rich text. */
function pathOfText(document: DocumentSource, part: string): Path | undefined {
  const waiting: { readonly value: unknown; readonly path: Path }[] = [
    { value: document, path: [] },
  ]
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { value, path } = next
    if (typeof value === 'string' && value.includes(part)) return path
    if (typeof value !== 'object' || value === null || isMade(value)) continue
    const inner = Array.isArray(value) ? [...value.entries()] : Object.entries(value)
    for (const [key, own] of inner.reverse()) waiting.push({ value: own, path: [...path, key] })
  }
  return undefined
}
