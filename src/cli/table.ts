import pico from 'picocolors'

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
  return [pico.bold(line(heads)), ...rest.map(line)].map(text => `${text}\n`).join('')
}
