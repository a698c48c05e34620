import type { Command } from 'commander'
import { type Fonts, openFonts, problemLine } from 'dot-line'
import { repeated } from './options.ts'
import { endProgress, showProgress } from './progress.ts'

export interface FontOptions {
  readonly font?: string[]
  readonly system?: true
}

/** The options of every command that sets text. */
export function addFontOptions(command: Command): Command {
  return command
    .option('--font <path>', 'a font file, or a folder of them; may be repeated', repeated)
    .option('--system', "also the operating system's fonts")
}

/** The fonts that the options ask for; what of the system's fonts is broken is reported as warnings. */
export async function fontsFor({ font, system }: FontOptions): Promise<Fonts> {
  // A folder may be a whole disk.
  if (font || system) showProgress('reading fonts')
  const fonts = await openFonts({ files: font, system }).finally(endProgress)
  for (const problem of fonts.problems) {
    process.stderr.write(`warning: ${problemLine(problem)}; it is left out\n`)
  }
  return fonts
}
