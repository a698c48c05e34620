import { type Command, Option } from 'commander'
import { type Box, inkBox, type Layout, type Placement } from 'dot-line'
import { addPlaceOptions, optionalPlacement, type PlaceOptions } from './place-text.ts'
import { addTextOptions, setText, type TextOptions } from './set-text.ts'
import { table } from './table.ts'

interface MeasureOptions extends TextOptions, PlaceOptions {
  readonly format: 'table' | 'json'
}

/** Options and action of the command. */
export function define(command: Command) {
  command.description(
    'Sets marked-up text in a frame and prints how large it is, and where its lines are. ' +
      'The text comes from -t, from FILE, or from standard input where FILE is -.',
  )
  addPlaceOptions(addTextOptions(command))
    .addOption(
      new Option('--format <format>', 'output format').choices(['table', 'json']).default('table'),
    )
    .addHelpText('after', "\nExample:\n  dotline measure -t 'Boats to Quillhaven are late' -w 120")
    .action(measure)
}

async function measure(file: string | undefined, { format, ...options }: MeasureOptions) {
  const layout = await setText(file, options)
  const placed = optionalPlacement(layout, options)
  process.stdout.write(
    format === 'json'
      ? `${JSON.stringify(measures(layout, placed), null, 2)}\n`
      : await asText(layout, placed),
  )
}

/** All in units, y downward from the top left of the frame. */
function measures(layout: Layout, placed: Placement | undefined) {
  const { width, height, textWidth, text, lines, cut, writingMode, fittedSize } = layout
  const ink = inkBox(layout)
  return {
    width,
    height,
    textWidth,
    writingMode,
    ...(fittedSize !== undefined && { fittedSize }),
    ...(ink && { inkBox: ink }),
    lines: lines.map(line => ({
      text: text.slice(line.start, line.end),
      start: line.start,
      end: line.end,
      x: line.x,
      width: line.width,
      top: line.top,
      height: line.height,
      baseline: line.baseline,
    })),
    ...(cut && { cut }),
    ...(placed && { placed: { bounds: placed.bounds, inkBox: placed.inkBox } }),
  }
}

async function asText(layout: Layout, placed: Placement | undefined): Promise<string> {
  const { width, height, inkBox: ink, lines, cut, fittedSize } = measures(layout, placed)
  const rows = lines.map((line, i) => [
    String(i + 1),
    ...[line.x, line.width, line.top, line.baseline].map(units),
    JSON.stringify(line.text),
  ])
  const size = (box: { readonly width: number; readonly height: number }) =>
    `${units(box.width)} by ${units(box.height)}`
  const whole = (box: Box) => `${size(box)}, from ${units(box.x)}, ${units(box.y)}`
  return [
    `frame  ${size({ width, height })}\n`,
    ink ? `ink    ${whole(ink)}\n` : 'ink    none\n',
    fittedSize === undefined ? '' : `size   ${units(fittedSize)}\n`,
    placed ? `placed ${whole(placed.bounds)}\n` : '',
    placed?.inkBox ? `  ink  ${whole(placed.inkBox)}\n` : '',
    '\n',
    await table([['line', 'x', 'width', 'top', 'baseline', 'text'], ...rows]),
    cut ? `\ncut    ${JSON.stringify(cut.text)} (from ${cut.start} to ${cut.end})\n` : '',
  ].join('')
}

/** To a hundredth of a unit. */
function units(value: number): string {
  return String(Math.round(value * 100) / 100)
}
