import type { Layout } from '../core.ts'
import { htmlText } from '../notation/index.ts'
import { anObject, aString, checkArgument, pathText } from '../problem/index.ts'
import { toHtml } from '../targets/html/index.ts'
import { type CheckOptions, check } from './check.ts'
import type { Finding, Situation } from './finding.ts'
import { proofScript, proofStyles } from './proof-parts.ts'
import { checkedPlaces } from './read-places.ts'
import { settersFor, settingsOf, type Unit, unitsOf, widthsOf } from './situations.ts'

export interface ProofOptions extends Omit<CheckOptions, 'part' | 'progress'> {
  readonly title?: string
}

/** A text as it stands at its place in one situation. */
interface Shown {
  readonly unit: Unit
  readonly situation: Situation
  readonly layout: Layout
  readonly background: string
}

/**
 * A page of all that is checked: every text at its place at each scale and in each language, as real
 * text, what is found outlined and numbered. It needs nothing beside it, and filters by place, language
 * and finding. Throws as `check` does.
 */
export function proofPage(options: ProofOptions): string {
  checkArgument('proofPage', 'options', options, anObject)
  if (options.title !== undefined) checkArgument('proofPage', 'title', options.title, aString)
  const { title = 'Proof', catalogs, locationOf = pathText, ...given } = options
  const list = checkedPlaces(options.places, locationOf)
  const findings = check({ ...given, catalogs, locationOf })
  const numbers = new Map(findings.map((finding, i) => [finding, i + 1]))
  const at = new Map<string, Finding[]>()
  for (const finding of findings) {
    const key = subject(finding.place, finding.key, finding.language)
    const own = at.get(key)
    if (own) own.push(finding)
    else at.set(key, [finding])
  }
  const units = unitsOf(list, catalogs, locationOf)
  const setters = settersFor(given, list)
  const shown: Shown[] = []
  for (const unit of units) {
    for (const { text, setting, lines } of settingsOf(unit))
      for (const { sheet, mode, scale, setter } of setters(unit.catalog.language)) {
        for (const width of widthsOf(unit.place)) {
          const layout = setter.set(text, {
            ...setting,
            ...lines,
            ...(width !== undefined && { width }),
          })
          const { background = '#ffffff' } = unit.place
          const ink = sheet.inkNames.includes(background) ? sheet.ink(background) : undefined
          shown.push({
            unit,
            layout,
            background:
              ink === undefined ? background : ink.kind === 'solid' ? ink.color : '#ffffff',
            situation: {
              scale,
              ...(width !== undefined && { width }),
              ...(mode !== undefined && { mode }),
            },
          })
        }
      }
  }
  const { elements, css } = toHtml(shown.map(({ layout }) => layout))
  const boxes: string[] = []
  const cards = shown.map((one, i) => {
    const { unit, situation } = one
    const own = (
      at.get(subject(unit.place.name, unit.key, unit.catalog.language ?? '')) ?? []
    ).filter(({ situations }) => situations.some(other => isSame(other, situation)))
    boxes.push(boxRule(i, one))
    return card(i, one, elements[i], own, numbers)
  })
  const sections = list.places.map(place => {
    const own = cards.filter((_, i) => shown[i].unit.place.name === place.name)
    return `<section data-place="${htmlText(place.name)}"><h2>${htmlText(place.name)}</h2><div class="cards">${own.join('')}</div></section>`
  })
  const general = findings.filter(({ place }) => place === '')
  return (
    '<!doctype html>\n<html lang="en"><head><meta charset="utf-8">' +
    '<meta name="viewport" content="width=device-width, initial-scale=1">' +
    `<title>${htmlText(title)}</title><style>${proofStyles}\n${boxes.join('\n')}\n${css}</style></head>\n<body>` +
    `<header><h1>${htmlText(title)}</h1>${filters(
      list.places.map(({ name }) => name),
      units,
      findings,
    )}</header>\n<main>` +
    sections.join('\n') +
    (general.length === 0 ? '' : generalList(general, numbers)) +
    `</main><script>${proofScript}</script></body></html>\n`
  )
}

const subject = (place: string, key: string, language: string) =>
  [place, key, language].join('\u0000')

const isSame = (a: Situation, b: Situation) =>
  a.scale === b.scale && a.width === b.width && a.mode === b.mode

/** The room of a place, in the color behind it. */
function boxRule(
  i: number,
  { unit: { place }, situation: { width }, layout, background }: Shown,
): string {
  const box = `width:${width ?? layout.width}px;min-height:${place.height ?? layout.height}px`
  return `#t${i}{${box};background:${background}}`
}

function card(
  i: number,
  { unit: { key, catalog }, situation: { scale, width, mode } }: Shown,
  element: string,
  findings: readonly Finding[],
  numbers: ReadonlyMap<Finding, number>,
): string {
  const language = catalog.language ?? ''
  const words = [
    key,
    language,
    `${Math.round(scale * 100)} %`,
    ...(width === undefined ? [] : [String(width)]),
    ...(mode === undefined ? [] : [mode]),
  ]
  const codes = findings.map(({ code }) => code)
  const notes = findings.map(
    finding =>
      `<li value="${numbers.get(finding)}"><b>${finding.code}</b> ${htmlText(finding.message)}</li>`,
  )
  return (
    `<figure class="card${findings.length > 0 ? ' found' : ''}" data-language="${htmlText(language)}" data-codes="${codes.join(' ')}">` +
    `<figcaption>${htmlText(words.join(' · '))}</figcaption><div class="box" id="t${i}">${element}</div>` +
    `${notes.length > 0 ? `<ol>${notes.join('')}</ol>` : ''}</figure>`
  )
}

function filters(
  places: readonly string[],
  units: readonly Unit[],
  findings: readonly Finding[],
): string {
  const languages = [...new Set(units.map(({ catalog }) => catalog.language ?? ''))]
  const codes = [...new Set(findings.filter(({ place }) => place !== '').map(({ code }) => code))]
  const chooser = (id: string, name: string, first: string, options: readonly string[]) =>
    `<label>${name} <select id="${id}"><option value="">${first}</option>` +
    `${options.map(option => `<option>${htmlText(option)}</option>`).join('')}</select></label>`
  return (
    `<form>${chooser('place', 'Place', 'all', places)}${chooser('language', 'Language', 'all', languages)}` +
    `${chooser('code', 'Finding', 'all texts', ['any', ...codes])}<output id="count" aria-live="polite"></output></form>`
  )
}

function generalList(findings: readonly Finding[], numbers: ReadonlyMap<Finding, number>): string {
  const items = findings.map(finding => {
    const { code, message, key, language } = finding
    const words = [key, language].filter(Boolean).join(' · ')
    return `<li value="${numbers.get(finding)}"><b>${code}</b> ${htmlText([words, message].filter(Boolean).join(': '))}</li>`
  })
  return `\n<section class="general"><h2>Wherever they stand</h2><ol>${items.join('')}</ol></section>`
}
