import { append } from '../blocks/index.ts'
import type { GlyphRun, Layout } from '../layout/index.ts'
import { made } from '../problem/index.ts'
import type { Drawing, Item } from './drawing.ts'
import { eachItem } from './each-item.ts'
import { inkBoxOf } from './ink-box.ts'
import { frameItems, laidBackings } from './line-items.ts'
import { layersOf, opacityGroups, paintedOf } from './line-layers.ts'
import { standingOf } from './run-items.ts'

/** The layers of a layout whose plain letters another program shows as text. */
export interface AroundText {
  /** Below the letters; undefined if there is nothing. */
  readonly below: Drawing | undefined
  readonly above: Drawing | undefined
  /** Whether a run, of a place in its line, is painted in `below`, so that its text is not to be seen. */
  isPainted(line: number, run: number): boolean
}

/**
 * Everything but letters that are filled with one color. `isText` says of which runs the other
 * program can show the letters as they are.
 */
export function aroundText(layout: Layout, isText: (run: GlyphRun) => boolean): AroundText {
  const below: Item[] = [...frameItems(layout), ...laidBackings(layout, layout.lines)]
  const above: Item[] = []
  const painted: boolean[][] = []
  for (const line of layout.lines) {
    const standing = standingOf(layout, line)
    const ofLine: boolean[] = []
    for (const group of opacityGroups(line)) {
      const { opacity, runs } = group
      const layers = layersOf(group, standing)
      if (opacity < 1) {
        below.push({ kind: 'group', opacity, items: paintedOf(layers) })
        append(
          ofLine,
          runs.map(() => true),
        )
        continue
      }
      append(below, layers.below)
      for (const { run, items } of layers.letters) {
        const isShown = !run.box && run.text !== '\t' && isFilled(items) && isText(run)
        if (!isShown) append(below, items)
        ofLine.push(!isShown)
      }
      append(above, layers.above)
    }
    painted.push(ofLine)
  }
  return {
    below: pictureOf(below),
    above: pictureOf(above),
    isPainted: (line, run) => painted[line][run],
  }
}

/** Whether letters have one color, and no stroke. */
function isFilled(items: readonly Item[]): boolean {
  let isEach = true
  eachItem(items, {
    item(item) {
      if (item.kind === 'glyphs' && item.paint) isEach = false
    },
  })
  return isEach
}

/** A drawing as large as what is in it, in whole units. */
export function pictureOf(items: readonly Item[]): Drawing | undefined {
  const ink = inkBoxOf(items)
  if (!ink) return undefined
  const [x, y] = [Math.floor(ink.x) - 1, Math.floor(ink.y) - 1]
  const [right, bottom] = [Math.ceil(ink.x + ink.width) + 1, Math.ceil(ink.y + ink.height) + 1]
  const box = { x, y, width: right - x, height: bottom - y }
  return { [made]: true, kind: 'drawing', box, items, problems: [] }
}
