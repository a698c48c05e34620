import { basename } from 'node:path'
import type { Command } from 'commander'
import { type ListedFace, openShelf, type Shelf } from 'dot-line'
import { repeated } from './options.ts'
import { table } from './table.ts'

interface FontsOptions {
  readonly font?: string[]
  readonly covers?: string
  readonly json?: true
}

export function addFonts(program: Command) {
  program
    .command('fonts')
    .summary('list the families and faces at hand')
    .description(
      'Lists families and faces: those built in, and those of files and folders that are named.',
    )
    .option('--font <path>', 'a font file, or a folder of them; may be repeated', repeated)
    .option('--covers <text>', 'only faces that can write this')
    .option('--json', 'as JSON')
    .addHelpText('after', "\nExample:\n  dotline fonts --font ./fonts --covers 'Ελληνικά'")
    .action(listFonts)
}

interface FontRow {
  readonly family: string
  readonly face: ListedFace
}

async function listFonts({ font, covers = '', json }: FontsOptions) {
  const shelf = await openShelf({ fonts: font })
  const rows = shelf.families
    .flatMap(family => shelf.facesOf(family).map((face): FontRow => ({ family, face })))
    .filter(row => writes(shelf, row, covers))
  if (json) process.stdout.write(`${JSON.stringify(rows.map(jsonRow), null, 2)}\n`)
  else if (rows.length === 0) process.stdout.write('no face can write that\n')
  else
    process.stdout.write(
      table([['family', 'weight', 'slant', 'axes', 'file'], ...rows.map(textRow)]),
    )
}

function writes(shelf: Shelf, { family, face: { weight, slant } }: FontRow, text: string): boolean {
  if (text === '') return true
  const face = shelf.face(family, { weight, slant })
  return [...text].every(
    character => /\s/.test(character) || face.glyphOf(character.codePointAt(0) ?? 0) !== 0,
  )
}

function jsonRow({ family, face: { weight, weights, slant, axes, name } }: FontRow) {
  return { family, weight, ...(weights && { weights }), slant, axes, file: name }
}

function textRow({ family, face: { weight, weights, slant, axes, name } }: FontRow): string[] {
  const range = weights ? `${weights[0]} to ${weights[1]}` : String(weight)
  return [family, range, slant, axes.map(axis => axis.tag).join(' '), basename(name)]
}
