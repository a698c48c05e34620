import { readSheet, type Sheet } from 'dot-line'
import { readText } from './read-file.ts'
import { starterSheet } from './starter-sheet.ts'

/** The sheet of a file (the small one that is built in, without a file), in one of its modes. */
export function openSheet(file: string | undefined, mode: string | undefined): Sheet {
  const sheet: Sheet =
    file === undefined ? starterSheet : readSheet(readText(file, 'sheet'), { source: file })
  return mode === undefined ? sheet : sheet.mode(mode)
}
