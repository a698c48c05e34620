import { type Problem, warningProblem } from '../problem/index.ts'
import { type ReaderSettings, readerNotes, type Sheet } from '../sheet/index.ts'

const contrastMode = 'more-contrast'

/** The sheet in the mode for more contrast, where the reader wants that and the sheet has it. */
export function sheetForReader<S extends string, I extends string, Z extends string>(
  sheet: Sheet<S, I, Z>,
  reader: ReaderSettings,
): { sheet: Sheet<S, I, Z>; notes: readonly Problem[] } {
  const notes = readerNotes(reader)
  if (reader.contrast !== 'more') return { sheet, notes }
  if (sheet.modeNames.includes(contrastMode)) return { sheet: sheet.mode(contrastMode), notes }
  const message = `the reader asks for more contrast, and the sheet has no mode '${contrastMode}'`
  const hint = `declare one: modes: { '${contrastMode}': { inks: { … } } }`
  return { sheet, notes: [...notes, warningProblem('missing-contrast-mode', message, { hint })] }
}
