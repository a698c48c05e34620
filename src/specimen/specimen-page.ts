import { asDrawing } from '../drawing/index.ts'
import { aShelf, type Shelf } from '../fonts/index.ts'
import { htmlText } from '../notation/index.ts'
import { checkArgument, checkOptions } from '../problem/index.ts'
import { toSvg } from '../targets/svg/index.ts'
import { familySpecimens, type SpecimenOptions, specimenFields } from './specimen.ts'

const style = `
body { margin: 2.5rem auto; max-width: 60rem; padding: 0 1.5rem; background: #fff; color: #102a36;
  font: 1rem/1.4 system-ui, sans-serif }
section { border-top: 1px solid #d5e0e5; padding: 1.25rem 0 1rem; break-inside: avoid }
h2 { font-size: 0.85rem; margin: 0 0 0.75rem; color: #5a7280; font-weight: 400 }
h2 b { color: #102a36 }
svg { display: block; max-width: 100%; height: auto; margin: 0.4rem 0 }
`

/** The same as `specimen` as a page for a browser: names can be searched for, lines are pictures. */
export function specimenPage(shelf: Shelf, options: SpecimenOptions = {}): string {
  checkArgument('specimenPage', 'shelf', shelf, aShelf)
  checkOptions('specimenPage', options, specimenFields)
  const sections: string[] = []
  for (const { family, faces, layouts } of familySpecimens(shelf, options)) {
    const pictures = layouts.map(layout => toSvg(asDrawing(layout))).join('')
    const heading = `<h2><b>${htmlText(family)}</b> ${htmlText(faces)}</h2>`
    sections.push(`<section>\n${heading}\n${pictures}</section>\n`)
  }
  return (
    '<!doctype html>\n<html lang="en">\n<meta charset="utf-8">\n' +
    '<meta name="viewport" content="width=device-width, initial-scale=1">\n' +
    `<title>Specimen</title>\n<style>${style}</style>\n${sections.join('')}</html>\n`
  )
}
