// What was measured as a page of the docs, and as a picture of how near each figure is to its bound.
import {
  defineSheet,
  drawing,
  openShelf,
  place,
  rectangle,
  rule,
  typesetter,
} from '../dist/index.node.js'
import { toSvg } from '../dist/targets/svg/index.js'

const verdictOf = ({ ratio, most }) => (ratio <= most ? 'reached' : '**not reached**')

/** A table of all rows: what, against what, the ratio, its bound. */
export function benchPage(rows) {
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
    return `| ${cells.map(cell => cell.trim().replaceAll('|', '\\|')).join(' | ')} |`
  })
  const reached = rows.filter(({ ratio, most }) => ratio <= most).length
  return `# Benchmarks

\`npm run bench\` writes this page. Every figure is a ratio of two things that were timed in turn on one machine, so that it says the same on
another; a row fails when its bound is passed by more than a tenth. ${reached} of ${rows.length} bounds are reached.

![Each figure beside its bound](pictures/benchmarks.svg)

| what | against | measured | ratio | at most | |
|---|---|---|---|---|---|
${lines.join('\n')}
`
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
  const { set } = typesetter({ sheet, shelf: await openShelf({ builtIn: ['sans'] }) })
  const text = (words, style, most) => set('{words}', { style, width: most, values: { words } })
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
    drawing(
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
        place(text('bound', 'quiet', 80), middle + unit, 60, {
          across: 'center',
          down: 'alphabetic',
        }),
        ...items,
        rule([middle + unit, 66], [middle + unit, height - 12], sheet.ink('line')),
      ],
    ),
  )
}
