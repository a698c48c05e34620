/** Details of the event `text-action`. */
export interface TextAction {
  /** Name of the action in the markup. */
  readonly action: string
  /** Its text. */
  readonly text: string
  /** The values that its text was filled with. */
  readonly values: unknown
}

/** A link or an action in a text, however many lines it goes over. */
export interface LinkedPart {
  readonly link?: string | undefined
  readonly action?: string | undefined
  /** Its text. */
  readonly text: string
  /** Whether it stands for what was cut off, and shows that. */
  readonly opens?: boolean
}

/**
 * Calls `onAction` when an action in a block is used. CSS shows the states of its links and actions;
 * `linkedOf` returns them in order.
 */
export function takeActions(
  block: HTMLElement,
  linkedOf: () => readonly LinkedPart[],
  onAction: (linked: LinkedPart) => void,
) {
  const take = (event: Event) => {
    const { target } = event
    const part = target instanceof Element ? target.closest('[data-dotline-action]') : undefined
    const linked = part && linkedOf()[Number(part.getAttribute('data-dotline-link'))]
    if (!linked || linked.action === undefined) return
    onAction(linked)
    event.preventDefault()
  }
  block.addEventListener('click', take)
  block.addEventListener('keydown', event => {
    if (event.key === 'Enter' || event.key === ' ') take(event)
  })
}
