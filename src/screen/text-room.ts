/** Gives a text's element its intrinsic widths, where its own block has none. */
export interface TextRoom {
  readonly element: HTMLElement
  /** The least and the natural width of the text, in units. */
  set(least: number, natural: number): void
}

export function textRoom(page: Document): TextRoom {
  const element = page.createElement('div')
  element.className = 'dotline-room'
  let columns = ''
  return {
    element,
    set(least, natural) {
      const asked = `minmax(${roundedUp(least)}px,${roundedUp(Math.max(least, natural))}px)`
      if (asked === columns) return
      columns = asked
      element.style.setProperty('grid-template-columns', asked)
    },
  }
}

/** Pages count in 64ths of a pixel. */
const roundedUp = (units: number) => Math.ceil(units * 64) / 64
