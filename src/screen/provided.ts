import type {
  Catalog,
  Fonts,
  Hyphenation,
  Problem,
  ReaderSettings,
  Sheet,
  Typesetter,
} from '../core.ts'
import type { FlowRules } from './flow-rules.ts'
import type { LaterPart } from './later-part.ts'
import type { PageFonts } from './page-fonts.ts'
import type { PageRules } from './page-rules.ts'
import type { ReaderPreferences } from './reader-preferences.ts'
import type { TreeKind } from './text-tree.ts'

/** Everything that sets the texts below an element. */
export interface TextProvision {
  /** The sheet with the styles. */
  readonly sheet: Sheet
  /** The fonts that text is set in. */
  readonly fonts: Fonts
  /** Catalog for `message`. */
  readonly catalog?: Catalog | undefined
  /** Hyphenation patterns. */
  readonly hyphenation?: Hyphenation | undefined
  /** Overrides the reader's settings in browser and system; its scale multiplies theirs. */
  readonly reader?: ReaderSettings | undefined
  /**
   * Modes of the sheet that are on. Without it those that the reader's own settings ask for, where
   * the sheet has them: `dark`, `reduced-transparency`; and `more-contrast` either way. For two
   * that are on together it may have a mode of its own, such as `dark-more-contrast`.
   */
  readonly modes?: readonly string[] | undefined
  /**
   * Where texts have their words: in a shadow tree of their element, out of reach of the page's styles, or
   * `light`, among the page's own. An element's attribute `tree` goes before it. Default: `shadow`.
   */
  readonly tree?: TreeKind | undefined
  /** Called once with each problem. Default: the console. */
  readonly onProblem?: ((problem: Problem) => void) | undefined
  /** Called when texts should be set again: after a change here or in the reader's settings. */
  readonly onChange?: (() => void) | undefined
}

/** Provides for texts; changes reach all of them with the next frame. */
export interface TextProvider {
  /** The current provision. */
  readonly current: TextProvision
  /** The reader's settings in browser and system. */
  readonly preferences: ReaderPreferences
  /** The sheet in the modes that are on. */
  readonly sheet: Sheet
  /** Changes what it provides; all texts below follow within a frame. */
  update(changes: Partial<TextProvision>): void
  /** Resolves when every text is written as it is to be. */
  settled(): Promise<void>
  /** Ends it; texts stay as they are. */
  stop(): void
}

/** A text as its provider knows it. */
export interface ProvidedText {
  readonly element: Element
  /** Problems that did not stop the work, as far as they are known. */
  problems(): readonly Problem[]
  /** Looks for the nearest provider, which may be another than before. */
  findProvider(): void
  /** Sets the text again: all of it, or only if other rules or settings affect it. */
  refresh(): void
  /** Writes what was laid out and is not written yet. */
  show(): void
  /** Lays out a text that has come within a screen of sight. */
  comeNear(): void
  /** How the page has it otherwise than its layout: its lines end elsewhere, or it has another room. Reads the page. */
  differs(): 'lines' | 'room' | undefined
  /** The block that it flows in. */
  block(): HTMLElement | undefined
  /** Has its lines end where those of the layout do. */
  markEnds(): void
  /** Leaves its lines to the page, as they stand beside a float. */
  flowBeside(): void
  /** Sets it anew, in the room that it has. */
  fitRoom(): void
  /** Tells of its layout, which stands as it is to be. */
  tell(): void
}

/** Hears how wide an element is, and whether it is in sight, or a screen away from it. */
export type OnWidth = (width: number, isNear: boolean) => void

/** Everything that a text is provided with. */
export interface Provided {
  readonly provision: TextProvision
  readonly preferences: ReaderPreferences
  readonly pageFaces: PageFonts
  /** Where texts have their words, unless they say it themselves. */
  readonly tree: TreeKind
  readonly flowRules: FlowRules
  /** The rules of texts whose lines stand where the layout has them. */
  exactRules(tree: TreeKind): PageRules
  /** The stylesheets of such a text. */
  exactSheets(tree: TreeKind): readonly CSSStyleSheet[]
  /** Sets text in a language and a direction of the page. */
  typesetter(language: string | undefined, direction: 'ltr' | 'rtl' | undefined): Typesetter
  add(text: ProvidedText): void
  remove(text: ProvidedText): void
  /** Reports the width of an element, now and at each change; without reading anything back. */
  observe(element: Element, onWidth: OnWidth): void
  unobserve(element: Element): void
  /** Lays a text out when it comes within a screen of sight. */
  awaitNear(text: ProvidedText): void
  /** Compares the lines of a text with those of its layout once the page is laid out. */
  compareLater(text: ProvidedText): void
  /** Sets a text again when the faces that were asked for can be shown. */
  awaitFaces(text: ProvidedText): void
  /** Sets a text again when a part of the library is there. */
  awaitPart(part: LaterPart, text: ProvidedText): void
  /** Writes a text that is out of sight when the page has time. */
  showLater(text: ProvidedText): void
  /** Sets a text anew with the next frame. */
  schedule(text: ProvidedText): void
  /** Hands texts over to another provider that has come nearer to them. */
  handOver(): void
  /** Reports the problems of a text once it is at rest. */
  reportAtRest(text: ProvidedText): void
  report(problems: readonly Problem[]): void
}

const providers = new WeakMap<Node, Provided>()

export const addProvider = (root: Node, provided: Provided) => void providers.set(root, provided)
export const removeProvider = (root: Node) => void providers.delete(root)

/** Texts that no provider was found for yet, by their page. */
const waiting = new WeakMap<Document, Set<ProvidedText>>()

export function awaitProvider(page: Document, text: ProvidedText) {
  const texts = waiting.get(page) ?? new Set()
  texts.add(text)
  waiting.set(page, texts)
}

/** The provider of the nearest element around one that has one; shadow roots are left for their hosts. */
export function providerOf(from: Node): Provided | undefined {
  for (let node: Node | null = from; node; ) {
    const own = providers.get(node)
    if (own) return own
    node = node instanceof ShadowRoot ? node.host : node.parentNode
  }
  return undefined
}

/** The texts of a page that no provider was found for so far; they are asked again. */
export function takeWaiting(page: Document): readonly ProvidedText[] {
  const texts = [...(waiting.get(page) ?? [])]
  waiting.delete(page)
  return texts.filter(text => text.element.isConnected)
}
