import type { Box } from '../../core.ts'
import { type AxisSide, axisGroups } from './axis-groups.ts'
import {
  coverOf,
  isFree,
  layoutOf,
  movedInside,
  movedText,
  placedAt,
  type RestyleSetting,
  type SetText,
  touch,
  type Wanted,
} from './place-text.ts'

/** The labels of one axis that are shown; the others have no room. */
type ShownLabels = ReadonlyMap<Wanted, SetText>

/**
 * Sets the labels of each axis in one way, the first that has room for all of them: as they are,
 * wrapped, turned by 45 or 90 degrees, turned and truncated. Numbers, which one can count on from,
 * are thinned out instead of turned; names only where nothing else has room.
 */
export function setAxisLabels(
  wanted: readonly Wanted[],
  setting: RestyleSetting,
  taken: (readonly Box[])[],
): ShownLabels {
  const shown = new Map<Wanted, SetText>()
  // Labels at the sides stand beside the plot, those below it give way to them.
  const groups = axisGroups(wanted, setting.box).toSorted(
    (a, b) => Number(isRow(a.side)) - Number(isRow(b.side)),
  )
  for (const { side, labels } of groups) {
    const axis: Axis = { side, labels, setting, taken }
    const set = firstThatFits(axis)
    for (const [label, one] of set) {
      shown.set(label, one)
      taken.push(coverOf(one.placed))
    }
  }
  return shown
}

interface Axis {
  readonly side: AxisSide
  /** In the order in which they stand along it. */
  readonly labels: readonly Wanted[]
  readonly setting: RestyleSetting
  /** The areas that other texts cover. */
  readonly taken: readonly (readonly Box[])[]
}

const isRow = (side: AxisSide) => side === 'top' || side === 'bottom'

/** Longer labels than so many lines look like paragraphs. */
const mostLines = 3

/** A truncated label shows at least this much, in ems. */
const leastCut = 4

function firstThatFits(axis: Axis): ShownLabels {
  const { labels } = axis
  const areNames = labels.some(({ text }) => (text.text.match(/\p{L}/gu)?.length ?? 0) > 3)
  const areLevel = labels.every(({ text }) => Math.abs(text.angle) < 1)
  const whole = allOf(axis, wholeLabel)
  if (whole) return whole
  if (areNames && areLevel) {
    const wrapped = isRow(axis.side) ? allOf(axis, wrappedInRow) : allOf(axis, wrappedInColumn)
    if (wrapped) return wrapped
  }
  if (areNames && isRow(axis.side)) {
    const angles = areLevel ? [45, 90] : [labels[0].text.angle, 90]
    for (const isCut of [false, true]) {
      for (const angle of angles) {
        const turned = allOf(axis, (label, own) => turnedLabel(label, own, angle, isCut))
        if (turned) return turned
      }
    }
  }
  if (areNames && !isRow(axis.side)) {
    const cut = allOf(axis, cutInColumn)
    if (cut) return cut
  }
  return thinned(axis)
}

type SetLabel = (label: Wanted, axis: Axis) => SetText | undefined

/** All labels set in one way, if none of them touches anything. */
function allOf(
  axis: Axis,
  set: SetLabel,
  labels: readonly Wanted[] = axis.labels,
): ShownLabels | undefined {
  const shown = new Map<Wanted, SetText>()
  let before: readonly Box[] | undefined
  for (const label of labels) {
    const one = set(label, axis)
    if (!one || !isFree(one.placed, axis.setting.box, axis.taken)) return undefined
    const cover = coverOf(one.placed)
    if (before && touch(before, cover)) return undefined
    before = cover
    shown.set(label, one)
  }
  return shown
}

/** Every label, every second, every third: the first that fit. Labels that fit nowhere are left out. */
function thinned(axis: Axis): ShownLabels {
  const asTheyAre = everyFew(axis, wholeLabel)
  return asTheyAre.size > 0 || !isRow(axis.side) ? asTheyAre : everyFew(axis, levelLabel)
}

function everyFew(axis: Axis, set: SetLabel): ShownLabels {
  const able = axis.labels.filter(label => {
    const one = set(label, axis)
    return one && isFree(one.placed, axis.setting.box, axis.taken)
  })
  for (let step = 1; step < able.length; step++) {
    const kept = able.filter((_, i) => i % step === 0)
    const shown = allOf(axis, set, kept)
    if (shown) return shown
  }
  return allOf(axis, set, able.slice(0, 1)) ?? new Map()
}

/** A turned label that stands level instead. */
const levelLabel: SetLabel = (label, axis) => {
  const down = axis.side === 'bottom' ? 'cap' : 'alphabetic'
  const level: Wanted = { ...label, text: { ...label.text, angle: 0, across: 'center', down } }
  const wasTurned = Math.abs(label.text.angle) > 1
  const placed = placedAt(level, layoutOf(level, axis.setting))
  return { placed, outcome: wasTurned ? 'turned' : 'set' }
}

const wholeLabel: SetLabel = (label, axis) => {
  const placed = awayFromPlot(label, axis, placedAt(label, layoutOf(label, axis.setting)))
  // Only a little: its place says where it belongs.
  return { placed: movedInside(placed, axis.setting.box, placed.layout.height / 2), outcome: 'set' }
}

const wrappedInRow: SetLabel = (label, axis) =>
  wrappedLabel(label, axis, widthInRow(label, axis.labels))

const wrappedInColumn: SetLabel = (label, axis) =>
  wrappedLabel(label, axis, widthInColumn(label, axis.setting.box))

function wrappedLabel(label: Wanted, axis: Axis, width: number): SetText | undefined {
  if (!(width > 0)) return undefined
  const layout = layoutOf(label, axis.setting, width)
  if (layout.lines.length > mostLines || isBroken(layout)) return undefined
  const placed = awayFromPlot(label, axis, placedAt(label, layout))
  return { placed, outcome: layout.lines.length > 1 ? 'wrapped' : 'set' }
}

const cutInColumn: SetLabel = (label, axis) => {
  const whole = layoutOf(label, axis.setting)
  const width = widthInColumn(label, axis.setting.box)
  if (width < leastCut * whole.style.size) return undefined
  const layout = layoutOf(label, axis.setting, width, 1)
  return {
    placed: awayFromPlot(label, axis, placedAt(label, layout)),
    outcome: layout.cut ? 'cut' : 'set',
  }
}

/** A label that ends at its tick, turned so that it hangs away from the plot. */
function turnedLabel(
  label: Wanted,
  axis: Axis,
  angle: number,
  isCut: boolean,
): SetText | undefined {
  const { box } = axis.setting
  // Below the plot a rising label ends at its tick; above the plot, or falling, it begins there.
  const isRising = angle > 0
  const across = (axis.side === 'bottom') === isRising ? 'end' : 'start'
  const turned: Wanted = { ...label, text: { ...label.text, angle, across, down: 'capMiddle' } }
  const whole = layoutOf(turned, axis.setting)
  let layout = whole
  if (isCut) {
    const radians = (Math.abs(angle) * Math.PI) / 180
    const { x, y } = label.text
    const isToLeft = (across === 'end') === Math.cos(radians) >= 0
    const down = axis.side === 'bottom' ? box.y + box.height - y : y - box.y
    const beside = isToLeft ? x - box.x : box.x + box.width - x
    const cos = Math.cos(radians)
    const length = Math.min(
      (down - whole.height * (0.5 + cos / 2)) / Math.sin(radians),
      cos < 0.01 ? Infinity : (beside - whole.height / 2) / cos,
    )
    if (!(length >= leastCut * whole.style.size)) return undefined
    if (length < whole.width) layout = layoutOf(turned, axis.setting, length, 1)
  }
  const placed = awayFromPlot(label, axis, placedAt(turned, layout))
  const wasTurned = Math.abs(label.text.angle - angle) > 1
  return { placed, outcome: layout.cut ? 'cut' : wasTurned ? 'turned' : 'set' }
}

/** The maximum width of a label beside its neighbors in a row. */
function widthInRow({ text }: Wanted, row: readonly Wanted[]): number {
  let step = Infinity
  for (const other of row) {
    const away = Math.abs(other.text.x - text.x)
    if (away > 0.5) step = Math.min(step, away)
  }
  return step * 0.92
}

/** The maximum width of a horizontal label on its side of the anchor. */
function widthInColumn({ text: { x, across } }: Wanted, box: Box): number {
  const [before, after] = [x - box.x, box.x + box.width - x]
  if (across === 'center') return 2 * Math.min(before, after)
  return across === 'end' ? before : after
}

const isBroken = ({ problems }: ReturnType<typeof layoutOf>) =>
  problems.some(({ code }) => code === 'broken-word')

/** Larger letters grow away from the plot: what faces it stays where it was. */
function awayFromPlot(label: Wanted, { side, setting }: Axis, placed: SetText['placed']) {
  if (!isRow(side)) return placed
  const cover = coverOf(placed)
  if (cover.length === 0) return placed
  const facing = side === 'bottom' ? edge(cover, 'top') : edge(cover, 'bottom')
  const before = facingEdge(label, side, setting)
  const dy = before - facing
  return (side === 'bottom' ? dy > 0 : dy < 0) ? movedText(placed, 0, dy) : placed
}

const edge = (boxes: readonly Box[], which: 'top' | 'bottom'): number =>
  boxes.reduce(
    (found, { y, height }) => (which === 'top' ? Math.min(found, y) : Math.max(found, y + height)),
    which === 'top' ? Infinity : -Infinity,
  )

/** The original edge of a label that faces the plot, from its letters in their original size. */
function facingEdge(label: Wanted, side: AxisSide, setting: RestyleSetting): number {
  const layout = layoutOf(label, setting)
  const cover = coverOf(placedAt(label, layout))
  const size = layout.style.size
  const factor = Math.min(1, label.text.fontSize / size)
  const facing = side === 'bottom' ? edge(cover, 'top') : edge(cover, 'bottom')
  return label.text.y + (facing - label.text.y) * factor
}
