import { type Drawing, drawing, type Item, place, rule } from '../drawing/index.ts'
import type { ListedFace, Shelf } from '../fonts/index.ts'
import type { Layout } from '../layout/index.ts'
import { plain, wrap } from '../markup/index.ts'
import { defineSheet } from '../sheet/index.ts'
import { type Typesetter, typesetter } from '../typesetter/index.ts'
import { accents, canWrite, figures, samplesFor } from './samples.ts'

export interface SpecimenOptions {
  /** Which families to show; all on the shelf without it. */
  readonly families?: readonly string[]
  /** A line to show in each family that can write it. */
  readonly text?: string
  /** In units. */
  readonly width?: number
  /** Told before each family, with how many are done. */
  readonly progress?: (family: string, done: number, total: number) => void
}

const margin = 40

/** A sheet on which every family is set in itself: a line, its faces, figures, accents. */
export function specimen(shelf: Shelf, options: SpecimenOptions = {}): Drawing {
  const { families = shelf.families, text, width = 860, progress } = options
  const sheet = defineSheet({
    inks: { ink: '#102a36', quiet: '#5a7280', line: '#d5e0e5', ground: '#ffffff' },
    styles: { defaults: { ink: 'ink' } },
  })
  const items: (Item | readonly Item[])[] = []
  let y = margin
  for (const [done, family] of families.entries()) {
    progress?.(family, done, families.length)
    const setter = typesetter({
      sheet: sheet.with(stylesOf(family, shelf)),
      shelf,
      problems: 'collect',
    })
    if (done > 0) {
      items.push(rule([margin, y - 16], [width - margin, y - 16], sheet.ink('line')))
    }
    for (const layout of familyLayouts(family, shelf, setter, width - 2 * margin, text)) {
      items.push(place(layout, margin, y))
      y += layout.height + 6
    }
    y += 32
  }
  const height = y + margin - 32
  return drawing({ width, height, title: 'Specimen', ground: sheet.ink('ground') }, items)
}

/** Styles of one family: a label in the built-in sans, and the family itself in three sizes. */
function stylesOf(family: string, shelf: Shelf) {
  const label = shelf.has('sans') ? 'sans' : family
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
  shelf: Shelf,
  setter: Typesetter<'label' | 'large' | 'medium' | 'small'>,
  width: number,
  text: string | undefined,
): Layout[] {
  const faces = shelf.facesOf(family)
  const face = shelf.face(family, { weight: 400, slant: 'normal' })
  const [sample, ...otherScripts] = samplesFor(face)
  const layouts = [
    setter.set(plain(`${family}: ${faces.map(faceName).join(', ')}`), { style: 'label', width }),
  ]
  const add = (line: string | undefined, style: 'large' | 'medium' | 'small') => {
    // A line from right to left stands at the left as well, under its family's name.
    if (line !== undefined && canWrite(face, line))
      layouts.push(setter.set(plain(line), { style, width, align: 'left' }))
  }
  add(sample, 'large')
  for (const { weight, slant } of faces) {
    // The first line shows the regular face already.
    if (sample === undefined || (weight === 400 && slant === 'normal')) continue
    const inFace = wrap(sample, { overrides: { weight, slant } })
    layouts.push(setter.set(inFace, { style: 'medium', width }))
  }
  for (const line of otherScripts) add(line, 'medium')
  add(figures, 'small')
  add(accents, 'small')
  add(text, 'medium')
  return layouts
}

function faceName({ weight, weights, slant }: ListedFace): string {
  const heaviness = weights ? `${weights[0]} to ${weights[1]}` : String(weight)
  return slant === 'normal' ? heaviness : `${heaviness} ${slant}`
}
