import { basename } from 'node:path'
import { type Command, Option } from 'commander'
import type { FaceCapabilities, ListedFace, SearchedFace } from 'dot-line'
import { addFontOptions, type FontOptions, fontsFor } from './open-fonts.ts'
import { positiveNumber } from './options.ts'
import { table } from './table.ts'

interface FontsOptions extends FontOptions {
  readonly name?: string
  readonly covers?: string
  readonly script?: string
  readonly weight?: number
  readonly feature?: string
  readonly format: 'table' | 'json'
}

/** Options and action of the command. */
export function define(command: Command) {
  command.description(
    'Lists families and faces: those built in, those of the files and folders that are named, ' +
      'and with --system those of the operating system.',
  )
  addFontOptions(command)
    .option('--name <part>', 'only faces with this in the name of their family or style')
    .option('--covers <text>', 'only faces with every character of a text')
    .option('--script <code>', 'only faces with characters of a script, such as Grek (ISO 15924)')
    .option(
      '--weight <number>',
      'only faces with a weight, or with an axis that reaches it',
      positiveNumber,
    )
    .option('--feature <tag>', 'only faces with an OpenType feature, such as smcp')
    .addOption(
      new Option('--format <format>', 'output format; JSON lists everything that each face can do')
        .choices(['table', 'json'])
        .default('table'),
    )
    .addHelpText('after', "\nExample:\n  dotline fonts --font ./fonts --covers 'Ελληνικά'")
    .action(listFonts)
}

async function listFonts({
  name,
  covers,
  script,
  weight,
  feature,
  format,
  ...options
}: FontsOptions) {
  const fonts = await fontsFor(options)
  const wanted: SearchedFace = {
    ...(name !== undefined && { name }),
    ...(covers !== undefined && { covers }),
    ...(script !== undefined && { script }),
    ...(weight !== undefined && { weight }),
    ...(feature !== undefined && { feature }),
  }
  if (format === 'json') return printJson(fonts.find(wanted))
  // A list says less than a search has to read.
  const isSearch = Object.keys(wanted).length > 0
  const faces = isSearch
    ? fonts.find(wanted)
    : fonts.families.flatMap(family => fonts.facesOf(family))
  if (faces.length === 0) process.stdout.write('no available face is like that\n')
  else process.stdout.write(await table([heads, ...faces.map(face => textRow(face.family, face))]))
}

function printJson(faces: readonly FaceCapabilities[]) {
  const rows = faces.map(face => jsonRow(face.family, face))
  process.stdout.write(`${JSON.stringify(rows, null, 2)}\n`)
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
