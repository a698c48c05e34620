import type { Command } from 'commander'
import { inkBox, type Layout, place } from 'dot-line'
import { addTextOptions, setText, type TextOptions } from './set-text.ts'
import { table } from './table.ts'

interface MeasureOptions extends TextOptions {
  readonly json?: true
}

export function addMeasure(program: Command) {
  const command = program
    .command('measure')
    .summary('set marked-up text and print its measures')
    .description(
      'Sets marked-up text in a frame and prints how large it is, and where its lines are.\n' +
        'The text comes from -t, from FILE, or from standard input where FILE is -.',
    )
  addTextOptions(command)
    .option('--json', 'as JSON')
    .addHelpText('after', "\nExample:\n  dotline measure -t 'Boats to Quillhaven are late' -w 120")
    .action(measure)
}

async function measure(file: string | undefined, { json, ...options }: MeasureOptions) {
  const layout = await setText(file, options)
  process.stdout.write(json ? `${JSON.stringify(measures(layout), null, 2)}\n` : asText(layout))
}

/** All in units, y downward from the top left of the frame. */
function measures(layout: Layout) {
  const { width, height, textWidth, text, lines, cut } = layout
  const ink = inkBox(place(layout, 0, 0))
  return {
    width,
    height,
    textWidth,
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
  }
}

function asText(layout: Layout): string {
  const { width, height, inkBox: ink, lines, cut } = measures(layout)
  const rows = lines.map((line, i) => [
    String(i + 1),
    ...[line.x, line.width, line.top, line.baseline].map(units),
    JSON.stringify(line.text),
  ])
  const size = (box: { readonly width: number; readonly height: number }) =>
    `${units(box.width)} by ${units(box.height)}`
  return [
    `frame  ${size({ width, height })}\n`,
    ink ? `ink    ${size(ink)}, from ${units(ink.x)}, ${units(ink.y)}\n` : 'ink    none\n',
    '\n',
    table([['line', 'x', 'width', 'top', 'baseline', 'text'], ...rows]),
    cut ? `\ncut    ${JSON.stringify(cut.text)} (from ${cut.start} to ${cut.end})\n` : '',
  ].join('')
}

/** To a hundredth of a unit. */
function units(value: number): string {
  return String(Math.round(value * 100) / 100)
}
