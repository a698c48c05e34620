import { htmlText } from '../notation/index.ts'
import { toHtml } from '../targets/html/index.ts'
import type { Finding } from './finding.ts'
import { proofScript, proofStyles } from './proof-parts.ts'
import {
  captionOf,
  generalText,
  type ProofOptions,
  type ProofText,
  type ProofTexts,
  proofTexts,
} from './proof-texts.ts'

/**
 * A self-contained web page of everything checked: every text at its place, at each scale and in
 * each language, as real text, findings outlined and numbered. It has filters by place, language
 * and finding. With `against` each text is shown in both sheets. Throws as `check` does.
 */
export function proofPage(options: ProofOptions): string {
  const proof = proofTexts('proofPage', options)
  const { title, texts, findings, numbers, places } = proof
  const { elements, css } = toHtml(
    texts.flatMap(({ layout, before }) => (before ? [before.layout, layout] : [layout])),
  )
  const boxes: string[] = []
  let next = 0
  const box = (text: ProofText, { background, layout }: Shown, name?: string) => {
    const id = `t${next}`
    boxes.push(boxRule(id, text, background, layout))
    const element = `<div class="box" id="${id}">${elements[next++]}</div>`
    if (name === undefined) return element
    return `<div class="side"><p class="name">${name}</p>${element}</div>`
  }
  const cards = texts.map(text => {
    const { before } = text
    const shown = before
      ? `<div class="sides">${box(text, before, 'was')}${box(text, text, 'is')}</div>`
      : box(text, text)
    return card(text, shown, numbers)
  })
  const sections = places.map(place => {
    const placeCards = cards.filter((_, i) => texts[i].unit.place.name === place)
    return `<section data-place="${htmlText(place)}"><h2>${htmlText(place)}</h2><div class="cards">${placeCards.join('')}</div></section>`
  })
  const general = findings.filter(({ place }) => place === '')
  return (
    '<!doctype html>\n<html lang="en"><head><meta charset="utf-8">' +
    '<meta name="viewport" content="width=device-width, initial-scale=1">' +
    `<title>${htmlText(title)}</title><style>${proofStyles}\n${boxes.join('\n')}\n${css}</style></head>\n<body>` +
    `<header><h1>${htmlText(title)}</h1>${filters(proof, options.against !== undefined)}</header>\n<main>` +
    sections.join('\n') +
    (general.length === 0 ? '' : generalList(general, numbers)) +
    `</main><script>${proofScript}</script></body></html>\n`
  )
}

type Shown = Pick<ProofText, 'background' | 'layout'>

/** The room of a place, in the color behind it. */
function boxRule(
  id: string,
  { unit: { place }, situation: { width } }: ProofText,
  background: string,
  layout: Shown['layout'],
): string {
  const box = `width:${width ?? layout.width}px;min-height:${place.height ?? layout.height}px`
  return `#${id}{${box};background:${background}}`
}

function card(text: ProofText, shown: string, numbers: ReadonlyMap<Finding, number>): string {
  const { findings, moved, unit } = text
  const codes = [...findings.map(({ code }) => code), ...(moved.length > 0 ? ['moved'] : [])]
  const notes = findings.map(
    finding =>
      `<li value="${numbers.get(finding)}"><b>${finding.code}</b> ${htmlText(finding.message)}</li>`,
  )
  const changes = moved.length > 0 ? `<p class="moved">${htmlText(moved.join('; '))}</p>` : ''
  return (
    `<figure class="card${findings.length > 0 ? ' found' : ''}" data-language="${htmlText(unit.catalog.language ?? '')}" data-codes="${codes.join(' ')}">` +
    `<figcaption>${htmlText(captionOf(text))}</figcaption>${shown}${changes}` +
    `${notes.length > 0 ? `<ol>${notes.join('')}</ol>` : ''}</figure>`
  )
}

function filters({ places, units, findings }: ProofTexts, isCompared: boolean): string {
  const languages = [...new Set(units.map(({ catalog }) => catalog.language ?? ''))]
  const codes = [...new Set(findings.filter(({ place }) => place !== '').map(({ code }) => code))]
  const chooser = (id: string, name: string, first: string, options: readonly string[]) =>
    `<label>${name} <select id="${id}"><option value="">${first}</option>` +
    `${options.map(option => `<option>${htmlText(option)}</option>`).join('')}</select></label>`
  const kinds = ['any', ...(isCompared ? ['moved'] : []), ...codes]
  return (
    `<form>${chooser('place', 'Place', 'all', places)}${chooser('language', 'Language', 'all', languages)}` +
    `${chooser('code', 'Finding', 'all texts', kinds)}<output id="count" aria-live="polite"></output></form>`
  )
}

function generalList(findings: readonly Finding[], numbers: ReadonlyMap<Finding, number>): string {
  const items = findings.map(
    finding =>
      `<li value="${numbers.get(finding)}"><b>${finding.code}</b> ${htmlText(generalText(finding))}</li>`,
  )
  return `\n<section class="general"><h2>Wherever they stand</h2><ol>${items.join('')}</ol></section>`
}
