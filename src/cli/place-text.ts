import { type Command, InvalidArgumentError, Option } from 'commander'
import {
  type Anchor,
  type Drawing,
  drawing,
  type Layout,
  type Placement,
  place,
  placement,
  withGuides,
} from 'dot-line'
import { numberPair } from './options.ts'
import { warn } from './warn.ts'

/** Where a text goes on a page, and how it is turned. */
export interface PlaceOptions {
  readonly page?: readonly [width: number, height: number]
  readonly at?: readonly [x: number, y: number]
  readonly across?: Anchor['across']
  readonly down?: NonNullable<Anchor['down']>
  readonly of?: NonNullable<Anchor['of']>
  readonly by?: NonNullable<Anchor['by']>
  readonly turn?: number
  readonly guides?: true
}

export function addPlaceOptions(command: Command): Command {
  return command
    .option(
      '--page <width,height>',
      'size of the drawing, in units; that of the text without it',
      numberPair,
    )
    .option('--at <x,y>', 'where the anchor of the text goes on it', numberPair)
    .option(
      '--across <edge>',
      'anchor along the line: left, start, center, end, right, or a fraction of the width',
      acrossValue,
    )
    .addOption(
      new Option('--down <edge>', 'anchor down').choices([
        'top',
        'cap',
        'ex',
        'middle',
        'alphabetic',
        'bottom',
      ]),
    )
    .addOption(new Option('--of <lines>', 'whose edges').choices(['first', 'last', 'all']))
    .addOption(
      new Option('--by <box>', 'edges of the lines or of the ink').choices(['line', 'ink']),
    )
    .option('--turn <degrees>', 'turns the text about its anchor, counter-clockwise', anyNumber)
    .option('--guides', 'draws rulers, frame, line boxes, baselines, ink, anchor and style names')
}

const edges = ['left', 'start', 'center', 'end', 'right'] as const

function acrossValue(text: string): NonNullable<Anchor['across']> {
  const edge = edges.find(known => known === text)
  if (edge) return edge
  const fraction = Number(text)
  if (text.trim() !== '' && Number.isFinite(fraction)) return fraction
  throw new InvalidArgumentError(`It takes ${edges.join(', ')}, or a number.`)
}

function anyNumber(text: string): number {
  const value = Number(text)
  if (text.trim() === '' || !Number.isFinite(value)) {
    throw new InvalidArgumentError('It takes a number.')
  }
  return value
}

function anchorOf({ across, down, of, by, turn }: PlaceOptions): Anchor {
  return {
    ...(across !== undefined && { across }),
    ...(down && { down }),
    ...(of && { of }),
    ...(by && { by }),
    ...(turn !== undefined && { turn }),
  }
}

const isPlaced = ({ page, at, turn, across, down, of, by }: PlaceOptions) =>
  [page, at, turn, across, down, of, by].some(option => option !== undefined)

/** Where a text comes to stand; undefined where no option says anything of it. */
export function placementOf(layout: Layout, options: PlaceOptions): Placement | undefined {
  if (!isPlaced(options)) return undefined
  const [x, y] = options.at ?? [0, 0]
  return placement(layout, x, y, anchorOf(options))
}

/** The text as it is drawn: on its page, or in a drawing that is as large as it takes. */
export function placedText(layout: Layout, options: PlaceOptions): Drawing | Layout {
  const placed = placementOf(layout, options)
  if (!placed) return options.guides ? withGuides(layout) : layout
  const [x, y] = options.at ?? [0, 0]
  const anchor = anchorOf(options)
  if (!options.page) {
    const { bounds } = placed
    const at = { x: x - bounds.x, y: y - bounds.y }
    const own = drawing({ width: bounds.width, height: bounds.height }, [
      place(layout, at.x, at.y, anchor),
    ])
    return options.guides ? withGuides(own, [{ layout, ...at, anchor }]) : own
  }
  const [width, height] = options.page
  const shown = drawing({ width, height }, [place(layout, x, y, anchor)])
  warn(shown.problems)
  return options.guides ? withGuides(shown, [{ layout, x, y, anchor }]) : shown
}
