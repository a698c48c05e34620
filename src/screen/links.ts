import { type Layout, rangeBoxes } from '../core.ts'
import { colorText } from '../notation/index.ts'
import { restoreFocus } from './focus-in.ts'
import type { LinkedPart } from './link-actions.ts'
import type { LinkState } from './state-rules.ts'

/** A link or an action, with where it stands in its text, unless that is cut off there. */
interface ShownLink extends LinkedPart {
  readonly start?: number
  readonly end?: number
}

/** Follows pointer, touch and keyboard over the links and actions of a block. */
export interface Links {
  /** Updates the links for a layout. */
  show(layout: Layout, linked: readonly ShownLink[]): void
}

/** The ink of the text at an offset, which can be seen on what is behind it. */
function inkAt({ lines }: Layout, offset: number): string | undefined {
  for (const { runs } of lines) {
    const run = runs.find(one => offset >= one.start && offset < one.end)
    if (run) return run.style.ink.kind === 'solid' ? colorText(run.style.ink) : undefined
  }
  return undefined
}

/**
 * A link is one, however many lines it goes over: all its parts look alike, and its focus is drawn
 * around each of them. Enter and Space take an action.
 */
export function followLinks(block: HTMLElement, onAction: (linked: LinkedPart) => void): Links {
  const page = block.ownerDocument
  const active = new Map<LinkState, number>()
  let layout: Layout | undefined
  let linked: readonly ShownLink[] = []
  let rings: HTMLElement[] = []

  const indexOf = (target: EventTarget | null) => {
    const part = target instanceof Element ? target.closest('[data-dotline-link]') : undefined
    return part ? Number(part.getAttribute('data-dotline-link')) : undefined
  }

  function set(state: LinkState, index: number | undefined) {
    if (active.get(state) === index) return
    if (index === undefined) active.delete(state)
    else active.set(state, index)
    mark()
  }

  function mark() {
    for (const part of block.querySelectorAll('[data-dotline-link]')) {
      const own = Number(part.getAttribute('data-dotline-link'))
      const names = [...active].filter(([, index]) => index === own).map(([name]) => name)
      if (names.length > 0) part.setAttribute('data-dotline-state', names.join(' '))
      else part.removeAttribute('data-dotline-state')
    }
    drawRings()
  }

  function drawRings() {
    for (const ring of rings) ring.remove()
    rings = []
    const focused = linked[active.get('focus') ?? -1]
    if (focused?.start === undefined || focused.end === undefined || !layout) return
    const color = inkAt(layout, focused.start)
    rings = rangeBoxes(layout, focused.start, focused.end).map(({ x, y, width, height }) => {
      const ring = page.createElement('div')
      if (color) ring.style.setProperty('outline-color', color)
      ring.className = 'dotline-ring'
      ring.setAttribute('aria-hidden', 'true')
      const style = { left: x, top: y, width, height }
      for (const [name, units] of Object.entries(style)) ring.style.setProperty(name, `${units}px`)
      block.append(ring)
      return ring
    })
  }

  function take(index: number | undefined): boolean {
    const own = index === undefined ? undefined : linked[index]
    if (own?.action === undefined) return false
    onAction(own)
    return true
  }

  block.addEventListener('pointerover', event => set('hover', indexOf(event.target)))
  block.addEventListener('pointerleave', () => set('hover', undefined))
  block.addEventListener('pointerdown', event => set('active', indexOf(event.target)))
  for (const end of ['pointerup', 'pointercancel', 'pointerleave']) {
    block.addEventListener(end, () => set('active', undefined))
  }
  block.addEventListener('focusin', ({ target }) => {
    const isSeen = target instanceof Element && target.matches(':focus-visible')
    set('focus', isSeen ? indexOf(target) : undefined)
  })
  block.addEventListener('focusout', () => set('focus', undefined))
  block.addEventListener('click', event => {
    const index = indexOf(event.target)
    if (index === undefined) return
    // A click that ends a selection is no click on the link.
    if (take(index)) event.preventDefault()
  })
  block.addEventListener('keydown', event => {
    const index = indexOf(event.target)
    if (index === undefined || (event.key !== 'Enter' && event.key !== ' ')) return
    // Browsers handle Enter on links themselves.
    if (linked[index]?.link !== undefined && linked[index]?.action === undefined) return
    if (take(index)) event.preventDefault()
  })

  return {
    show(own, targets) {
      const focusedBefore = active.get('focus')
      layout = own
      linked = targets
      if (active.size > 0) mark()
      // Its nodes may have been written anew.
      if (focusedBefore !== undefined) restoreFocus(block, focusedBefore)
    },
  }
}
