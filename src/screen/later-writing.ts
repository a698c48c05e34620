import { idlePeriods } from './idle-periods.ts'
import { cancelFrame, nextFrame } from './page-abilities.ts'
import type { ProvidedText } from './provided.ts'

/** The minimum rest of an idle period, in milliseconds; with less, no new text is begun. */
const leastIdle = 1
/** No width has changed for so many milliseconds when texts out of sight are written: each of them once. */
const rest = 150

/** Whether what stands so far from the top of a screen is in it, or no more than a screen away, in pixels. */
export const isNearSight = (top: number, screen: number) => top < 2 * screen && top > -screen

/** Texts out of sight that are laid out, and written when the page is at rest, or when they come near. */
interface LaterWriting {
  add(text: ProvidedText): void
  remove(text: ProvidedText): void
  /** Writes all of them now. */
  finish(): void
  close(): void
}

export function laterWriting(page: Document): LaterWriting {
  const texts = new Set<ProvidedText>()
  let call = 0
  let timer = 0
  let frame = 0
  let added = 0

  const ask = () => {
    call = idlePeriods.ask(writeSome)
  }

  function writeSome(deadline?: IdleDeadline) {
    call = 0
    for (const text of texts) {
      if (deadline && !deadline.didTimeout && deadline.timeRemaining() < leastIdle) break
      texts.delete(text)
      text.show()
    }
    if (texts.size > 0) ask()
  }

  function awaitRest(milliseconds: number) {
    const wait = () => {
      const left = added + rest - performance.now()
      timer = 0
      if (left > 0) awaitRest(left)
      else if (texts.size > 0) ask()
    }
    timer = Number(setTimeout(wait, milliseconds))
  }

  /** Writes elements near the viewport at once, so that scrolling shows no gaps. */
  function writeNear() {
    frame = 0
    const screen = page.documentElement.clientHeight
    // Places are read before anything is written.
    const near = [...texts].filter(text =>
      isNearSight(text.element.getBoundingClientRect().top, screen),
    )
    for (const text of near) {
      texts.delete(text)
      text.show()
    }
  }
  const onScroll = () => {
    if (texts.size > 0 && frame === 0) frame = nextFrame(writeNear)
  }
  // Scrolling does not bubble; whatever is scrolled may bring texts near.
  page.addEventListener('scroll', onScroll, { capture: true, passive: true })

  // Printing needs all texts.
  const finish = () => writeSome()
  page.defaultView?.addEventListener('beforeprint', finish)

  return {
    add(text) {
      texts.add(text)
      added = performance.now()
      if (call !== 0) idlePeriods.cancel(call)
      call = 0
      if (timer === 0) awaitRest(rest)
    },
    remove: text => texts.delete(text),
    finish,
    close() {
      idlePeriods.cancel(call)
      clearTimeout(timer)
      cancelFrame(frame)
      texts.clear()
      page.removeEventListener('scroll', onScroll, { capture: true })
      page.defaultView?.removeEventListener('beforeprint', finish)
    },
  }
}
