import type { Catalog, Sheet } from '../core.ts'
import type { Finding } from './finding.ts'
import { findingKinds } from './finding.ts'
import type { PlaceList } from './place-list.ts'
import { textFacts } from './text-facts.ts'

/** Styles that elements, charts and documents look for by their names. */
const lookedUp = /^(?:hover|focus|active|tooltip|link|(?:chart|document)-.+)$/

/** Styles and inks of a sheet that no place and no text uses, and no other style that is used builds on. */
export function* sheetFindings(
  sheet: Sheet,
  { places }: PlaceList,
  catalogs: readonly Catalog[],
): Generator<Finding> {
  const asked = new Set<string>()
  const isFound = (name: string) => lookedUp.test(name)
  const inks = new Set<string>()
  for (const { style, background } of places) {
    if (style !== undefined) asked.add(style)
    if (background !== undefined) inks.add(background)
  }
  for (const catalog of catalogs) {
    for (const key of catalog.keys)
      for (const name of textFacts(catalog, key).spans) asked.add(name)
  }
  const { styles = {} } = sheet.definition()
  const used = new Set<string>(['defaults'])
  const waiting = [...asked, ...Object.keys(styles).filter(isFound)]
  for (let name = waiting.pop(); name !== undefined; name = waiting.pop()) {
    const styleSource = styles[name]
    if (!styleSource || used.has(name)) continue
    used.add(name)
    const { from = [] } = styleSource
    waiting.push(...[from].flat())
  }
  const { inks: named = {}, modes = {} } = sheet.definition()
  // An ink is used where its name stands in a style, in another ink, in a mode, or in a place.
  const said = JSON.stringify([[...used].map(name => styles[name]), Object.values(named), modes])
  for (const name of Object.keys(styles)) {
    if (!used.has(name))
      yield unused('unused-style', `no place and no text uses the style '${name}'`, sheet, [
        'styles',
        name,
      ])
  }
  for (const name of Object.keys(named)) {
    if (inks.has(name) || said.includes(JSON.stringify(name))) continue
    yield unused('unused-ink', `nothing that is used has the ink '${name}'`, sheet, ['inks', name])
  }
}

const unused = (
  code: 'unused-style' | 'unused-ink',
  message: string,
  sheet: Sheet,
  path: readonly string[],
): Finding => ({
  code,
  severity: findingKinds[code],
  message,
  place: '',
  key: '',
  language: '',
  location: sheet.locationOf(path),
  situations: [],
})
