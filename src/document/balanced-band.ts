import type { Band, BandSetting } from './band.ts'
import { fillBand } from './fill-band.ts'
import type { FlowItem } from './flow-item.ts'
import { itemQueue } from './item-queue.ts'

/** Heights of columns that differ by less, in points, are as good. */
const close = 2

/**
 * The same band with columns as low as they can be and still take all of its items: of about one
 * height. By bisection; each try keeps to all rules of breaking.
 */
export function balancedBand(items: readonly FlowItem[], band: Band, setting: BandSetting): Band {
  const top = setting.columns[0].y
  let best = band
  // Lower than the part of each of them no column can be.
  const count = setting.columns.length
  let high = band.bottom - top
  let low = items.reduce((sum, { height }) => sum + height, 0) / count - close
  while (high - low > close) {
    const depth = (low + high) / 2
    const queue = itemQueue(items)
    const floats: FlowItem[] = []
    const next = fillBand(queue, floats, { ...setting, depth, isFresh: false })
    if (queue.peek(0) || floats.length > 0) {
      low = depth
    } else {
      best = next
      high = Math.min(depth, next.bottom - top)
    }
  }
  return { ...best, end: band.end }
}
