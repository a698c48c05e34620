import { type Command, InvalidArgumentError, Option } from 'commander'
import {
  type Anchor,
  type Drawing,
  draw,
  type Layout,
  type Placement,
  place,
  placementOf,
  withGuides,
} from 'dot-line'
import { anyNumber, numberPair } from './options.ts'
import { warn } from './warn.ts'

/** The position and rotation of a text on a page. */
export interface PlaceOptions {
  readonly page?: readonly [width: number, height: number]
  readonly at?: readonly [x: number, y: number]
  readonly anchor?: Pick<Anchor, 'across' | 'down'>
  readonly anchorOf?: NonNullable<Anchor['of']>
  readonly anchorBy?: NonNullable<Anchor['by']>
  readonly angle?: number
  readonly guides?: true
}

const acrossEdges = ['left', 'start', 'center', 'end', 'right'] as const
const downEdges = ['top', 'cap', 'ex', 'center', 'alphabetic', 'bottom'] as const

export function addPlaceOptions(command: Command): Command {
  return command
    .option(
      '--page <width,height>',
      'size of the drawing, in units (default: that of the text)',
      numberPair,
    )
    .option('--at <x,y>', 'where to put the anchor of the text', numberPair)
    .option(
      '--anchor <across,down>',
      `the point of the text that goes there: ${acrossEdges.join(', ')} or a fraction of the width; then ${downEdges.join(', ')}`,
      anchorPoint,
    )
    .addOption(
      new Option('--anchor-of <lines>', 'the lines that the anchor refers to').choices([
        'first',
        'last',
        'all',
      ]),
    )
    .addOption(
      new Option('--anchor-by <box>', 'edges of line boxes, or of ink').choices(['line', 'ink']),
    )
    .option('--angle <degrees>', 'rotates the text about its anchor, counter-clockwise', anyNumber)
}

export function addGuidesOption(command: Command): Command {
  return command.option(
    '--guides',
    'draws rulers, frame, line boxes, baselines, ink, anchor and style names',
  )
}

/** `center,center`; what is down may be left out. */
function anchorPoint(text: string): Pick<Anchor, 'across' | 'down'> {
  const [acrossText, downText, ...more] = text.split(',')
  const across = acrossEdges.find(edge => edge === acrossText) ?? fraction(acrossText)
  const down = downEdges.find(edge => edge === downText)
  if (across === undefined || (downText !== undefined && !down) || more.length > 0) {
    throw new InvalidArgumentError(
      `It takes ${acrossEdges.join(', ')} or a fraction, a comma, and ${downEdges.join(', ')}.`,
    )
  }
  return down ? { across, down } : { across }
}

function fraction(text: string): number | undefined {
  const value = Number(text)
  return text.trim() !== '' && Number.isFinite(value) ? value : undefined
}

function anchorOf({ anchor, anchorOf: of, anchorBy: by, angle }: PlaceOptions): Anchor {
  return { ...anchor, ...(of && { of }), ...(by && { by }), ...(angle !== undefined && { angle }) }
}

const isPlaced = ({ page, at, angle, anchor, anchorOf: of, anchorBy: by }: PlaceOptions) =>
  [page, at, angle, anchor, of, by].some(option => option !== undefined)

/** The place of a text; undefined if no option sets one. */
export function optionalPlacement(layout: Layout, options: PlaceOptions): Placement | undefined {
  if (!isPlaced(options)) return undefined
  const [x, y] = options.at ?? [0, 0]
  return placementOf(layout, x, y, anchorOf(options))
}

/** The text as it is drawn: on its page, or in a drawing that is as large as it takes. */
export function placedText(layout: Layout, options: PlaceOptions): Drawing | Layout {
  const placed = optionalPlacement(layout, options)
  if (!placed) return options.guides ? withGuides(layout) : layout
  const [x, y] = options.at ?? [0, 0]
  const anchor = anchorOf(options)
  if (!options.page) {
    const { bounds } = placed
    const at = { x: x - bounds.x, y: y - bounds.y }
    const drawing = draw({ width: bounds.width, height: bounds.height }, [
      place(layout, at.x, at.y, anchor),
    ])
    return options.guides ? withGuides(drawing, [{ layout, ...at, anchor }]) : drawing
  }
  const [width, height] = options.page
  const shown = draw({ width, height }, [place(layout, x, y, anchor)])
  warn(shown.problems)
  return options.guides ? withGuides(shown, [{ layout, x, y, anchor }]) : shown
}
