import {
  type Catalog,
  DotLineError,
  type Hyphenation,
  type Problem,
  problemLine,
  type ReaderSettings,
  type Sheet,
  type Shelf,
  solidOf,
  type Typesetter,
  typesetter,
} from '../core.ts'
import { colorText } from '../notation/index.ts'
import { aFunction, anObject, aString, checkOptions, listOf } from '../problem/index.ts'
import { type PageFonts, pageFonts } from './page-fonts.ts'
import { mostRules, type PageRules, pageRules } from './page-rules.ts'
import {
  type PreferenceWatch,
  type ReaderPreferences,
  watchPreferences,
} from './reader-preferences.ts'
import { hostRules } from './shadow-parts.ts'
import { stateRules } from './state-rules.ts'

/** What the texts below an element are set with. */
export interface TextProvision {
  readonly sheet: Sheet
  readonly shelf: Shelf
  /** Where `message` is looked up. */
  readonly catalog?: Catalog | undefined
  readonly hyphenation?: Hyphenation | undefined
  /** Goes before what the reader has set in browser and system; its scale is times theirs. */
  readonly reader?: ReaderSettings | undefined
  /**
   * Modes of the sheet that are on. Without it those that the reader's own settings ask for, where
   * the sheet has them: `dark`, `reduced-transparency`; and `more-contrast` either way. For two
   * that are on together it may have a mode of its own, such as `dark-more-contrast`.
   */
  readonly modes?: readonly string[] | undefined
  /** Takes each problem once; the console does without it. */
  readonly onProblem?: ((problem: Problem) => void) | undefined
  /** Is called when texts are to be set anew: what was changed, or what the reader has set. */
  readonly onChange?: (() => void) | undefined
}

/** Provides texts; what is changed is changed in all of them with the next frame. */
export interface TextProvider {
  readonly current: TextProvision
  /** What the reader has set. */
  readonly preferences: ReaderPreferences
  /** The sheet in the modes that are on. */
  readonly sheet: Sheet
  update(changes: Partial<TextProvision>): void
  /** Resolves when every text is written as it is to be. */
  settled(): Promise<void>
  stop(): void
}

/** A text as its provider knows it. */
export interface ProvidedText {
  readonly isConnected: boolean
  readonly problems: readonly Problem[]
  /** What is set anew: all of it, or where it is written in other rules or for other settings. */
  refresh(): void
  /** Writes what was laid out and is not written yet. */
  show(): void
}

/** Hears how wide an element is, and whether it is in sight, or a screen away from it. */
export type OnWidth = (width: number, isNear: boolean) => void

/** What a text is given. */
export interface Provided {
  readonly provision: TextProvision
  readonly preferences: ReaderPreferences
  readonly fonts: PageFonts
  pageRules(): PageRules
  /** Rules of the elements themselves. */
  readonly hostSheet: CSSStyleSheet
  /** Rules for links that are hovered, focused or pressed. */
  stateSheet(): CSSStyleSheet
  /** Sets text in a language and a direction of the page. */
  setter(language: string | undefined, direction: 'ltr' | 'rtl' | undefined): Typesetter
  add(text: ProvidedText): void
  remove(text: ProvidedText): void
  /** Tells how wide an element is, now and whenever that changes; without reading anything back. */
  observe(element: Element, onWidth: OnWidth): void
  unobserve(element: Element): void
  /** Writes a text that is out of sight when the page has time. */
  showLater(text: ProvidedText): void
  /** Sets a text anew with the next frame. */
  schedule(text: ProvidedText): void
  /** Tells what a text has, when it is settled. */
  tell(text: ProvidedText): void
  report(problems: readonly Problem[]): void
}

const providers = new WeakMap<Node, Provided>()
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

const moreContrast = 'more-contrast'
/** Of an idle period, in milliseconds: with less left nothing is begun. */
const leastIdle = 1
/** What is out of sight is written after so many milliseconds, whether there is time or not. */
const longestStale = 300
let count = 0

/** What is provided must be what it is to be, before any text is set with it. */
function checkProvision(provision: TextProvision) {
  checkOptions('provideText', provision, {
    sheet: anObject,
    shelf: anObject,
    catalog: anObject,
    hyphenation: anObject,
    reader: anObject,
    modes: listOf(aString),
    onProblem: aFunction,
    onChange: aFunction,
  })
  const { sheet, shelf, reader, modes = [] } = provision
  typesetter({ sheet, shelf, ...(reader && { reader }) })
  for (const mode of modes) sheet.mode(mode)
}

export function provide(root: Element | Document, provision: TextProvision): TextProvider {
  checkProvision(provision)
  const page = root instanceof Document ? root : root.ownerDocument
  const texts = new Set<ProvidedText>()
  const dirty = new Set<ProvidedText>()
  const told = new Set<string>()
  const written = new Set<ProvidedText>()
  const prefix = `dot-line-${++count}`
  const fonts = pageFonts(page, prefix)
  const hostSheet = new CSSStyleSheet()
  hostSheet.replaceSync(hostRules)
  const idle: (() => void)[] = []
  let current = provision
  let setters = new Map<string, Typesetter>()
  let states: CSSStyleSheet | undefined
  let frame = 0
  let generation = 0
  let rules = pageRules(`${prefix}-`, face => fonts.family(face))

  /** Modes that are on, in the order they are laid over each other. */
  function modes(): readonly string[] {
    const { sheet, reader: own } = current
    const { colorScheme, reducedTransparency, contrast } = watch.current
    const base = current.modes ?? [
      ...(colorScheme === 'dark' ? ['dark'] : []),
      ...(reducedTransparency ? ['reduced-transparency'] : []),
    ]
    const isMore = (own?.contrast ?? contrast) === 'more' && !base.includes(moreContrast)
    const all = isMore ? [...base, moreContrast] : base
    // What two of them together ask for is a mode that has both their names.
    const pairs = all.flatMap((one, i) => all.slice(i + 1).map(other => `${one}-${other}`))
    const known = [...all, ...pairs].filter(mode => sheet.modeNames.includes(mode))
    return current.modes ? [...new Set([...current.modes, ...known])] : known
  }

  const shownSheet = () => modes().reduce((sheet, mode) => sheet.mode(mode), current.sheet)

  const reader = (): ReaderSettings => ({
    ...current.reader,
    scale: watch.current.scale * (current.reader?.scale ?? 1),
    contrast: 'normal',
  })

  function setterFor(language: string | undefined, direction: 'ltr' | 'rtl' | undefined) {
    const key = `${language} ${direction}`
    let setter = setters.get(key)
    if (!setter) {
      const defaults = { ...(language && { language }), ...(direction && { direction }) }
      setter = typesetter({
        sheet: shownSheet().with({ styles: { defaults } }),
        shelf: current.shelf,
        reader: reader(),
        ...(current.hyphenation && { hyphenation: current.hyphenation }),
        problems: 'collect',
      })
      setters.set(key, setter)
    }
    return setter
  }

  function flush() {
    frame = 0
    const now = [...dirty]
    dirty.clear()
    if (rules.rules.count > mostRules) {
      generation++
      rules = pageRules(`${prefix}-${generation}-`, face => fonts.family(face))
      for (const text of texts) if (!now.includes(text)) now.push(text)
    }
    for (const text of now) if (text.isConnected) text.refresh()
    if (dirty.size === 0) for (const resolve of idle.splice(0)) resolve()
  }

  function schedule(text: ProvidedText) {
    dirty.add(text)
    if (frame === 0) frame = requestAnimationFrame(flush)
  }

  function refreshAll() {
    setters = new Map()
    states = undefined
    markRoot()
    for (const text of texts) schedule(text)
    current.onChange?.()
  }

  /** What stylesheets of the page may ask for: how large text is, and the inks as they are now. */
  function markRoot() {
    const element = root instanceof Document ? root.documentElement : root
    if (!(element instanceof HTMLElement)) return
    const scale = reader().scale ?? 1
    element.style.setProperty('--text-scale', String(scale))
    const sheet = shownSheet()
    for (const name of sheet.inkNames) {
      element.style.setProperty(`--ink-${name}`, colorText(solidOf(sheet.ink(name))))
    }
    for (const one of root.querySelectorAll('[data-decoration-up-to]')) {
      const most = Number(one.getAttribute('data-decoration-up-to'))
      if (one instanceof HTMLElement) one.hidden = scale > most
    }
  }

  /** Texts out of sight that are laid out, and not written. */
  const later = new Set<ProvidedText>()
  let idleCall = 0

  function showSome(deadline?: IdleDeadline) {
    for (const text of later) {
      if (deadline && deadline.timeRemaining() < leastIdle) break
      later.delete(text)
      text.show()
    }
    if (later.size > 0) idleCall = requestIdleCallback(showSome, { timeout: longestStale })
  }

  // What is printed or waited for is all of it.
  const showAll = () => showSome()
  page.defaultView?.addEventListener('beforeprint', showAll)

  const widths = new WeakMap<Element, OnWidth>()
  const sizes = new ResizeObserver(entries => {
    // The page is laid out now: places are read before anything is written.
    const screen = page.documentElement.clientHeight
    const changed = entries.map(({ target, contentBoxSize }) => {
      const { top } = target.getBoundingClientRect()
      const isNear = top < 2 * screen && top > -screen
      return { onWidth: widths.get(target), width: contentBoxSize[0].inlineSize, isNear }
    })
    for (const { onWidth, width, isNear } of changed) onWidth?.(width, isNear)
  })

  /** Resolves when faces have come and widths are known, whatever is still to be written out of sight. */
  async function atRest() {
    do {
      await current.shelf.settled()
      await fonts.awaited()
      if (dirty.size > 0) await new Promise<void>(resolve => idle.push(resolve))
      // What is observed is told behind the frame.
      await new Promise(resolve => setTimeout(resolve))
    } while (dirty.size > 0 || fonts.awaited())
  }

  const provided: Provided = {
    get provision() {
      return current
    },
    get preferences() {
      return watch.current
    },
    fonts,
    hostSheet,
    pageRules: () => rules,
    stateSheet() {
      states ??= stateRules(shownSheet())
      return states
    },
    setter: setterFor,
    observe(element, onWidth) {
      widths.set(element, onWidth)
      sizes.observe(element)
    },
    unobserve(element) {
      widths.delete(element)
      sizes.unobserve(element)
    },
    showLater(text) {
      if (later.size === 0) idleCall = requestIdleCallback(showSome, { timeout: longestStale })
      later.add(text)
    },
    add: text => texts.add(text),
    remove(text) {
      texts.delete(text)
      dirty.delete(text)
      later.delete(text)
    },
    schedule,
    tell(text) {
      // Faces may be on their way, and widths about to change.
      if (written.size === 0) {
        void atRest().then(() => {
          for (const one of written) if (one.isConnected) provided.report(one.problems)
          written.clear()
        })
      }
      written.add(text)
    },
    report(problems) {
      for (const problem of problems) {
        // That is no mistake, and soon over.
        if (problem.code === 'awaited-face') continue
        const line = problemLine(problem)
        if (told.has(line)) continue
        told.add(line)
        if (current.onProblem) current.onProblem(problem)
        else console.warn(line)
      }
    },
  }
  const watch: PreferenceWatch = watchPreferences(page, refreshAll)
  let endShelf = current.shelf.onChange(shelfChanged)
  let failures = current.shelf.problems.length

  function shelfChanged() {
    provided.report(current.shelf.problems.slice(failures))
    failures = current.shelf.problems.length
    refreshAll()
  }

  // Language and direction come from the page, where they may change at any time.
  const languages = new MutationObserver(refreshAll)
  languages.observe(page.documentElement, { subtree: true, attributeFilter: ['lang', 'dir'] })
  providers.set(root, provided)
  markRoot()
  const left = waiting.get(page) ?? new Set()
  waiting.delete(page)
  for (const text of left) if (text.isConnected) text.refresh()

  return {
    get current() {
      return current
    },
    get sheet() {
      return shownSheet()
    },
    get preferences() {
      return watch.current
    },
    update(changes) {
      checkProvision({ ...current, ...changes })
      const { shelf } = current
      current = { ...current, ...changes }
      if (current.shelf !== shelf) {
        endShelf()
        endShelf = current.shelf.onChange(shelfChanged)
        failures = current.shelf.problems.length
      }
      refreshAll()
    },
    async settled() {
      await atRest()
      showAll()
      await fonts.awaited()
    },
    stop() {
      if (frame !== 0) cancelAnimationFrame(frame)
      watch.stop()
      sizes.disconnect()
      cancelIdleCallback(idleCall)
      later.clear()
      page.defaultView?.removeEventListener('beforeprint', showAll)
      languages.disconnect()
      endShelf()
      providers.delete(root)
      fonts.close()
      texts.clear()
      dirty.clear()
    },
  }
}

/** What failed, as a problem to be told. */
export function problemsOf(error: unknown): readonly Problem[] {
  if (error instanceof DotLineError) return error.problems
  throw error
}
