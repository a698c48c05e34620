import { sizeObserver } from './page-abilities.ts'

/**
 * How long lines of vertical text may be: as its element's box is high, where the page makes that less than the
 * text asks for. Where the page does not, the box is as high as the text.
 */
export interface LineLength {
  /** Maximum length, in units; undefined if the box is as high as the text. */
  readonly limit: number | undefined
  /** Whether the box has less room than lines of that length take, and sets the limit then. Reads the page. */
  isExceededBy(length: number): boolean
  stop(): void
}

export function lineLength(
  host: HTMLElement,
  /** The length of its lines now. */
  length: () => number,
  onChange: () => void,
): LineLength {
  let limit: number | undefined
  let height: number | undefined
  const sizes = sizeObserver(([{ contentBoxSize }]) => {
    const [{ blockSize }] = contentBoxSize
    const isOther = height !== undefined && Math.abs(blockSize - height) > tolerance
    height = blockSize
    if (!isOther) return
    // Its lines may be longer now: it is set without a limit first.
    if (limit !== undefined) limit = undefined
    else if (!isExceededBy(length())) return
    onChange()
  })
  sizes.observe(host)
  function isExceededBy(taken: number): boolean {
    const { paddingTop, paddingBottom } = getComputedStyle(host)
    const padding = Number.parseFloat(paddingTop) + Number.parseFloat(paddingBottom)
    const room = host.clientHeight - padding
    if (room <= 0 || taken <= room + tolerance) return false
    limit = room
    return true
  }
  return {
    get limit() {
      return limit
    },
    isExceededBy,
    stop: () => sizes.disconnect(),
  }
}

/** Heights of a page are whole pixels here. */
const tolerance = 1
