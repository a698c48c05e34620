import pico from 'picocolors'

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

/** Characters that are a column wide each: what most cells are of. */
const singleColumns = /^[\x20-\x7e\xa1-\xac\xae-\u02ff]*$/

/** How wide cells are, in columns. */
type WidthOf = (cell: string) => number

/**
 * Finding widths out by clusters takes many times as long as all else that a table does, and so does
 * loading what finds them out: only cells of other characters have that done.
 */
async function widthsIn(rows: readonly (readonly string[])[]): Promise<WidthOf> {
  const isSingle = (cell: string) => singleColumns.test(cell)
  if (rows.every(row => row.every(isSingle))) return cell => cell.length
  const { default: stringWidth } = await import('string-width')
  return cell => (isSingle(cell) ? cell.length : stringWidth(cell))
}

const padded = (cell: string, width: number, widthOf: WidthOf) =>
  cell + ' '.repeat(Math.max(0, width - widthOf(cell)))

/**
 * Rows as columns of text, the first row as their heads; long cells are not cut. Where a terminal has no
 * room for the columns, each row has its cells below each other.
 */
export async function table(rows: readonly (readonly string[])[]): Promise<string> {
  const widthOf = await widthsIn(rows)
  const widths = rows[0].map((_, column) =>
    rows.reduce((widest, row) => Math.max(widest, widthOf(row[column])), 0),
  )
  const line = (row: readonly string[]) =>
    row
      .map((cell, column) => padded(cell, widths[column], widthOf))
      .join('  ')
      .trimEnd()
  const [heads, ...rest] = rows
  const whole = widths.reduce((sum, width) => sum + width + 2, -2)
  if (whole > (terminalWidth() ?? Infinity)) return stacked(heads, rest, widthOf)
  return [bold(line(heads)), ...rest.map(line)].map(text => `${text}\n`).join('')
}

function stacked(
  heads: readonly string[],
  rows: readonly (readonly string[])[],
  widthOf: WidthOf,
): string {
  const widest = Math.max(...heads.map(widthOf))
  return rows
    .map(row => {
      const [first, ...others] = row
      const lines = others.flatMap((cell, i) =>
        cell === '' ? [] : [`  ${padded(heads[i + 1], widest, widthOf)}  ${cell}`],
      )
      return `${[bold(first || heads[0]), ...lines].join('\n')}\n`
    })
    .join('')
}
