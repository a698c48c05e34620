import type { ProvidedText } from './provided.ts'

/** Of an idle period, in milliseconds: with less left nothing is begun. */
const leastIdle = 1
/** What is out of sight is written after so many milliseconds, whether there is time or not. */
const longestStale = 300

/** Texts out of sight that are laid out, and written when the page has time. */
export interface LaterWriting {
  add(text: ProvidedText): void
  remove(text: ProvidedText): void
  /** Writes all of them now. */
  finish(): void
  close(): void
}

/** Browsers without idle periods have the time between two tasks. */
const idle =
  typeof requestIdleCallback === 'function'
    ? {
        ask: (call: IdleRequestCallback) => requestIdleCallback(call, { timeout: longestStale }),
        cancel: (id: number) => cancelIdleCallback(id),
      }
    : {
        ask: (call: IdleRequestCallback) => {
          return Number(setTimeout(() => call(shortPeriod()), 1))
        },
        cancel: (id: number) => clearTimeout(id),
      }

/** So long at most, in milliseconds, that no frame is missed. */
const longestPeriod = 8

function shortPeriod(): IdleDeadline {
  const end = performance.now() + longestPeriod
  return { didTimeout: false, timeRemaining: () => Math.max(0, end - performance.now()) }
}

export function laterWriting(page: Document): LaterWriting {
  const texts = new Set<ProvidedText>()
  let call = 0

  function writeSome(deadline?: IdleDeadline) {
    for (const text of texts) {
      if (deadline && !deadline.didTimeout && deadline.timeRemaining() < leastIdle) break
      texts.delete(text)
      text.show()
    }
    if (texts.size > 0) ask()
  }
  const ask = () => {
    call = idle.ask(writeSome)
  }

  // What is printed is all of it.
  const finish = () => writeSome()
  page.defaultView?.addEventListener('beforeprint', finish)

  return {
    add(text) {
      if (texts.size === 0) ask()
      texts.add(text)
    },
    remove: text => texts.delete(text),
    finish,
    close() {
      idle.cancel(call)
      texts.clear()
      page.defaultView?.removeEventListener('beforeprint', finish)
    },
  }
}
