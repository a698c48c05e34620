import {
  type Drawing,
  draw,
  type Fonts,
  type Item,
  place,
  richFromText,
  rule,
  type StyleSource,
  typesetterFor,
  withGuides,
} from 'dot-line'
import type { Scene } from './board.ts'

const edge = 28
const gap = 40
const column = 250
const width = 2 * edge + 3 * column + 2 * gap

/** Effects as a sheet of the ferry company might name them. */
const effects = {
  tour: { underline: true },
  fare: { underline: { ink: 'mark', width: 2, gap: 3 } },
  draft: { underline: { ink: 'warning', width: 1.5, dash: [5, 3] } },
  heading: { overline: { ink: 'mark', width: 2, gap: 2 } },
  gone: { strike: { ink: 'warning', width: 2 } },
  pill: {
    weight: 'bold',
    ink: 'on-plate',
    backing: {
      ink: 'plate',
      padding: { left: 8, right: 8, top: 1, bottom: 1 },
      radius: 12,
      inFlow: true,
    },
  },
  outlined: {
    backing: {
      ink: 'card',
      padding: { left: 5, right: 5 },
      radius: 4,
      border: { ink: 'mark', width: 1 },
    },
  },
  banded: { backing: { ink: 'shallow', extent: 'line', padding: { left: 4, right: 4 } } },
  boxed: { backing: { ink: 'shallow', extent: 'block', padding: 8, radius: 8 } },
  card: {
    padding: { start: 14, end: 14, top: 10, bottom: 10 },
    border: { ink: 'line', width: 1.5, radius: 10, fill: 'card' },
  },
  sign: { size: 40, weight: 'bold', leading: 1.15 },
  edged: { from: 'sign', ink: 'card', stroke: { ink: 'plate', width: 2 } },
  hollow: { from: 'sign', stroke: { ink: 'plate', width: 1.5, align: 'center', fill: false } },
  dusk: { from: 'sign', ink: 'dusk' },
  dawn: { from: 'sign', ink: 'dusk', stroke: { ink: 'plate', width: 1.5 } },
  raised: { from: 'sign', shadow: { ink: 'plate', x: 2, y: 2.5 }, ink: 'mark' },
  floating: { from: 'sign', shadow: { ink: 'soft', x: 0, y: 3, blur: 6 } },
  faint: { opacity: 0.45, underline: { ink: 'warning', width: 7, gap: -6, skip: false } },
  fitted: { weight: 'bold', ink: 'mark' },
  upright: { size: 17, weight: 'bold', writingMode: 'vertical-rl', orientation: 'upright' },
  down: { size: 17, writingMode: 'sideways-rl', ink: 'quiet' },
  high: { variantPosition: 'super' },
  low: { variantPosition: 'sub' },
  caps: { caps: 'small-caps', tracking: 0.04 },
} as const satisfies Record<string, StyleSource>

interface Sample {
  readonly markup: string
  readonly style?: keyof typeof effects
}

const columns: readonly (readonly Sample[])[] = [
  [
    { markup: '~tour[Sailing to ~size=1.4x[Gannet] Stair]' },
    { markup: '~fare[Day return 12.50] and ~draft[not yet agreed]' },
    { markup: '~heading[Quillhaven] ~gone[08:25] 08:40' },
    { markup: '~pill[Boarding]{U+2003}~outlined[berth 3]{U+2003}~outlined[deck B]' },
    { markup: '~banded[Season tickets bought before the change stay valid.]' },
    { markup: '~boxed[Children under seven travel free, as do dogs that sit.]' },
  ],
  [
    { markup: '~edged[Thistle]' },
    { markup: '~hollow[Marigold]' },
    { markup: '~dusk[Low Emmerly]' },
    { markup: '~dawn[Sea Holly]' },
    { markup: '~raised[Little Auk]' },
    { markup: '~floating[Ardle Point]' },
  ],
  [
    { markup: '~faint[Faint with its line], and not' },
    { markup: '40 m~high[2] of deck, CO~low[2] by half' },
    { markup: '~caps[Lantern Sound Ferries], 07:40' },
    { markup: 'A card has padding, a border and round corners.', style: 'card' },
  ],
]

/** Every effect that text is painted with, and the guides that show where things are. */
export function gallery({ sheet }: Scene, fonts: Fonts): Drawing {
  const styled = sheet.with({
    inks: {
      shallow: { from: 'plate', mix: 'paper', share: 0.82 },
      soft: { from: 'plate', alpha: 0.6 },
      dusk: { gradient: 'linear', angle: -20, stops: ['warning', 'mark', 'fine'] },
    },
    styles: { base: { from: 'body', size: 19 }, ...effects },
  })
  const { set } = typesetterFor({ sheet: styled, fonts })
  const items: (Item | readonly Item[])[] = []
  let floor = 0
  for (const [i, samples] of columns.entries()) {
    const x = edge + i * (column + gap)
    let y = edge
    for (const { markup, style } of samples) {
      const text: string = style ? markup : `~base[${markup}]`
      const layout = set(text, { style: style ?? 'body', width: column })
      items.push(place(layout, x, y))
      y += layout.height + 18
    }
    floor = Math.max(floor, y)
    if (i < 2) continue
    const shown = set('~base[Boats to ~strong[Ardle]]', { style: 'body' })
    const guided = withGuides(draw({ width: 128, height: 60 }, [place(shown, 10, 18)]), [
      { layout: shown, x: 10, y: 18 },
    ])
    const matrix = { xx: 1, yx: 0, xy: 0, yy: 1, dx: x - guided.box.x, dy: y - guided.box.y }
    items.push({ kind: 'group', matrix, items: guided.items })
    y += guided.box.height + 8
    const note = set(richFromText('Guides show units, frames, baselines, ink and styles.'), {
      style: 'body',
      width: column,
    })
    items.push(place(note, x, y))
    floor = Math.max(floor, y + note.height)
  }
  // Beside the boats' names: letters below each other, and lines that run down.
  const right = edge + 2 * column + gap
  const stacked = set('QUAY', { style: 'upright' })
  const side = set(richFromText('berths 1 to 4'), { style: 'down' })
  items.push(
    place(stacked, right, edge, { across: 'right' }),
    place(side, right - 4, floor, { across: 'right', down: 'bottom' }),
  )
  const fitted = set(richFromText('Brackwater-under-Heugh'), {
    style: 'fitted',
    width: column,
    maxLines: 1,
    fit: { min: 8, max: 60 },
  })
  items.push(place(fitted, edge, floor, { down: 'bottom' }))
  for (const x of [edge + column + gap / 2, edge + 2 * column + 1.5 * gap]) {
    items.push(rule([x, edge], [x, floor], sheet.ink('line')))
  }
  return draw(
    {
      width,
      height: floor + edge,
      title: 'What text is painted with',
      language: 'en',
      background: sheet.ink('paper'),
    },
    items,
  )
}
