import {
  contrast,
  type Fonts,
  type Layout,
  type Problem,
  type Sheet,
  typesetterFor,
  type Values,
  withGuides,
} from 'dot-line'
import { toSvg } from 'dot-line/svg'

const scales = [0.85, 1, 1.25, 1.5, 2, 3]
const widths = [140, 200, 250]

/** What is shown. */
export interface Shown {
  readonly sheet: Sheet
  readonly fonts: Fonts
  readonly markup: string
  readonly style: string
  readonly language: string
  readonly guides: boolean
  readonly values: Values
}

/** The text at six scales and three widths, light and dark; and what was found wrong as it is designed. */
export function showCells(
  into: HTMLElement,
  shown: Shown,
): { readonly problems: readonly Problem[] } {
  const modes = ['light', ...(shown.sheet.modeNames.includes('dark') ? ['dark'] : [])]
  const blocks = modes.map(mode => block(mode, shown))
  into.replaceChildren(...blocks.map(one => one.element))
  return { problems: blocks[0].problems }
}

function block(mode: string, shown: Shown) {
  const { sheet, fonts, markup, style, language, guides } = shown
  // What is given and not asked for is no mistake of this text.
  const values = asked(markup, shown.values)
  const own = mode === 'light' ? sheet : sheet.mode(mode)
  const inLanguage = own.with({ styles: { defaults: { language } } })
  const ground = colorOf(own, ['paper', 'background'], mode === 'light' ? '#ffffff' : '#10202b')
  const element = document.createElement('div')
  element.className = 'cells'
  element.tabIndex = 0
  element.setAttribute('role', 'group')
  element.setAttribute('aria-label', `${mode} mode, six scales, three widths`)
  element.style.setProperty('--ground', ground)
  element.style.setProperty('--letters', contrast(ground, '#000000') > 10 ? '#0b2f45' : '#e6eef2')
  let problems: readonly Problem[] = []
  for (const scale of scales) {
    element.append(note(`× ${scale}`))
    for (const width of widths) {
      const typesetter = typesetterFor({
        sheet: inLanguage,
        fonts,
        reader: { scale },
        problems: 'collect',
      })
      const layout = typesetter.set(markup, { style, width, source: 'markup', values })
      if (scale === 1 && width === widths[1]) problems = layout.problems
      element.append(cell(layout, guides, ground))
    }
  }
  return { element, problems }
}

function cell(layout: Layout, guides: boolean, ground: string): HTMLElement {
  const element = document.createElement('div')
  const picture = document.createElement('template')
  picture.innerHTML = toSvg(guides ? withGuides(layout) : layout)
  element.append(picture.content, note(measures(layout, ground)))
  return element
}

/** Lines, height, and the least contrast of its inks. */
function measures({ lines, height, problems, style }: Layout, ground: string): string {
  const inks = [style.ink, ...lines.flatMap(line => line.runs.map(run => run.style.ink))]
  const least = inks.reduce(
    (lowest, ink) =>
      ink.kind === 'solid' ? Math.min(lowest, contrast(ink.color, ground)) : lowest,
    21,
  )
  const found = problems.length === 0 ? '' : `, ${problems[0].code}`
  const count = lines.length === 1 ? '1 line' : `${lines.length} lines`
  return `${count}, ${height.toFixed(1)} high, contrast ${least.toFixed(1)}${found}`
}

function note(text: string): HTMLElement {
  const element = document.createElement('p')
  element.textContent = text
  return element
}

function colorOf(sheet: Sheet, names: readonly string[], otherwise: string): string {
  const name = names.find(one => sheet.inkNames.includes(one))
  const ink = name === undefined ? undefined : sheet.ink(name)
  return ink?.kind === 'solid' ? ink.color : otherwise
}

/** The values that a text names. */
const asked = (markup: string, values: Values): Values =>
  Object.fromEntries(Object.entries(values).filter(([name]) => markup.includes(`{${name}}`)))
