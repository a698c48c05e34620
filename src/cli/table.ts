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

/**
 * The width of a terminal, in columns; undefined for files and pipes, where nothing is truncated.
 */
function terminalWidth(): number | undefined {
  const stated = Number(process.env.COLUMNS)
  if (stated > 0) return stated
  return process.stdout.isTTY ? process.stdout.columns : undefined
}

/** Characters that are a column wide each: what most cells are of. */
const singleColumns = /^[\x20-\x7e\xa1-\xac\xae-\u02ff]*$/

/** The width of a cell, in columns. */
export type WidthOf = (cell: string) => number

/** Whether all characters of a cell are a column wide. */
export const isSingle = (cell: string) => singleColumns.test(cell)

/**
 * Finding widths out by clusters takes many times as long as all else that a table does, and so does
 * loading what finds them out: only cells of other characters have that done.
 */
export async function cellWidths(areAllSingle: boolean): Promise<WidthOf> {
  if (areAllSingle) return cell => cell.length
  const { default: stringWidth } = await import('string-width')
  return cell => (isSingle(cell) ? cell.length : stringWidth(cell))
}

const padded = (cell: string, width: number, widthOf: WidthOf) =>
  cell + ' '.repeat(Math.max(0, width - widthOf(cell)))

type Row = readonly string[]

/** Rows as columns of text, the first row as their heads. */
export async function table(given: readonly Row[]): Promise<string> {
  const { visibleControls } = await import('dot-line')
  const rows = given.map(row => row.map(visibleControls))
  const widthOf = await cellWidths(rows.every(row => row.every(isSingle)))
  const [heads, ...rest] = rows
  const widths = rest.reduce((widest, row) => widened(widest, row, widthOf), heads.map(widthOf))
  const lines = tableLines(heads, widths, widthOf)
  return [lines.head(), ...rest.map(lines.row)].join('')
}

/** The widths of columns that another row is put into. */
export const widened = (widths: readonly number[], row: Row, widthOf: WidthOf) =>
  widths.map((width, column) => Math.max(width, widthOf(row[column])))

/**
 * The lines of a table whose columns are so wide; long cells are not cut. Where a terminal has no room
 * for the columns, each row has its cells below each other.
 */
export function tableLines(heads: Row, widths: readonly number[], widthOf: WidthOf) {
  const whole = widths.reduce((sum, width) => sum + width + 2, -2)
  if (whole > (terminalWidth() ?? Infinity)) {
    return { head: () => '', row: (row: Row) => stacked(heads, row, widthOf) }
  }
  const line = (row: Row) =>
    row
      .map((cell, column) => padded(cell, widths[column], widthOf))
      .join('  ')
      .trimEnd()
  return { head: () => `${bold(line(heads))}\n`, row: (row: Row) => `${line(row)}\n` }
}

function stacked(heads: Row, row: Row, widthOf: WidthOf): string {
  const widest = Math.max(...heads.map(widthOf))
  const [first, ...others] = row
  const lines = others.flatMap((cell, i) =>
    cell === '' ? [] : [`  ${padded(heads[i + 1], widest, widthOf)}  ${cell}`],
  )
  return `${[bold(first || heads[0]), ...lines].join('\n')}\n`
}
