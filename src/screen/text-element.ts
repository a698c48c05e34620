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
import { type FlowText, flowTextBefore, flowTextOf, isAlign } from '../targets/flow/index.ts'
import { styledContent } from '../typesetter/index.ts'
import { canvasPart } from './canvas-part.ts'
import {
  type Attribute,
  attributeProblem,
  attributes,
  misnamedAttributes,
} from './element-attributes.ts'
import {
  type Overrides,
  problemsOf,
  readObject,
  saidText,
  setText,
  type TextSetting,
} from './element-text.ts'
import type { Paint } from './exact-block.ts'
import type { ExactView } from './exact-view.ts'
import { type FlowBlock, flowBlock } from './flow-block.ts'
import { focusedLink, restoreFocus } from './focus-in.ts'
import { exactPart, nodesPart } from './later-parts.ts'
import { type LineLength, lineLength } from './line-length.ts'
import { type LinkedPart, type TextAction, takeActions } from './link-actions.ts'
import { leastWhole } from './needed-width.ts'
import { laysOut } from './page-abilities.ts'
import { directionOf, languageOf } from './page-language.ts'
import { shownProblems } from './platform-face.ts'
import { awaitProvider, type Provided, type ProvidedText, providerOf } from './provided.ts'
import { ReflectedAttributes } from './reflected-attributes.ts'
import { setLength } from './set-length.ts'
import { type TextRoom, textRoom } from './text-room.ts'
import type { TextTip } from './text-tip.ts'
import { lightTree, shadowTree, type TextTree } from './text-tree.ts'

/**
 * A text in a page: `<dot-line text-style="headline" message="board.title">`. It uses the nearest
 * provider, is as wide as its box and as high as its lines. Its text is its markup, a text of the
 * catalog, rich text, or its own content. Fires `text-action` and `text-layout`.
 */
export class DotLineElement extends ReflectedAttributes {
  /** The attributes whose changes the element hears of (HTML, custom elements). */
  static readonly observedAttributes: readonly string[] = attributes

  /** The text for its provider. */
  readonly #text: ProvidedText = {
    element: this,
    problems: () => this.#problems,
    findProvider: () => this.#findProvider(),
    refresh: () => this.#refresh(),
    show: () => this.#show(),
    comeNear: () => this.#comeNear(),
    differs: () => this.#differs(),
    block: () => this.#flow?.element,
    markEnds: () => this.#markEnds(),
    flowBeside: () => this.#flowBeside(),
    fitRoom: () => this.#fitRoom(),
    tell: () => this.#tell(),
  }
  #tree: TextTree | undefined
  #provided: Provided | undefined
  #typesetter: Typesetter | undefined
  #layout: Layout | undefined
  #told: Layout | undefined
  /** Problems that were found before and during layout. */
  #found: readonly Problem[] = []
  #problems: readonly Problem[] = []
  #width: number | undefined
  /** Whether it is within a screen of sight; not known until the page is laid out. */
  #isNear: boolean | undefined
  /** Whether its layout is still to be made for what it says now. */
  #isStale = true
  /** Whether what it says now is still to be written. */
  #isUnwritten = true
  /** Whether it has come near, and was not told its width since. */
  #isComing = false
  /** Found when somebody asks for them. */
  #naturalWidth: number | undefined
  #neededWidth: number | undefined
  /** The layout that is waiting to be written. */
  #laidOut: { readonly layout: Layout; readonly found: readonly Problem[] } | undefined
  #values: Values | undefined
  #overrides: Overrides | undefined
  /** Problems of its attributes; they may be read before anyone can hear of them. */
  readonly #bad = new Map<Attribute, Problem>()
  #misnamed: readonly Problem[] = []
  #rich: RichText | undefined
  #content: string | RichText = ''
  #tip: TextTip | undefined
  #children: MutationObserver | undefined
  /** The parts of its tree: a text flows in one block, or has its lines in the other. */
  #room: TextRoom | undefined
  #hasRoom = false
  #flow: FlowBlock | undefined
  #exact: ExactView | undefined
  #shown: 'content' | 'flow' | 'exact' = 'content'
  /** Whether room was made beside the content, before there is another text. */
  #isArranged = false
  #observed: Element | undefined
  /** Of vertical text. */
  #lineLength: LineLength | undefined
  #hasActions = false
  /** Whether it is being opened by its reader, who then goes on where it starts. */
  #isOpening = false

  /** Values for its placeholders; as an attribute, JSON. */
  get values(): Values | undefined {
    return this.#values
  }
  set values(value: Values | string | undefined) {
    const read = typeof value === 'string' ? readObject('values', value) : { object: value }
    this.#values = read.object
    this.#taken('values', 'problem' in read ? read.problem : undefined)
  }

  /** Rich text, which goes before markup and message. */
  get rich(): RichText | undefined {
    return this.#rich
  }
  set rich(value: RichText | undefined) {
    this.#rich = value
    this.#changed()
  }

  /** Properties that override those of its style; as an attribute, JSON. */
  get overrides(): Overrides | undefined {
    return this.#overrides
  }
  set overrides(value: Overrides | string | undefined) {
    const read = typeof value === 'string' ? readObject('overrides', value) : { object: value }
    this.#overrides = read.object
    this.#taken('overrides', 'problem' in read ? read.problem : undefined)
  }

  /** Its current layout; undefined before the first. Out of sight it is made when you read it. */
  get layout(): Layout | undefined {
    this.#layOutNow()
    return this.#layout
  }

  /** Its width on one line, in whole units. */
  get naturalWidth(): number {
    this.#naturalWidth ??= Math.ceil(this.#set({}, [])?.width ?? 0)
    return this.#naturalWidth
  }

  /** Problems that did not stop the work. */
  get problems(): readonly Problem[] {
    this.#layOutNow()
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
    for (const name of ['values', 'rich', 'overrides']) {
      if (!Object.hasOwn(this, name)) continue
      const early: unknown = Reflect.get(this, name)
      Reflect.deleteProperty(this, name)
      Reflect.set(this, name, early)
    }
    this.#misnamed = misnamedAttributes(this)
    this.#children = new MutationObserver(changes => {
      if (!this.#tree || this.#tree.takesContent(changes)) this.#changed()
    })
    this.#children.observe(this, contentChanges)
    if (this.#tree?.kept) this.#children.observe(this.#tree.kept, contentChanges)
    const provided = providerOf(this)
    if (!provided) return awaitProvider(this.ownerDocument, this.#text)
    this.#attach(provided)
  }

  /** Called by the page when the element has gone. */
  disconnectedCallback() {
    this.#children?.disconnect()
    this.#tip?.close()
    this.#lineLength?.stop()
    this.#lineLength = undefined
    this.#detach()
  }

  /** Called by the page when an attribute was changed. */
  attributeChangedCallback(name: Attribute, _: string | null, value: string | null) {
    // Frameworks give these as properties as well.
    if (name === 'values') this.values = value ?? undefined
    else if (name === 'overrides') this.overrides = value ?? undefined
    else this.#taken(name, attributeProblem(name, value))
  }

  /** Notes the problem of an attribute, or that it has none. */
  #taken(name: Attribute, problem: Problem | undefined) {
    if (problem) this.#bad.set(name, problem)
    else this.#bad.delete(name)
    this.#changed()
  }

  /** Sets it anew. */
  #refresh() {
    if (!this.isConnected) return
    const provided = providerOf(this)
    if (!provided) return awaitProvider(this.ownerDocument, this.#text)
    if (provided !== this.#provided) return this.#findProvider()
    const tree = this.#treeIn(provided)
    const problems: Problem[] = [...this.#misnamed, ...this.#bad.values()]
    this.#neededWidth = undefined
    this.#naturalWidth = undefined
    this.#hasRoom = false
    this.#typesetter = provided.typesetter(languageOf(this), directionOf(this))
    const { markup, message, streaming } = this
    const given = { rich: this.#rich, values: this.#values, markup, message, streaming }
    const content = { content: tree.given, readNodes: () => this.#nodesReader(provided) }
    this.#content = saidText({ ...given, ...content }, provided.provision.catalog, problems)
    this.#found = problems
    this.#isStale = true
    this.#isUnwritten = true
    if (!laysOut(this.ownerDocument)) return this.#writeWords(provided)
    if (!this.#isNear && this.#writeUnseen(provided)) return
    if (this.#width !== undefined) return this.#write(this.#width)
    this.#makeRoom()
    // A text that flowed is laid out once its width is known again.
    if (!this.#observed && this.#flow && this.#isNear !== false) {
      this.#observe(this.#flow.element, provided)
    }
  }

  /** Goes to the nearest provider, if it is another. */
  #findProvider() {
    const provided = providerOf(this)
    if (!provided || provided === this.#provided) return
    this.#detach()
    this.#attach(provided)
  }

  /** Lays out and writes what has come near. */
  #comeNear() {
    this.#isNear = true
    this.#isComing = true
    if (this.#flow && this.#provided) this.#observe(this.#flow.element, this.#provided)
  }

  /** Leaves a text that is out of sight to the page until it comes near. */
  #leave(provided: Provided) {
    if (this.#observed) provided.unobserve(this.#observed)
    this.#observed = undefined
    this.#width = undefined
    this.#isNear = false
    provided.awaitNear(this.#text)
  }

  /** How the page has it otherwise than its layout. Reads the page, and writes nothing. */
  #differs(): 'lines' | 'room' | undefined {
    const layout = this.#layout
    if (layout && this.#shown === 'exact') {
      return this.#lineLength?.isExceededBy(layout.height) ? 'room' : undefined
    }
    const flow = this.#flow
    if (!layout || !flow?.flowing || this.#shown !== 'flow' || flow.isMarked) return undefined
    // Its box may have changed with what was written: as where it is as wide as its text.
    const width = widthOf(flow.element)
    const isOther = width > 0 && Math.abs(width - (this.#width ?? width)) > leastWidth
    if (isOther) {
      this.#width = width
      return 'room'
    }
    // In a box that is narrower than a letter there are no lines to speak of.
    if (width < flow.flowing.leading) return undefined
    return flow.differs(lineEndsOf(layout)) ? 'lines' : undefined
  }

  #flowBeside() {
    this.#report({
      code: 'beside-float',
      severity: 'warning',
      message: 'the lines of the layout are not those of the page, which stand beside a float',
      hint: 'clear: both has the element stand below it',
    })
    this.#tell()
  }

  /** Has its lines end where the layout has them end. */
  #markEnds() {
    const flowing = this.#flow?.flowing
    if (!flowing || !this.#provided || !this.#layout) return
    this.#showFlow(flowing, this.#provided, lineEndsOf(this.#layout))
    this.#tell()
  }

  /** Sets it anew in the room that it has: in that width, or of vertical text in that height. */
  #fitRoom() {
    this.#isStale = true
    if (this.#width !== undefined) this.#write(this.#width)
  }

  /** The tree that its words stand in now. */
  #treeIn(provided: Provided): TextTree {
    const kind = this.tree ?? provided.tree
    if (this.#tree?.kind === kind) return this.#tree
    this.#tree?.leave()
    this.#tree = kind === 'light' ? lightTree(this) : shadowTree(this)
    if (this.#tree.kept) this.#children?.observe(this.#tree.kept, contentChanges)
    this.#shown = 'content'
    this.#isArranged = false
    return this.#tree
  }

  #nodesReader(provided: Provided) {
    const part = nodesPart.current()
    if (!part) provided.awaitPart(nodesPart, this.#text)
    return part?.richFromNodes
  }

  #attach(provided: Provided) {
    this.#provided = provided
    provided.add(this.#text)
    provided.schedule(this.#text)
  }

  #detach() {
    if (this.#observed) this.#provided?.unobserve(this.#observed)
    this.#provided?.remove(this.#text)
    this.#provided = undefined
    this.#observed = undefined
    this.#width = undefined
    this.#isNear = undefined
  }

  #changed() {
    this.#isStale = true
    if (this.isConnected) this.#provided?.schedule(this.#text)
  }

  /** The options of the text, apart from its frame. */
  get #setting(): TextSetting {
    const { textStyle: style, fit } = this
    const [maxLines, height = this.#lineLength?.limit] = this.open
      ? []
      : [this.maxLines, this.height]
    // A text of the catalog has its values already: they choose what it says.
    const isMessage = !this.#rich && this.markup === null && this.message !== null
    const overrides = this.#overrides
    const { ellipsis } = this
    return {
      ...(style !== '' && { style }),
      ...(this.#values && !isMessage && { values: this.#values }),
      ...(maxLines !== undefined && { maxLines }),
      ...(height !== undefined && { height }),
      ...(overrides && { overrides }),
      ...(ellipsis !== null && { ellipsis }),
      ...(fit && { fit }),
    }
  }

  /** Whether values in its text keep a direction of their own. */
  get #hasIsolates(): boolean {
    const own = typeof this.#content === 'string' ? undefined : this.#content.values
    return this.#values !== undefined || (own !== undefined && Object.keys(own).length > 0)
  }

  #align() {
    const align = this.getAttribute('align')
    return isAlign(align) ? align : undefined
  }

  /**
   * Writes a text out of sight as the page itself sets it: of most texts that is how they are laid out.
   * False where it has to be laid out to know how it looks.
   */
  #writeUnseen(provided: Provided): boolean {
    const { paint, maxLines, height, fit } = this
    const isMore = maxLines ?? height ?? fit ?? this.getAttribute('align-wrapped') ?? undefined
    if (isMore !== undefined || this.#isInRow()) return false
    if (this.#paint(provided, paint) !== 'text') return false
    try {
      const content = this.#styledContent()
      const flow = content && flowTextBefore({ ...content, align: this.#align() })
      if (!flow) return false
      this.#showFlow(flow, provided)
      this.#layout = undefined
      this.#problems = this.#found
    } catch (error) {
      // It is reported when the text is laid out.
      problemsOf(error)
      return false
    }
    return true
  }

  /** Writes the words alone, with their links and actions, in a page that lays nothing out. */
  #writeWords(provided: Provided) {
    if (!this.#typesetter) return
    const found = [...this.#found]
    const layout = this.#set({}, found)
    if (!layout) return
    try {
      const content = this.#styledContent()
      const [first] = content?.stretches ?? []
      if (content && first) {
        this.#showFlow({ ...plainFlow, ...content, block: first }, provided)
      } else this.#tree?.say(layout.text)
    } catch (error) {
      found.push(...problemsOf(error))
      this.#tree?.say(layout.text)
    }
    this.#settle(layout, found)
  }

  /** A row of the page asks for the widths of its texts. */
  #isInRow = () => this.closest('dot-line-row') !== null

  /** How it is painted now. System colors cover what is painted: then letters are letters. */
  #paint(provided: Provided, paint: Paint): Paint {
    if (provided.preferences.forcedColors) return 'text'
    if (paint !== 'canvas' || canvasPart.current()) return paint
    provided.awaitPart(canvasPart, this.#text)
    return 'text'
  }

  #set(frame: Pick<Frame, 'width' | 'align'>, found: Problem[]): Layout | undefined {
    if (!this.#typesetter) return undefined
    const align = this.#align()
    const frameOptions = { ...(align && { align }), ...frame }
    return setText(this.#typesetter, this.#content, this.#setting, frameOptions, found)
  }

  /** As it goes into its box; where it wraps, aligned as it is then to be. */
  #setIn(width: number, found: Problem[]): Layout | undefined {
    const layout = this.#set({ width }, found)
    const wrapped = this.getAttribute('align-wrapped')
    if (!layout || !isAlign(wrapped) || lineEndsOf(layout).length < 2) return layout
    return this.#set({ width, align: wrapped }, found)
  }

  #layOutNow() {
    if (!this.#isStale || this.#shown === 'content') return
    const width = this.#width ?? (this.#flow && widthOf(this.#flow.element))
    const found = [...this.#found]
    const layout = width ? this.#setIn(width, found) : undefined
    if (layout) this.#settle(layout, found)
  }

  /** Hears how wide its box is, through a part that takes the box's width. */
  #observe(part: Element, provided: Provided) {
    if (part === this.#observed) return
    if (this.#observed) provided.unobserve(this.#observed)
    this.#observed = part
    provided.observe(part, (width, isNear) => {
      // A hidden element has no boxes at all.
      if (width === 0 && part.getClientRects().length === 0) return
      if (width !== this.#width) this.#isStale = true
      const isPlain = this.#shown === 'flow' && !this.#flow?.isMarked
      // What has just come near is laid out, however near that is.
      const isLeaving = !isNear && isPlain && !this.#isComing
      this.#isComing = false
      if (isLeaving && (!this.#isUnwritten || this.#writeUnseen(provided))) {
        return this.#leave(provided)
      }
      this.#width = width
      this.#isNear = isNear
      if (this.#isStale && this.#typesetter) this.#write(width, isNear)
    })
  }

  /** Has the page make room for a text that is no block of the page's own flow. */
  #makeRoom() {
    if (!this.#tree || !this.#provided || !this.#typesetter) return
    this.#room ??= textRoom(this.ownerDocument)
    // Its widths do not depend on its box: they are found once for what it says.
    if (!this.#hasRoom) {
      const natural = this.#set({}, [])
      this.#room.set(this.#leastWidth(natural), natural?.width ?? 0)
      this.#hasRoom = true
    }
    if (this.#shown === 'content' && !this.#isArranged) {
      this.#tree.dress(this.#provided.flowRules.sheetsOf(this.#tree.kind))
      this.#tree.show(this.#room.element, this.#tree.content)
      this.#isArranged = true
    }
    if (this.#shown !== 'flow') this.#observe(this.#room.element, this.#provided)
  }

  /** Without it no word has to be broken, as pages see it. */
  #leastWidth(natural: Layout | undefined): number {
    if (!this.#typesetter || !natural) return 0
    if (natural.writingMode !== 'horizontal-tb') return natural.width
    const { fit: _, maxLines: __, height: ___, ...setting } = this.#setting
    try {
      return this.#typesetter.shape(this.#content, setting).minWidth()
    } catch (error) {
      problemsOf(error)
      return 0
    }
  }

  /** Lays it out, and writes it: at once where it is to be seen, else when there is time. */
  #write(width: number, isNear = true) {
    const provided = this.#provided
    if (!provided || !this.#tree) return
    const found = [...this.#found]
    const layout = this.#setIn(width, found)
    if (!layout) return
    if (this.#paint(provided, this.paint) === 'text') {
      const flow = flowTextOf(layout, this.#hasIsolates)
      if (flow) {
        // A server's text has the right faces, and stays until they are loaded.
        if (this.#isServers() && isPending(layout)) return this.#settle(layout, found)
        if (!this.#showFlow(flow, provided)) return
        // Listeners hear of it once its box has proved as wide as the layout.
        this.#keep(layout, found)
        this.#follow(layout)
        provided.compareLater(this.#text)
        return
      }
    }
    if (!exactPart.current()) return provided.awaitPart(exactPart, this.#text)
    this.#laidOut = { layout, found }
    if (this.#isStale || this.#shown !== 'exact') this.#makeRoom()
    if (isNear || this.#shown !== 'exact') return this.#show()
    // Its height is known by numbers: the page around it is right, whatever stands in it.
    this.#exact?.size(layout)
    this.#settle(layout, found)
    provided.showLater(this.#text)
  }

  /** A text that a server wrote stands in its root. */
  #isServers = () => this.#shown === 'content' && this.#tree?.isServers() === true

  /** Writes a text as a block of the page; false where its faces are not there yet. */
  #showFlow(flow: FlowText, provided: Provided, ends?: readonly number[]): boolean {
    const tree = this.#tree
    if (!tree) return false
    this.#flow ??= flowBlock(this.ownerDocument)
    const { element } = this.#flow
    const focused = focusedLink(element)
    this.#flow.write(flow, provided.flowRules, ends)
    if (provided.pageFaces.awaited()) {
      provided.awaitFaces(this.#text)
      return false
    }
    tree.dress(provided.flowRules.sheetsOf(tree.kind))
    this.#isUnwritten = false
    this.#shown = 'flow'
    if (ends) this.#makeRoom()
    tree.show(...(ends && this.#room ? [this.#room.element] : []), element)
    if (this.#isNear !== false) this.#observe(element, provided)
    if (!this.#hasActions && this.#flow.linked.some(({ action }) => action !== undefined)) {
      this.#hasActions = true
      takeActions(element, () => this.#flow?.linked ?? [], this.#act)
    }
    if (focused !== undefined) restoreFocus(element, focused)
    return true
  }

  /** Writes a pending layout. */
  #show() {
    const provided = this.#provided
    const tree = this.#tree
    const part = exactPart.current()
    if (!provided || !tree || !part || !this.#laidOut) return
    const { layout, found } = this.#laidOut
    // A server's text has the right faces, and stays until they are loaded.
    if (this.#isServers() && isPending(layout)) return
    this.#exact ??= part.exactView(this.ownerDocument, this.#act)
    const page = provided.exactRules(tree.kind)
    const paint = this.#paint(provided, this.paint)
    const parts = this.#exact.partsOf(layout, page, paint)
    if (provided.pageFaces.awaited()) return provided.awaitFaces(this.#text)
    tree.dress(provided.exactSheets(tree.kind))
    if (this.#shown !== 'exact') {
      this.#shown = 'exact'
      if (!this.#room) this.#makeRoom()
      tree.show(...(this.#room ? [this.#room.element] : []), this.#exact.frame)
      if (this.#room) this.#observe(this.#room.element, provided)
    }
    this.#exact.write(layout, parts, page, paint)
    this.#laidOut = undefined
    this.#isUnwritten = false
    if (layout.writingMode !== 'horizontal-tb' && this.height === undefined) {
      this.#lineLength ??= lineLength(
        this,
        () => this.#layout?.height ?? 0,
        () => this.#changed(),
      )
      const { limit } = this.#lineLength
      if (limit === undefined) provided.compareLater(this.#text)
      // Where the page lets go of its box, that changes, and is heard of.
      else setLength(this.#exact.frame, 'block-size', limit - 2)
    }
    this.#follow(layout)
    this.#settle(layout, found)
  }

  #settle(layout: Layout, found: readonly Problem[]) {
    this.#keep(layout, found)
    this.#tell()
  }

  #keep(layout: Layout, found: readonly Problem[]) {
    this.#isStale = false
    if (this.#layout === layout) return
    this.#layout = layout
    const problems = this.paint === 'svg' ? layout.problems : shownProblems(layout)
    this.#problems = [...found, ...problems]
  }

  /** Tells of its layout, once. */
  #tell() {
    const layout = this.#layout
    if (!layout || layout === this.#told) return
    this.#told = layout
    this.#provided?.reportAtRest(this.#text)
    this.dispatchEvent(new CustomEvent('text-layout', { detail: { layout }, bubbles: true }))
  }

  #report(problem: Problem) {
    this.#problems = [...this.#problems, problem]
    this.#provided?.reportAtRest(this.#text)
  }

  readonly #act = ({ action, text, opens }: LinkedPart) => {
    const detail: TextAction = { action: action ?? '', text, values: this.#values }
    const event = { detail, bubbles: true, composed: true, cancelable: true }
    const isDone = !this.dispatchEvent(new CustomEvent('text-action', event))
    if (isDone || !opens) return
    this.open = true
    this.#isOpening = true
  }

  /** Links and a tooltip cost nothing where there are none. */
  #follow(layout: Layout) {
    this.#followOpening()
    const isExact = this.#shown === 'exact'
    if (isExact) this.#exact?.follow(layout, () => this.#styledContent())
    const hasLinks = isExact ? this.#exact?.hasLinks : (this.#flow?.linked.length ?? 0) > 0
    const { tooltip } = this
    const whole = layout.cut ? rangeText(layout, 0, layout.text.length) : ''
    const words = (tooltip === 'none' ? '' : (tooltip ?? whole)).trim()
    this.#sayTip(words)
    const around = this.#around()
    // A tooltip with words of its own needs a keyboard stop, unless a link in the text is one.
    if (tooltip !== null && words !== '' && !hasLinks) {
      if (around) around.tabIndex = 0
      around?.setAttribute('role', 'group')
    } else if (around?.getAttribute('tabindex') === '0') {
      around.removeAttribute('tabindex')
      around.removeAttribute('role')
    }
  }

  #followOpening() {
    const around = this.#around()
    if (!this.#isOpening || !around) return
    this.#isOpening = false
    around.tabIndex = -1
    around.focus({ preventScroll: true })
  }

  #sayTip(words: string) {
    const [provided, typesetter, tree] = [this.#provided, this.#typesetter, this.#tree]
    if (!provided || !typesetter || !tree) return
    if (words !== '' && !this.#tip) {
      const part = exactPart.current()
      if (!part) return provided.awaitPart(exactPart, this.#text)
      this.#tip = part.textTip(this, this.#around)
    }
    this.#tip?.say(words, { provided, typesetter, tree: tree.kind })
  }

  /** What it says, in its styles. Throws what setting it throws. */
  #styledContent() {
    return this.#typesetter && styledContent(this.#typesetter, this.#content, this.#setting)
  }

  /** The part that stands around its text. */
  #around = (): HTMLElement | undefined =>
    this.#shown === 'exact' ? this.#exact?.frame : this.#flow?.element
}

/** What the page may do with the content of an element. */
const contentChanges = { childList: true, characterData: true, subtree: true }

/** Widths of a page that differ by less are one, in pixels. */
const leastWidth = 1 / 16

/** The width of a block, which in columns of the page may be in several parts that are each as wide. */
const widthOf = (block: Element) => block.getClientRects()[0]?.width ?? 0

/** The rest of a flow that is never laid out. */
const plainFlow = { align: 'start', direction: 'ltr', leading: 0, baseline: 0 } as const

/** Whether faces stand in for others that are being fetched. */
const isPending = ({ problems }: Layout) => problems.some(({ code }) => code === 'pending-face')
