import { asDrawing } from '../drawing/index.ts'
import { type Fonts, someFonts } from '../fonts/index.ts'
import { htmlText } from '../notation/index.ts'
import { checkArgument, checkOptions } from '../problem/index.ts'
import { toSvg } from '../targets/svg/index.ts'
import { familySpecimens, type SpecimenOptions, specimenFields } from './specimen.ts'

const style = `
body { margin: 2.5rem auto; max-width: 60rem; padding: 0 1.5rem; background: #fff; color: #143344;
  font: 1rem/1.4 system-ui, sans-serif }
section { border-top: 1px solid #d3dfe5; padding: 1.25rem 0 1rem; break-inside: avoid;
  content-visibility: auto; contain-intrinsic-size: auto 15rem }
form { position: sticky; top: 0; z-index: 1; display: flex; gap: 0.75rem; align-items: baseline; margin: 0 0 1rem;
  padding: 0.75rem 0; background: #fff; color: #4b6473 }
input { font: inherit; color: #143344; width: 18rem; max-width: 60%; padding: 0.35rem 0.6rem;
  border: 1px solid #7c95a2; border-radius: 0.3rem }
@media print { form { display: none } }
h2 { font-size: 0.85rem; margin: 0 0 0.75rem; color: #5b7482; font-weight: 400 }
h2 b { color: #143344 }
svg { display: block; max-width: 100%; height: auto; margin: 0.4rem 0 }
`

/**
 * Leaves the families whose names, or faces, hold all words that are typed. Their texts are read
 * once; what is not shown is not laid out either.
 */
const search = `
const sections = [...document.querySelectorAll('section')]
const names = sections.map(section => section.querySelector('h2').textContent.toLowerCase())
const [field, told] = [document.querySelector('input'), document.querySelector('output')]
const show = () => {
  const words = field.value.toLowerCase().split(/\\s+/)
  let count = 0
  sections.forEach((section, i) => {
    section.hidden = !words.every(word => names[i].includes(word))
    if (!section.hidden) count++
  })
  told.value = count + ' of ' + sections.length + ' families'
}
field.addEventListener('input', show)
document.querySelector('form').addEventListener('submit', event => event.preventDefault())
show()
`

/** The page of `specimen` for a browser, with a field that searches names; lines are pictures. */
export function specimenPage(fonts: Fonts, options: SpecimenOptions = {}): string {
  checkArgument('specimenPage', 'fonts', fonts, someFonts)
  checkOptions('specimenPage', options, specimenFields)
  const sections: string[] = []
  for (const { family, faces, layouts } of familySpecimens(fonts, options)) {
    const pictures = layouts.map(layout => toSvg(asDrawing(layout))).join('')
    const heading = `<h2><b>${htmlText(family)}</b> ${htmlText(faces)}</h2>`
    sections.push(`<section>\n${heading}\n${pictures}</section>\n`)
  }
  return (
    '<!doctype html>\n<html lang="en">\n<meta charset="utf-8">\n' +
    '<meta name="viewport" content="width=device-width, initial-scale=1">\n' +
    `<title>Specimen</title>\n<style>${style}</style>\n` +
    '<form role="search"><label for="search">Search</label> ' +
    '<input id="search" type="search" placeholder="name, weight, slant"> <output for="search"></output></form>\n' +
    `${sections.join('')}<script>${search}</script>\n</html>\n`
  )
}
