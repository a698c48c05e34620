import type { PlainStyle } from '../measure/plain-style.ts'
import { type StopRows, tolerance } from '../measure/stop-rows.ts'
import { reached, sortedStops, stopFrom } from '../measure/tab-stops.ts'
import { type ChosenLines, noLines } from './chosen-lines.ts'
import { type LineRooms, roomOf } from './line-rooms.ts'

/**
 * First fit of a text with tabs, whose widths depend on where they stand; undefined where one does not
 * reach the stop that is stated for it, where a word is wider than its line, and of more lines than `most`.
 */
export function tabbedLines(
  rows: StopRows,
  rooms: LineRooms,
  most: number,
  own: PlainStyle,
): ChosenLines | undefined {
  const { count, ends, nexts, offsets, contents, tabOffsets, tabPlaces } = rows
  const { tabWidth, leastTab } = own.tabSizes
  const stated = sortedStops(own.style.tabs)
  const lines = noLines()
  let [x, tab] = [0, 0]
  for (let next = 0; next < count; ) {
    const index = lines.ends.length
    const room = roomOf(rooms, index)
    const indent = index === 0 ? own.firstIndent : own.indent
    let [last, width, shift, passed] = [next - 1, 0, 0, 0]
    let ahead = tab
    for (let i = next; i < count; i++) {
      for (; ahead < tabOffsets.length && tabOffsets[ahead] < contents[i]; ahead++) {
        const here = tabPlaces[ahead] - x + shift + indent
        const stop = stopFrom(here + leastTab, stated, tabWidth)
        const wanted = stated[passed++]?.at
        if (wanted !== undefined && wanted < here + leastTab - reached) return undefined
        shift += Math.max(leastTab, stop.at - here)
      }
      const needed = ends[i] - x + shift
      if (needed > room + tolerance) break
      last = i
      width = needed
    }
    if (last < next || index === most) return undefined
    lines.stops.push(last)
    lines.ends.push(offsets[last])
    lines.widths.push(width)
    x = nexts[last]
    next = last + 1
    // Those at the end of the line hang.
    while (tab < tabOffsets.length && tabOffsets[tab] < offsets[last]) tab++
  }
  return lines
}
