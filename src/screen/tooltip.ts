/** Shows a text beside an element while it is pointed at, focused or held. */
interface Tooltip {
  /** Sets the text of the tooltip and writes it; an empty tooltip is not shown. */
  say(text: string, write: WriteTip): void
  close(): void
}

/** Writes words into a tooltip; nothing is written of them otherwise. */
type WriteTip = (into: HTMLElement) => void

const showDelay = 400
const hideDelay = 250
const holdDelay = 500
const gap = 6

let count = 0

/**
 * A tooltip as WCAG 2.2, 1.4.13 asks: it can be dismissed by Escape without moving anything, pointed
 * at itself, and stays until pointer and focus have left, or it is dismissed.
 */
export function tooltipOf(host: HTMLElement, frameOf: () => HTMLElement | undefined): Tooltip {
  const page = host.ownerDocument
  let text = ''
  let write: WriteTip | undefined
  let shown: HTMLElement | undefined
  let timer: ReturnType<typeof setTimeout> | undefined
  let isFocused = false
  let isPointed = false

  function after(delay: number, what: () => void) {
    clearTimeout(timer)
    timer = setTimeout(what, delay)
  }

  function show() {
    if (shown || text === '' || !host.isConnected) return
    const tip = page.createElement('div')
    tip.className = 'dotline-tooltip'
    // In the light, ids are those of the whole page.
    tip.id = `dotline-tooltip-${++count}`
    tip.setAttribute('role', 'tooltip')
    tip.setAttribute('data-dotline-text', '')
    tip.setAttribute('popover', 'manual')
    write?.(tip)
    tip.addEventListener('pointerenter', () => clearTimeout(timer))
    tip.addEventListener('pointerleave', left)
    frameOf()?.after(tip)
    frameOf()?.setAttribute('aria-describedby', tip.id)
    tip.showPopover?.()
    place(tip)
    shown = tip
    page.addEventListener('keydown', onKey, true)
    page.addEventListener('pointerdown', onPointer, true)
  }

  function hide() {
    clearTimeout(timer)
    if (!shown) return
    page.removeEventListener('keydown', onKey, true)
    page.removeEventListener('pointerdown', onPointer, true)
    frameOf()?.removeAttribute('aria-describedby')
    shown.remove()
    shown = undefined
  }

  /** Below the text, or above it where there is no room; within the window. */
  function place(tip: HTMLElement) {
    const around = host.getBoundingClientRect()
    const tipBox = tip.getBoundingClientRect()
    const view = page.documentElement
    const below = around.bottom + gap
    const isBelow =
      below + tipBox.height <= view.clientHeight || around.top - gap - tipBox.height < 0
    const top = isBelow ? below : around.top - gap - tipBox.height
    const left = Math.max(gap, Math.min(around.left, view.clientWidth - tipBox.width - gap))
    tip.style.setProperty('left', `${left}px`)
    tip.style.setProperty('top', `${top}px`)
  }

  function onKey(event: KeyboardEvent) {
    if (event.key !== 'Escape') return
    event.stopPropagation()
    hide()
  }

  /** A touch elsewhere ends what a touch began. */
  function onPointer(event: PointerEvent) {
    if (!event.composedPath().includes(host)) hide()
  }

  function left() {
    isPointed = false
    if (!isFocused) after(hideDelay, hide)
  }

  host.addEventListener('pointerenter', ({ pointerType }) => {
    if (pointerType === 'touch') return
    isPointed = true
    after(showDelay, show)
  })
  host.addEventListener('pointerleave', left)
  host.addEventListener('pointerdown', ({ pointerType }) => {
    if (pointerType === 'touch') after(holdDelay, show)
    else hide()
  })
  // A touch that scrolls the page is cancelled.
  for (const end of ['pointerup', 'pointercancel'] as const) {
    host.addEventListener(end, ({ pointerType }) => {
      if (pointerType === 'touch' && !shown) clearTimeout(timer)
    })
  }
  host.addEventListener('focusin', () => {
    isFocused = true
    // The pointer may just have left.
    clearTimeout(timer)
    show()
  })
  host.addEventListener('focusout', () => {
    isFocused = false
    if (!isPointed) hide()
  })
  return {
    say(words, own) {
      text = words.trim()
      write = own
      if (text === '') hide()
      else if (shown) own(shown)
    },
    close: hide,
  }
}
