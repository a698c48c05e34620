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

/** Rows as columns of text, the first row as their heads; long cells are not cut. */
export function table(rows: readonly (readonly string[])[]): string {
  const widths = rows[0].map((_, column) =>
    rows.reduce((widest, row) => Math.max(widest, row[column].length), 0),
  )
  const line = (row: readonly string[]) =>
    row
      .map((cell, column) => cell.padEnd(widths[column]))
      .join('  ')
      .trimEnd()
  const [heads, ...rest] = rows
  return [bold(line(heads)), ...rest.map(line)].map(text => `${text}\n`).join('')
}
