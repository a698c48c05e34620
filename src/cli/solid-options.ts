import { type Command, Option } from 'commander'
import { type Drawing, draw, type GroupItem, inkBox, type Layout, textAlong } from 'dot-line'
import { arrangeLetters, type Plate } from 'dot-line/outline'
import { CommandError } from './command-error.ts'
import { positiveNumber } from './options.ts'
import { warn } from './warn.ts'

/** Options for text that is cut, milled or printed. */
export interface SolidOptions {
  readonly plate?: number
  readonly plateText?: Plate['text']
  readonly plateMargin?: number
  readonly plateRadius?: number
  readonly bridges?: number
  readonly letterHeight?: number
  readonly mirrored?: true
  readonly advanceFactor?: number
  readonly along?: string
}

export function addSolidOptions(command: Command): Command {
  return command
    .option('--letter-height <millimeters>', 'how high capitals are in DXF and STL', positiveNumber)
    .option(
      '--plate <millimeters>',
      'how thick a plate is that an STL text stands on',
      positiveNumber,
    )
    .addOption(
      new Option('--plate-text <kind>', 'how the text is in its plate').choices([
        'raised',
        'sunk',
        'cut',
      ]),
    )
    .option('--plate-margin <millimeters>', 'plate around the text', positiveNumber)
    .option('--plate-radius <millimeters>', 'radius of the corners of the plate', positiveNumber)
    .option(
      '--bridges <millimeters>',
      'width of the strips that hold loose inner pieces of a plate',
      positiveNumber,
    )
    .option('--mirrored', 'letters as in a mirror')
    .option('--advance-factor <factor>', 'how far each letter goes on', positiveNumber)
    .option('--along <path>', 'sets the first line along a curve: the data of an SVG path')
}

/** The plate that options ask for. Throws where they say something of one that there is not. */
export function plateOf(options: SolidOptions): Plate | undefined {
  const { plate: thickness, plateText: text, plateMargin: margin, plateRadius: radius } = options
  const { bridges } = options
  if (thickness === undefined) {
    const others = { '--plate-text': text, '--plate-margin': margin, '--plate-radius': radius }
    for (const [name, value] of Object.entries({ ...others, '--bridges': bridges })) {
      if (value !== undefined) throw new CommandError(`${name} is of a plate`, 'give --plate too')
    }
    return undefined
  }
  return {
    thickness,
    ...(text && { text }),
    ...(margin !== undefined && { margin }),
    ...(radius !== undefined && { radius }),
    ...(bridges !== undefined && { bridges }),
  }
}

/** A drawing that is as large as what is painted in it. */
function aroundInk(item: GroupItem): Drawing {
  const ink = inkBox(draw({ width: 0, height: 0 }, [item]))
  if (!ink) return draw({ width: 0, height: 0 }, [])
  const moved: GroupItem = {
    kind: 'group',
    matrix: { xx: 1, yx: 0, xy: 0, yy: 1, dx: -ink.x, dy: -ink.y },
    items: [item],
  }
  return draw({ width: ink.width, height: ink.height }, [moved])
}

/** Letters as they are asked for: along a curve, in a mirror, closer or wider; undefined if none of that is. */
export function arrangedText(layout: Layout, options: SolidOptions): Drawing | undefined {
  const { mirrored, advanceFactor, along } = options
  if (along !== undefined) {
    if (mirrored || advanceFactor !== undefined) {
      throw new CommandError('--along goes with neither --mirrored nor --advance-factor')
    }
    const { item, problems } = textAlong(layout, along)
    warn(problems)
    return aroundInk(item)
  }
  if (!mirrored && advanceFactor === undefined) return undefined
  return arrangeLetters(layout, {
    ...(mirrored && { mirrored }),
    ...(advanceFactor !== undefined && { advanceFactor }),
  })
}
