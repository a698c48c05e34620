// What was measured as a page of the docs, and as a picture of how near each figure is to its bound.
import {
  defineSheet,
  draw,
  openFonts,
  place,
  rectangle,
  rule,
  typesetterFor,
} from '../dist/index.node.js'
import { toSvg } from '../dist/targets/svg/index.js'

const verdictOf = ({ ratio, most }) => (ratio <= most ? 'reached' : '**not reached**')

const tableRow = cells => `| ${cells.map(cell => cell.trim().replaceAll('|', '\\|')).join(' | ')} |`

/** Of rows that are not reached, what the least program takes, and where the time of ours goes. */
function floorsPart(rows, floors) {
  const lines = floors.flatMap(({ of, ratio, program }) => {
    const row = rows.find(({ what }) => what.startsWith(of))
    if (!row || row.ratio <= row.most) return []
    const bound = `${Number(row.most.toFixed(3))}`
    return [tableRow([of, bound, ratio.toFixed(2), row.ratio.toFixed(2), program])]
  })
  if (lines.length === 0) return ''
  return `
## Why some targets are missed

The least program does only the necessary steps, and nothing else that the library offers. If it misses a target itself, no program
reaches it in this way.

| what | at most | the least program | ours | steps of the least program |
|---|---|---|---|---|
${lines.join('\n')}

${profiles}`
}

/** Of several profiles, of the programs of the rows. */
const profiles = `Where the time goes, by profile:

- **A label**, 1.5 µs: 0.4 µs to find its words by their letters, 0.3 µs to make the layout (0.25 of it for \`lines\`, a property that is
  made when it is read and that copies have), 0.2 µs for its script and what its frame asks for, 0.2 µs to add its words and gaps up,
  0.1 µs for kerning with spaces, 0.1 µs to find its style, the rest to look for marks and check what was given.
- **The first layout of 1 MB**: three tenths are the engine, which shapes its different words; a third looks words up and keeps them, a
  tenth breaks lines.
- **Arabic**: a quarter puts words together and turns them, a sixth is UAX #9, an eighth UAX #14, the rest lines and their runs. **Thai**:
  a third is the platform's own word segmentation, a quarter the engine. **Japanese**: a quarter is the engine, a fifth UAX #14.
- **Canvases**, the first time and at a new scale: a third is putting pixels on a canvas of its own and drawing it, a third the areas of
  letters at their places within a pixel, an eighth laying them side by side. From then on half is drawing pictures, half reading lines.
- **Elements that are re-wrapped**: two passes of the browser's own layout, one for the new width and one for the new lines, and the
  walks over all boxes behind each; the library's own code takes a quarter. **Restyled**: a third is its own code, the rest the
  browser's styles and layout of two elements a line.
- **A check**: a sixth is the engine, which meets each word twice, with the spacing of WCAG 1.4.12 too; a third finds words and adds
  them up at each size and width, a sixth breaks lines, the rest judges them.
  **Two jobs**: one job keeps a second core busy with compiling and collecting already: shared out evenly over two cores,
  what it does would take two thirds of its time. Beside that, each process reads sheet and catalogs and warms up by itself, which takes a
  fifth of one job, and the parts are put together.
- **SVG**: a glyph takes 0.2 µs: its number, its place in decimals, and its part of the text.
`

/** A table of all rows: what, against what, the ratio, its bound; then what holds up those that are over it. */
export function benchPage(rows, floors) {
  const lines = rows.map(row => {
    const [what, against] = row.what.split(' / ')
    const cells = [
      what,
      against ?? '',
      row.amounts,
      row.ratio.toFixed(2),
      `${Number(row.most.toFixed(3))}`,
      verdictOf(row),
    ]
    return tableRow(cells)
  })
  const reached = rows.filter(({ ratio, most }) => ratio <= most).length
  return `# Benchmarks

\`npm run bench\` writes this page. Every figure is a ratio of two things that were timed in turn on one machine, so that it holds on
other machines; a row fails if it misses its target by more than a tenth. ${reached} of ${rows.length} targets are reached.

![Each figure beside its bound](pictures/benchmarks.svg)

| what | against | measured | ratio | at most | |
|---|---|---|---|---|---|
${lines.join('\n')}
${floorsPart(rows, floors)}`
}

const [width, left, middle, step] = [920, 20, 520, 22]
/** What is more than so many times its bound is not drawn to its end. */
const longest = 2.4

/** A bar a row, as long as its ratio is of its bound; the line in the middle is the bound. */
export async function benchPicture(rows) {
  const sheet = defineSheet({
    inks: {
      ink: '#17303f',
      quiet: '#4a6272',
      fine: '#2c6e49',
      over: '#b3261e',
      line: '#7b909c',
      page: '#ffffff',
    },
    styles: {
      defaults: { ink: 'ink', size: 12, maxLines: 1 },
      title: { size: 18, weight: 700 },
      quiet: { ink: 'quiet' },
      over: { ink: 'over', weight: 700 },
      fine: { ink: 'fine' },
    },
  })
  const { set } = typesetterFor({ sheet, fonts: await openFonts({ builtIn: ['sans'] }) })
  const text = (words, style, most) =>
    set('{words}', { style, ...(most && { width: most }), values: { words } })
  const unit = 130
  const top = 74
  const items = rows.flatMap((row, i) => {
    const y = top + i * step
    const share = row.ratio / row.most
    const style = share <= 1 ? 'fine' : 'over'
    const length = Math.max(2, Math.min(share, longest) * unit)
    const label = text(row.what, 'defaults', middle - left - 16)
    const figure = text(`${row.ratio.toFixed(2)}${share > longest ? ' →' : ''}`, style, 60)
    return [
      place(label, left, y + 12, { down: 'alphabetic' }),
      rectangle({ x: middle, y: y + 2, width: length, height: 13 }, sheet.ink(style)),
      place(figure, middle + longest * unit + 12, y + 12, { down: 'alphabetic' }),
    ]
  })
  const height = top + rows.length * step + 16
  return toSvg(
    draw(
      {
        width,
        height,
        background: 'page',
        sheet,
        title: 'Each figure beside its bound',
        language: 'en',
      },
      [
        place(text('Each figure beside its bound', 'title', 600), left, 34, { down: 'alphabetic' }),
        place(text('bound', 'quiet'), middle + unit, 60, {
          across: 'center',
          down: 'alphabetic',
        }),
        ...items,
        rule([middle + unit, 66], [middle + unit, height - 12], sheet.ink('line')),
      ],
    ),
  )
}
