import {
  type Frame,
  type Layout,
  lineEndsOf,
  type Problem,
  type RichText,
  rangeText,
  type Typesetter,
  type Values,
} from '../core.ts'
import { htmlPartsOf } from '../targets/html/index.ts'
import { type BlockPictures, blockPictures } from './block-pictures.ts'
import { dressBlock, sizeFreely } from './dress-block.ts'
import {
  type Attribute,
  attributeProblem,
  attributes,
  countIn,
  misnamedAttributes,
} from './element-attributes.ts'
import { ElementBase } from './element-base.ts'
import { isAlign, readValues, saidText, setText, type TextSetting } from './element-text.ts'
import { followLinks, type Links, type TextAction } from './links.ts'
import { leastWhole } from './needed-width.ts'
import { directionOf, languageOf } from './page-language.ts'
import type { PageRules } from './page-rules.ts'
import { awaitProvider, type Provided, providerOf } from './provided.ts'
import { setLength } from './set-length.ts'
import { type ShadowParts, shadowParts, showParts } from './shadow-parts.ts'
import { writeTip } from './tip-text.ts'
import { type Tooltip, tooltipOf } from './tooltip.ts'
import { type WrittenLines, writtenLines } from './written-lines.ts'

/**
 * A text in a page: `<dot-line text-style="headline" message="board.title">`. It uses the nearest
 * provider, is as wide as its box and as high as its lines. Its text is its markup, a text of the
 * catalog, rich text, or its own content. Fires `text-action` and `text-layout`.
 */
export class DotLineElement extends ElementBase {
  /** The attributes whose changes the element hears of (HTML, custom elements). */
  static readonly observedAttributes: readonly string[] = attributes

  #parts: ShadowParts | undefined
  #provided: Provided | undefined
  #typesetter: Typesetter | undefined
  #layout: Layout | undefined
  /** Problems that were found before and during layout. */
  #found: readonly Problem[] = []
  #problems: readonly Problem[] = []
  #width: number | undefined
  #naturalWidth = 0
  /** Found when a row asks for it. */
  #neededWidth: number | undefined
  /** The layout that is waiting to be written. */
  #laidOut: { readonly layout: Layout; readonly found: readonly Problem[] } | undefined
  #values: Values | undefined
  /** Problems of its attributes; they may be read before anyone can hear of them. */
  readonly #bad = new Map<Attribute, Problem>()
  #misnamed: readonly Problem[] = []
  #rich: RichText | undefined
  #content: string | RichText = ''
  #rules: PageRules | undefined
  #states: CSSStyleSheet | undefined
  #lines: WrittenLines | undefined
  #links: Links | undefined
  #tooltip: Tooltip | undefined
  #pictures: BlockPictures | undefined
  #children: MutationObserver | undefined

  /** The name of a style of the sheet. */
  get textStyle(): string {
    return this.getAttribute('text-style') ?? ''
  }
  set textStyle(value: string) {
    this.#reflect('text-style', value)
  }

  /** Its markup; null if the text comes from the catalog or its own content. */
  get markup(): string | null {
    return this.getAttribute('markup')
  }
  set markup(value: string | null) {
    this.#reflect('markup', value)
  }

  /** A key of the catalog. */
  get message(): string | null {
    return this.getAttribute('message')
  }
  set message(value: string | null) {
    this.#reflect('message', value)
  }

  /** Values for its placeholders; as an attribute, JSON. */
  get values(): Values | undefined {
    return this.#values
  }
  set values(value: Values | undefined) {
    this.#values = value
    this.#bad.delete('values')
    this.#changed()
  }

  /** Rich text, which goes before markup and message. */
  get rich(): RichText | undefined {
    return this.#rich
  }
  set rich(value: RichText | undefined) {
    this.#rich = value
    this.#changed()
  }

  /** Maximum number of lines; more are truncated. */
  get maxLines(): number | undefined {
    return countIn(this.getAttribute('max-lines'))
  }
  set maxLines(value: number | undefined) {
    this.#reflect('max-lines', value === undefined ? null : String(value))
  }

  /**
   * The way it is painted: `text` (the default); or `svg` or `canvas`, with the text over it,
   * visually hidden.
   */
  get paint(): 'text' | 'svg' | 'canvas' {
    const value = this.getAttribute('paint')
    return value === 'svg' || value === 'canvas' ? value : 'text'
  }
  set paint(value: 'text' | 'svg' | 'canvas') {
    this.#reflect('paint', value)
  }

  /** Text of the tooltip, or `none`. Default: the whole text, if it was truncated. */
  get tooltip(): string | null {
    return this.getAttribute('tooltip')
  }
  set tooltip(value: string | null) {
    this.#reflect('tooltip', value)
  }

  /** Its current layout; undefined before the first. */
  get layout(): Layout | undefined {
    return this.#layout
  }

  /** Its width on one line, in whole units. */
  get naturalWidth(): number {
    return this.#naturalWidth
  }

  /** Problems that did not stop the work. */
  get problems(): readonly Problem[] {
    return this.#problems
  }

  /**
   * The smallest width without broken words or truncation, in units; 0 before the first layout. A
   * row of the page should leave that much.
   */
  neededWidth(): number {
    if (!this.#typesetter) return 0
    this.#neededWidth ??= leastWhole(this.#typesetter, this.#content, this.#setting)
    return this.#neededWidth
  }

  /** Called by the page when the element has come into it. */
  connectedCallback() {
    // Properties that were set before the page knew the element hide its accessors.
    for (const name of ['values', 'rich']) {
      if (!Object.hasOwn(this, name)) continue
      const early: unknown = Reflect.get(this, name)
      Reflect.deleteProperty(this, name)
      Reflect.set(this, name, early)
    }
    this.#misnamed = misnamedAttributes(this)
    this.#parts ??= shadowParts(this)
    const { root } = this.#parts
    // The content is the text until a typesetter is there.
    if (root.childNodes.length === 0) root.append(this.ownerDocument.createElement('slot'))
    this.#children = new MutationObserver(() => this.#changed())
    this.#children.observe(this, { childList: true, characterData: true, subtree: true })
    const provided = providerOf(this)
    if (!provided) return awaitProvider(this.ownerDocument, this)
    this.#attach(provided, this.#parts)
  }

  /** Called by the page when the element has gone. */
  disconnectedCallback() {
    this.#children?.disconnect()
    this.#tooltip?.close()
    this.#detach()
  }

  /** Called by the page when an attribute was changed. */
  attributeChangedCallback(name: Attribute, _: string | null, value: string | null) {
    let problem = attributeProblem(name, value)
    if (name === 'values') {
      const read = readValues(value)
      this.#values = read.values
      problem = read.problem
    }
    if (problem) this.#bad.set(name, problem)
    else this.#bad.delete(name)
    this.#changed()
  }

  /** Sets it anew; its provider calls it. */
  refresh() {
    if (!this.#parts) return
    const provided = providerOf(this)
    if (!provided) return awaitProvider(this.ownerDocument, this)
    if (provided !== this.#provided) {
      this.#detach()
      this.#attach(provided, this.#parts)
      return
    }
    const allProblems: Problem[] = [...this.#misnamed, ...this.#bad.values()]
    this.#neededWidth = undefined
    this.#typesetter = provided.typesetter(languageOf(this), directionOf(this))
    const { markup, message, textContent: content } = this
    const given = { rich: this.#rich, values: this.#values, markup, message, content }
    this.#content = saidText(given, provided.provision.catalog, allProblems)
    this.#natural(allProblems)
    this.#found = allProblems
    if (this.#width !== undefined) this.#write(this.#width)
  }

  #attach(provided: Provided, { root, ruler, natural }: ShadowParts) {
    this.#provided = provided
    provided.add(this)
    if (!ruler.isConnected) {
      root.adoptedStyleSheets = [provided.hostSheet]
      root.prepend(ruler, natural)
    }
    provided.observe(ruler, (width, isNear) => {
      // A hidden element has no width.
      if (width === this.#width || width === 0) return
      this.#width = width
      if (this.#typesetter) this.#write(width, isNear)
    })
    provided.schedule(this)
  }

  #detach() {
    if (this.#parts) this.#provided?.unobserve(this.#parts.ruler)
    this.#provided?.remove(this)
    this.#provided = undefined
    this.#width = undefined
  }

  #changed() {
    if (this.isConnected) this.#provided?.schedule(this)
  }

  #reflect(name: Attribute, value: string | null) {
    if (value === null) this.removeAttribute(name)
    else this.setAttribute(name, value)
  }

  /** The options of the text, apart from its frame. */
  get #setting(): TextSetting {
    const { textStyle: style, maxLines } = this
    // A text of the catalog has its values already: they choose what it says.
    const isMessage = !this.#rich && this.markup === null && this.message !== null
    return {
      ...(style !== '' && { style }),
      ...(this.#values && !isMessage && { values: this.#values }),
      ...(maxLines !== undefined && { maxLines }),
    }
  }

  /** Tells the page how wide the text would be by itself. */
  #natural(found: Problem[]) {
    const layout = this.#set({}, found)
    if (!layout) return
    this.#naturalWidth = Math.ceil(layout.width)
    if (this.#parts) setLength(this.#parts.natural, 'inline-size', this.#naturalWidth)
  }

  #set(frame: Pick<Frame, 'width' | 'align'>, found: Problem[]): Layout | undefined {
    if (!this.#typesetter) return undefined
    const align = this.getAttribute('align')
    const frameOptions = { ...(isAlign(align) && { align }), ...frame }
    return setText(this.#typesetter, this.#content, this.#setting, frameOptions, found)
  }

  /** As it goes into its box; where it wraps, aligned as it is then to be. */
  #setIn(width: number, found: Problem[]): Layout | undefined {
    const layout = this.#set({ width }, found)
    const wrapped = this.getAttribute('align-wrapped')
    if (!layout || !isAlign(wrapped) || lineEndsOf(layout).length < 2) return layout
    return this.#set({ width, align: wrapped }, found)
  }

  /** Lays it out, and writes it: at once where it is to be seen, else when there is time. */
  #write(width: number, isNear = true) {
    const provided = this.#provided
    if (!provided || !this.#parts) return
    const found = [...this.#found]
    const layout = this.#setIn(width, found)
    if (!layout) return
    this.#laidOut = { layout, found }
    const { frame, root } = this.#parts
    if (isNear || frame.parentNode !== root) return this.show()
    // Its height is known by numbers: the page around it is right, whatever stands in it. Lines that
    // are as wide as its box was would make the page scroll sideways.
    sizeFreely(frame, layout)
    frame.style.setProperty('overflow', 'clip')
    this.#settle(layout, found)
    provided.showLater(this)
  }

  /** Writes a pending layout; its provider calls it. */
  show() {
    const provided = this.#provided
    if (!provided || !this.#parts || !this.#laidOut) return
    const { layout, found } = this.#laidOut
    const { root, block, frame } = this.#parts
    // A server's text has the right faces, and stays until they are loaded.
    const isWritten = frame.parentNode !== root && root.querySelector('.frame') !== null
    if (isWritten && layout.problems.some(({ code }) => code === 'pending-face')) return
    const { pageFaces } = provided
    const page = provided.pageRules()
    // System colors cover what is painted: then letters are letters.
    const paint = provided.preferences.forcedColors ? 'text' : this.paint
    const parts = htmlPartsOf(layout, page.rules, { visuallyHidden: paint !== 'text' })
    const awaited = pageFaces.awaited()
    if (awaited) {
      void awaited.then(() => this.isConnected && provided === this.#provided && this.show())
      return
    }
    const states = provided.stateSheet()
    if (page !== this.#rules || states !== this.#states) {
      if (page !== this.#rules) {
        block.replaceChildren()
        this.#lines = writtenLines(block)
        this.#pictures = blockPictures(block)
      }
      root.adoptedStyleSheets = [provided.hostSheet, page.sheet, states]
      this.#rules = page
      this.#states = states
    }
    if (frame.parentNode !== root) showParts(this.#parts)
    sizeFreely(frame, layout)
    frame.style.removeProperty('overflow')
    dressBlock(block, parts)
    this.#lines?.write(parts)
    this.#pictures?.write(paint === 'canvas' ? '' : (parts.below ?? ''), parts.above ?? '')
    this.#pictures?.paint(paint === 'canvas' ? layout : undefined)
    this.#laidOut = undefined
    this.#follow(layout)
    this.#settle(layout, found)
  }

  #settle(layout: Layout, found: readonly Problem[]) {
    if (this.#layout === layout) return
    this.#layout = layout
    this.#problems = [...found, ...layout.problems]
    this.#provided?.reportAtRest(this)
    this.dispatchEvent(new CustomEvent('text-layout', { detail: { layout }, bubbles: true }))
  }

  /** Links and a tooltip cost nothing where there are none. */
  #follow(layout: Layout) {
    if (!this.#parts) return
    const { block, frame } = this.#parts
    const hasLinks = block.querySelector('[data-dotline-link]') !== null
    if (hasLinks) {
      this.#links ??= followLinks(block, ({ action, text }) => {
        const detail: TextAction = { action: action ?? '', text, values: this.#values }
        this.dispatchEvent(
          new CustomEvent('text-action', { detail, bubbles: true, composed: true }),
        )
      })
    }
    this.#links?.show(layout)
    const { tooltip } = this
    const isCut = layout.cut !== undefined
    const words =
      tooltip === 'none' ? '' : (tooltip ?? (isCut ? rangeText(layout, 0, layout.text.length) : ''))
    if (words.trim() !== '') this.#tooltip ??= tooltipOf(this, frame)
    this.#tooltip?.say(words, tip => {
      if (this.#provided && this.#typesetter)
        writeTip(tip, words.trim(), this.#provided, this.#typesetter)
    })
    // The keyboard reaches what is to be reported; links in it are reached anyway.
    if (words.trim() !== '' && !hasLinks) {
      frame.tabIndex = 0
      frame.setAttribute('role', 'group')
    } else {
      frame.removeAttribute('tabindex')
      frame.removeAttribute('role')
    }
  }
}
