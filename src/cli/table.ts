import pico from 'picocolors'
import stringWidth from 'string-width'

/**
 * Color is for people at a terminal: what goes into a file or another program has none, whatever a
 * build server sets. `NO_COLOR` takes it away, `FORCE_COLOR` asks for it.
 */
const { bold } = pico.createColors(wantsColor(process.env, process.stdout.isTTY === true))

function wantsColor({ NO_COLOR, FORCE_COLOR }: NodeJS.ProcessEnv, isTerminal: boolean): boolean {
  if (NO_COLOR) return false
  return FORCE_COLOR ? FORCE_COLOR !== '0' : isTerminal
}

/** How wide a terminal is, in columns; undefined where nothing is cut off: a file, another program. */
function terminalWidth(): number | undefined {
  const stated = Number(process.env.COLUMNS)
  if (stated > 0) return stated
  return process.stdout.isTTY ? process.stdout.columns : undefined
}

const padded = (cell: string, width: number) =>
  cell + ' '.repeat(Math.max(0, width - stringWidth(cell)))

/**
 * Rows as columns of text, the first row as their heads; long cells are not cut. Where a terminal has no
 * room for the columns, each row has its cells below each other.
 */
export function table(rows: readonly (readonly string[])[]): string {
  const widths = rows[0].map((_, column) =>
    rows.reduce((widest, row) => Math.max(widest, stringWidth(row[column])), 0),
  )
  const line = (row: readonly string[]) =>
    row
      .map((cell, column) => padded(cell, widths[column]))
      .join('  ')
      .trimEnd()
  const [heads, ...rest] = rows
  const whole = widths.reduce((sum, width) => sum + width + 2, -2)
  if (whole > (terminalWidth() ?? Infinity)) return stacked(heads, rest)
  return [bold(line(heads)), ...rest.map(line)].map(text => `${text}\n`).join('')
}

function stacked(heads: readonly string[], rows: readonly (readonly string[])[]): string {
  const widest = Math.max(...heads.map(head => stringWidth(head)))
  return rows
    .map(row => {
      const [first, ...others] = row
      const lines = others.flatMap((cell, i) =>
        cell === '' ? [] : [`  ${padded(heads[i + 1], widest)}  ${cell}`],
      )
      return `${[bold(first || heads[0]), ...lines].join('\n')}\n`
    })
    .join('')
}
