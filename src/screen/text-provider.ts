import { problemLine, type ReaderSettings, type Typesetter, typesetterFor } from '../core.ts'
import { defaultPrefix } from '../notation/index.ts'
import { aFunction, anObject, aString, checkOptions, listOf, oneOf } from '../problem/index.ts'
import { type ExactRules, exactRules } from './exact-rules.ts'
import { watchFields } from './field-watch.ts'
import { besideFloats } from './float-beside.ts'
import { flowRules } from './flow-rules.ts'
import type { LaterPart } from './later-part.ts'
import { isNearSight, laterWriting } from './later-writing.ts'
import {
  cancelFrame,
  isPage,
  laysOut,
  nextFrame,
  sightObserver,
  sizeObserver,
} from './page-abilities.ts'
import { pageFonts } from './page-fonts.ts'
import { markPage } from './page-marks.ts'
import { platformMeasure } from './platform-measure.ts'
import {
  addProvider,
  type OnWidth,
  type Provided,
  type ProvidedText,
  providerOf,
  removeProvider,
  type TextProvider,
  type TextProvision,
  takeWaiting,
} from './provided.ts'
import { type PreferenceWatch, watchPreferences } from './reader-preferences.ts'
import { shownModes } from './shown-modes.ts'
import { stateRules } from './state-rules.ts'
import { trees } from './text-tree.ts'
import { warmUp } from './warm-up.ts'

let count = 0

/** Observers report while a frame is made; a page that is not seen has none. */
function afterFrame({ hidden }: Document): Promise<void> {
  return new Promise(resolve => {
    if (hidden) setTimeout(resolve)
    else nextFrame(() => setTimeout(resolve))
  })
}

/** Texts are set for so many milliseconds of a frame. */
const longestFlush = 40

/** Checks a provision before any text is set with it. */
function checkProvision(provision: TextProvision) {
  checkOptions('provideText', provision, {
    sheet: anObject,
    fonts: anObject,
    catalog: anObject,
    hyphenation: anObject,
    reader: anObject,
    modes: listOf(aString),
    tree: oneOf(...trees),
    onProblem: aFunction,
    onChange: aFunction,
  })
  const { sheet, fonts, reader, modes = [] } = provision
  typesetterFor({ sheet, fonts, ...(reader && { reader }) })
  for (const mode of modes) sheet.mode(mode)
}

export function provide(root: Element | Document, provision: TextProvision): TextProvider {
  checkProvision(provision)
  const page = isPage(root) ? root : root.ownerDocument
  const texts = new Set<ProvidedText>()
  const dirty = new Set<ProvidedText>()
  const toCompare = new Set<ProvidedText>()
  const awaitingFaces = new Set<ProvidedText>()
  const awaitingPart = new Map<LaterPart, Set<ProvidedText>>()
  const loading = new Set<Promise<void>>()
  const reported = new Set<string>()
  const written = new Set<ProvidedText>()
  const later = laterWriting(page)
  const prefix = `${defaultPrefix}${++count}`
  const pageFaces = pageFonts(page, prefix)
  const measured = platformMeasure(
    page,
    face => pageFaces.family(face),
    () => pageFaces.awaited() !== undefined,
  )
  const watch: PreferenceWatch = watchPreferences(page, () => refreshAll())
  const idle: (() => void)[] = []
  let current = provision
  let setters = new Map<string, Typesetter>()
  let frame = 0

  const shownSheet = () =>
    shownModes(current, watch.current).reduce((sheet, mode) => sheet.mode(mode), current.sheet)

  const flow = flowRules(
    `${prefix}-`,
    face => pageFaces.family(face),
    stateRules(shownSheet()),
    () => (pageFaces.awaited() ? undefined : watch.probe),
  )
  const exact: ExactRules = exactRules(
    prefix,
    face => pageFaces.family(face),
    () => stateRules(shownSheet()),
  )

  const reader = (): ReaderSettings => ({
    ...current.reader,
    scale: watch.current.scale * (current.reader?.scale ?? 1),
    contrast: 'normal',
  })

  function setterFor(language: string | undefined, direction: 'ltr' | 'rtl' | undefined) {
    const key = `${language} ${direction}`
    let typesetter = setters.get(key)
    if (!typesetter) {
      const defaults = { ...(language && { language }), ...(direction && { direction }) }
      typesetter = typesetterFor({
        sheet: shownSheet().with({ styles: { defaults } }),
        fonts: current.fonts,
        reader: reader(),
        ...(current.hyphenation && { hyphenation: current.hyphenation }),
        problems: 'collect',
        ...(laysOut(page) && { platformAdvance: measured }),
      })
      setters.set(key, typesetter)
    }
    return typesetter
  }

  function flush() {
    frame = 0
    if (exact.beginsAnew()) for (const text of texts) dirty.add(text)
    const end = performance.now() + longestFlush
    let done = 0
    for (const text of dirty) {
      dirty.delete(text)
      if (text.element.isConnected) text.refresh()
      // What is left is for the next frames, so that none is long.
      if (++done % 8 === 0 && performance.now() > end) break
    }
    compare()
    if (dirty.size > 0) frame ||= nextFrame(flush)
    else for (const resolve of idle.splice(0)) resolve()
  }

  /** All texts are read before any is written: the page is laid out once, as for its frame. */
  function compare() {
    flow.commit()
    if (toCompare.size === 0) return
    const now = [...toCompare]
    toCompare.clear()
    const [inLines, inRoom, atRest]: ProvidedText[][] = [[], [], []]
    for (const text of now) {
      const how = text.element.isConnected ? text.differs() : undefined
      if (how === 'lines') inLines.push(text)
      else if (how === 'room') inRoom.push(text)
      else atRest.push(text)
    }
    const beside = besideFloats(inLines.flatMap(text => text.block() ?? []))
    for (const [i, text] of inLines.entries()) {
      if (beside[i]) text.flowBeside()
      else text.markEnds()
    }
    for (const text of inRoom) text.fitRoom()
    for (const text of atRest) text.tell()
    flow.commit()
  }

  function whenFacesCome() {
    const waiting = [...awaitingFaces]
    awaitingFaces.clear()
    for (const text of waiting) if (texts.has(text)) schedule(text)
  }

  function schedule(text: ProvidedText) {
    dirty.add(text)
    if (frame === 0) frame = nextFrame(flush)
  }

  function refreshAll() {
    setters = new Map()
    const states = stateRules(shownSheet())
    exact.renew()
    flow.renew(states)
    markPage(root, shownSheet(), reader().scale ?? 1)
    for (const text of texts) schedule(text)
    fields.refresh()
    current.onChange?.()
  }

  /** Loads a part, and calls then; without it everything stays as it is. */
  async function load(part: LaterPart, then: () => void): Promise<void> {
    const loaded = part.load().then(problems => {
      provided.report(problems)
      if (problems.length === 0) then()
      loading.delete(loaded)
    })
    loading.add(loaded)
    return loaded
  }

  const widths = new WeakMap<Element, OnWidth>()
  const sizes = sizeObserver(entries => {
    // The page is laid out now: places are read before anything is written.
    const screen = page.documentElement.clientHeight
    const changed = entries.map(({ target, contentBoxSize }) => {
      const { top } = target.getBoundingClientRect()
      const isNear = isNearSight(top, screen)
      return { onWidth: widths.get(target), width: contentBoxSize[0].inlineSize, isNear }
    })
    for (const { onWidth, width, isNear } of changed) onWidth?.(width, isNear)
    compare()
  })

  const coming = new WeakMap<Element, ProvidedText>()
  // Within a screen of sight, in whatever is scrolled.
  const margins = { rootMargin: '100% 0px', scrollMargin: '100% 0px' }
  const sight = sightObserver(entries => {
    for (const { target, isIntersecting } of entries) {
      if (!isIntersecting) continue
      sight.unobserve(target)
      coming.get(target)?.comeNear()
    }
    compare()
  }, margins)

  /** Resolves when faces have come and widths are known, whatever is still to be written out of sight. */
  async function atRest() {
    do {
      if (dirty.size > 0) await new Promise<void>(resolve => idle.push(resolve))
      await afterFrame(page)
      // Only a text that has been set has asked for its faces; those that come make it wait again.
      await current.fonts.settled()
      await pageFaces.awaited()
      while (loading.size > 0) await Promise.all(loading)
      // Those that waited for a face are scheduled now.
      await undefined
    } while (dirty.size > 0 || pageFaces.awaited())
  }

  const provided: Provided = {
    get provision() {
      return current
    },
    get preferences() {
      return watch.current
    },
    pageFaces,
    get tree() {
      return current.tree ?? 'shadow'
    },
    flowRules: flow,
    exactRules: exact.rulesOf,
    exactSheets: exact.sheetsOf,
    awaitNear(text) {
      coming.set(text.element, text)
      sight.observe(text.element)
    },
    awaitPart(part, text) {
      const waiting = awaitingPart.get(part)
      if (waiting) return void waiting.add(text)
      awaitingPart.set(part, new Set([text]))
      load(part, () => {
        for (const one of awaitingPart.get(part) ?? []) if (texts.has(one)) schedule(one)
      }).then(() => awaitingPart.delete(part))
    },
    compareLater(text) {
      // Several that are written at once are compared at once.
      if (toCompare.size === 0) queueMicrotask(compare)
      toCompare.add(text)
    },
    awaitFaces(text) {
      if (awaitingFaces.size === 0) void pageFaces.awaited()?.then(whenFacesCome)
      awaitingFaces.add(text)
    },
    typesetter: setterFor,
    observe(element, onWidth) {
      widths.set(element, onWidth)
      sizes.observe(element)
    },
    unobserve(element) {
      widths.delete(element)
      sizes.unobserve(element)
    },
    showLater: later.add,
    add: text => texts.add(text),
    remove(text) {
      texts.delete(text)
      dirty.delete(text)
      toCompare.delete(text)
      sight.unobserve(text.element)
      later.remove(text)
    },
    schedule,
    handOver() {
      for (const text of [...texts]) text.findProvider()
    },
    reportAtRest(text) {
      // Faces may be on their way, and widths about to change.
      if (written.size === 0) {
        void atRest().then(() => {
          for (const one of written) if (one.element.isConnected) provided.report(one.problems())
          written.clear()
        })
      }
      written.add(text)
    },
    report(problems) {
      for (const problem of problems) {
        // That is no mistake, and soon over.
        if (problem.code === 'pending-face') continue
        const line = problemLine(problem)
        if (reported.has(line)) continue
        reported.add(line)
        if (current.onProblem) current.onProblem(problem)
        else if (problem.severity === 'note') console.info(line)
        else console.warn(line)
      }
    },
  }
  let endFonts = current.fonts.onChange(fontsChanged)
  let failures = current.fonts.problems.length

  function fontsChanged() {
    provided.report(current.fonts.problems.slice(failures))
    failures = current.fonts.problems.length
    refreshAll()
  }

  // Language and direction come from the page, where they may change at any time.
  const languages = new MutationObserver(refreshAll)
  languages.observe(page.documentElement, { subtree: true, attributeFilter: ['lang', 'dir'] })
  const outer = isPage(root) ? undefined : providerOf(root)
  addProvider(root, provided)
  markPage(root, shownSheet(), reader().scale ?? 1)
  const fields = watchFields(root, prefix, load, {
    sheet: shownSheet,
    typesetter: () => setterFor(undefined, undefined),
    family: face => pageFaces.family(face),
    report: provided.report,
  })
  const endWarmUp = laysOut(page) ? warmUp(() => setterFor(undefined, undefined)) : undefined
  outer?.handOver()
  for (const text of takeWaiting(page)) text.refresh()

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
      const { fonts } = current
      current = { ...current, ...changes }
      if (current.fonts !== fonts) {
        endFonts()
        endFonts = current.fonts.onChange(fontsChanged)
        failures = current.fonts.problems.length
      }
      refreshAll()
    },
    async settled() {
      await atRest()
      later.finish()
      await pageFaces.awaited()
    },
    stop() {
      if (frame !== 0) cancelFrame(frame)
      endWarmUp?.()
      watch.stop()
      sizes.disconnect()
      sight.disconnect()
      fields.stop()
      later.close()
      languages.disconnect()
      endFonts()
      removeProvider(root)
      // Those of an outer provider are set by it from now on.
      if (outer) for (const text of [...texts]) text.refresh()
      pageFaces.close()
      texts.clear()
      dirty.clear()
      // Nothing is to come: who waits for it waits no longer.
      for (const resolve of idle.splice(0)) resolve()
    },
  }
}
