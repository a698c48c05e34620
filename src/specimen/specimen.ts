import { type Drawing, draw, type Item, place, rule } from '../drawing/index.ts'
import { coversText, type Fonts, type ListedFace, someFonts } from '../fonts/index.ts'
import type { Layout } from '../layout/index.ts'
import { richFromText, span } from '../markup/index.ts'
import {
  aFunction,
  aString,
  checkArgument,
  checkOptions,
  type Fields,
  fromZero,
  listOf,
} from '../problem/index.ts'
import { defineSheet } from '../sheet/index.ts'
import { type Typesetter, typesetterFor } from '../typesetter/index.ts'
import { accents, figures, samplesFor } from './samples.ts'

export const specimenFields: Fields<SpecimenOptions> = {
  families: listOf(aString),
  text: aString,
  width: fromZero,
  progress: aFunction,
}

/** Options of `specimen` and `specimenPage`. */
export interface SpecimenOptions {
  /** Families to show. Default: all. */
  readonly families?: readonly string[]
  /** A line to show in each family that can write it. */
  readonly text?: string
  /** Width, in units. */
  readonly width?: number
  /** Told before each family, with how many are done. */
  readonly progress?: (family: string, done: number, total: number) => void
}

const margin = 40

/** One family, set in itself. */
interface FamilySpecimen {
  readonly family: string
  /** Its faces and what they can take, in words. */
  readonly faces: string
  readonly layouts: readonly Layout[]
}

/** Made when it is asked for: a page that shows no specimens must not pull it in. */
const specimenSheet = () =>
  defineSheet({
    inks: { ink: '#143344', quiet: '#5b7482', line: '#d3dfe5', paper: '#ffffff' },
    styles: { defaults: { ink: 'ink' } },
  })

const defaultWidth = 860
const lineGap = 6

/** A sheet on which every family is set in itself: a line, its faces, figures, accents. */
export function specimen(fonts: Fonts, options: SpecimenOptions = {}): Drawing {
  checkArgument('specimen', 'fonts', fonts, someFonts)
  checkOptions('specimen', options, specimenFields)
  const { width = defaultWidth } = options
  const sheet = specimenSheet()
  const items: (Item | readonly Item[])[] = []
  let y = margin
  for (const { family, faces, layouts } of familySpecimens(fonts, options)) {
    if (y > margin) {
      items.push(rule([margin, y - 16], [width - margin, y - 16], sheet.ink('line')))
    }
    const label = setterFor(family, fonts).set(richFromText(`${family}: ${faces}`), {
      style: 'label',
      width: width - 2 * margin,
    })
    for (const layout of [label, ...layouts]) {
      items.push(place(layout, margin, y))
      y += layout.height + lineGap
    }
    y += 32
  }
  const height = y + margin - 32
  const background = sheet.ink('paper')
  return draw({ width, height, title: 'Specimen', background }, items)
}

/** The lines of every family, each set in it; yielded one by one, since there may be hundreds. */
export function* familySpecimens(
  fonts: Fonts,
  { families = fonts.families, text, width = defaultWidth, progress }: SpecimenOptions,
): Generator<FamilySpecimen> {
  for (const [done, family] of families.entries()) {
    progress?.(family, done, families.length)
    const names = facesByWeight(family, fonts).map(faceName)
    const faces = [...new Set(names)].join(', ')
    const layouts = familyLayouts(family, fonts, setterFor(family, fonts), width - 2 * margin, text)
    yield { family, faces, layouts }
  }
}

function setterFor(family: string, fonts: Fonts) {
  const sheet = specimenSheet().with(stylesOf(family, fonts))
  return typesetterFor({ sheet, fonts, problems: 'collect' })
}

/** Styles of one family: a label in the built-in sans, and the family itself in three sizes. */
function stylesOf(family: string, fonts: Fonts) {
  const label = fonts.has('sans') ? 'sans' : family
  return {
    styles: {
      label: { family: label, size: 12, ink: 'quiet' },
      large: { family, size: 34, leading: 1.2 },
      medium: { family, size: 20, leading: 1.3 },
      small: { family, size: 15, leading: 1.35 },
    },
  } as const
}

function familyLayouts(
  family: string,
  fonts: Fonts,
  typesetter: Typesetter<'label' | 'large' | 'medium' | 'small'>,
  width: number,
  text: string | undefined,
): Layout[] {
  const faces = facesByWeight(family, fonts)
  const coverage = fonts.coverage(family, { weight: 400, slant: 'normal' })
  const [sample, ...otherScripts] = samplesFor(coverage)
  const layouts: Layout[] = []
  const add = (line: string | undefined, style: 'large' | 'medium' | 'small') => {
    // A line from right to left stands at the left as well, under its family's name.
    if (line !== undefined && coversText(coverage, line))
      layouts.push(typesetter.set(richFromText(line), { style, width, align: 'left' }))
  }
  add(sample, 'large')
  for (const overrides of sample === undefined ? [] : shownTraits(faces)) {
    const inFace = span(sample, { overrides })
    layouts.push(typesetter.set(inFace, { style: 'medium', width }))
  }
  for (const line of otherScripts) add(line, 'medium')
  add(figures, 'small')
  add(accents, 'small')
  add(text, 'medium')
  return layouts
}

/** From light to heavy, upright ones before slanted; files of one face are as many times there. */
const facesByWeight = (family: string, fonts: Fonts) =>
  fonts
    .facesOf(family)
    .toSorted(
      (a, b) => a.weight - b.weight || Number(a.slant !== 'normal') - Number(b.slant !== 'normal'),
    )

/** Weights at which a variable font is shown, beside its lightest and its heaviest. */
const usualWeights = [400, 700]

/** The traits of each line of a family, each once; the first line shows the regular face. */
function shownTraits(faces: readonly ListedFace[]) {
  const traits = faces.flatMap(({ weight, weights, slant, stretch }) => {
    const within = usualWeights.filter(w => weights && w > weights[0] && w < weights[1])
    const shown = weights ? [weights[0], ...within, weights[1]] : [weight]
    return shown.map(w => ({ weight: w, slant, stretch }))
  })
  const unique = new Map(traits.map(t => [`${t.weight} ${t.slant} ${t.stretch}`, t]))
  unique.delete('400 normal 100')
  return [...unique.values()]
}

function faceName({ weight, weights, stretch, stretches, slant, colored }: ListedFace): string {
  const heaviness = weights ? `${weights[0]} to ${weights[1]}` : String(weight)
  const width = stretches ? ` ${stretches[0]} to ${stretches[1]} %` : ` ${stretch} %`
  return [
    heaviness,
    stretches || stretch !== 100 ? width : '',
    slant === 'normal' ? '' : ` ${slant}`,
    colored ? ' in color' : '',
  ].join('')
}
