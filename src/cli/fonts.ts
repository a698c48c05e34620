import { basename } from 'node:path'
import { type Command, Option } from 'commander'
import { coversText, type FaceCapabilities, type ListedFace, type Shelf } from 'dot-line'
import { addFontOptions, type FontOptions, openFonts } from './open-fonts.ts'
import { table } from './table.ts'

interface FontsOptions extends FontOptions {
  readonly covers?: string
  readonly format: 'table' | 'json'
}

/** What the command takes, and what it does. */
export function define(command: Command) {
  command.description(
    'Lists families and faces: those built in, those of the files and folders that are named, ' +
      'and with --system those of the operating system.',
  )
  addFontOptions(command)
    .option('--covers <text>', 'only faces that have every character of this')
    .addOption(
      new Option('--format <format>', 'what is printed; as JSON, with all that each face can do')
        .choices(['table', 'json'])
        .default('table'),
    )
    .addHelpText('after', "\nExample:\n  dotline fonts --font ./fonts --covers 'Ελληνικά'")
    .action(listFonts)
}

async function listFonts({ covers = '', format, ...fonts }: FontsOptions) {
  const shelf = await openFonts(fonts)
  if (format === 'json') return printJson(shelf, covers)
  const rows = shelf.families.flatMap(family => {
    if (covers === '') return shelf.facesOf(family).map(face => textRow(family, face))
    const faces = shelf.capabilitiesOf(family).filter(face => coversText(face.coverage, covers))
    return faces.map(face => textRow(family, face))
  })
  if (rows.length === 0) process.stdout.write('no available face has these characters\n')
  else process.stdout.write(table([heads, ...rows]))
}

function printJson(shelf: Shelf, covers: string) {
  const faces = shelf.families.flatMap(family =>
    shelf
      .capabilitiesOf(family)
      .filter(face => coversText(face.coverage, covers))
      .map(face => jsonRow(family, face)),
  )
  process.stdout.write(`${JSON.stringify(faces, null, 2)}\n`)
}

function jsonRow(family: string, { coverage, instances, name, ...face }: FaceCapabilities) {
  const ranges = Array.from({ length: coverage.length / 2 }, (_, i) => [
    coverage[i * 2],
    coverage[i * 2 + 1],
  ])
  const named = instances.map(instance => ({
    name: instance.name,
    coordinates: Object.fromEntries(instance.coordinates),
  }))
  return { ...face, family, instances: named, coverage: ranges, file: name }
}

const heads = ['family', 'weight', 'slant', 'stretch', 'axes', 'notes', 'file']

function textRow(family: string, face: ListedFace): string[] {
  const { weight, weights, slant, slants = [], stretch, stretches, axes, name } = face
  return [
    family,
    weights ? `${weights[0]} to ${weights[1]}` : String(weight),
    [slant, ...slants].join(' '),
    stretches ? `${stretches[0]} to ${stretches[1]}` : String(stretch),
    axes.map(axis => axis.tag).join(' '),
    notesOn(face).join(', '),
    basename(name),
  ]
}

function notesOn({ colored, embeddable, openTypeLayout }: ListedFace): string[] {
  return [
    ...(colored ? ['color'] : []),
    ...(openTypeLayout ? [] : ['no OpenType layout']),
    ...(embeddable ? [] : ['forbids embedding']),
  ]
}
