import {
  DotLineError,
  type Face,
  faceOf,
  facesUsed,
  type Problem,
  type Sheet,
  type Typesetter,
} from '../core.ts'
import { colorText, cssString } from '../notation/index.ts'
import { letterDeclarations, px, spacingText } from '../targets/flow/index.ts'
import { fieldAttribute as attribute } from './field-attribute.ts'
import { adopt, isPage, styleSheet } from './page-abilities.ts'
import { letterColors } from './state-rules.ts'

/** Fields and buttons of a page in styles of the sheet: `<input data-dotline-style="field">`. */
export interface FieldStyles {
  /** Writes the rules for the styles that the page asks for now. */
  refresh(): void
  stop(): void
}

/** Marks what a provider provides for, if it is not the whole page. */
const around = 'data-dotline-provider'

/** Styles of the sheet for the states of a field, if it has them, and the states in CSS. */
const states: readonly (readonly [style: string, selector: string])[] = [
  ['placeholder', '::placeholder'],
  ['hover', ':hover'],
  ['focus', ':focus-visible'],
  ['active', ':active'],
  ['invalid', ':user-invalid'],
  ['disabled', ':disabled'],
]

/** What the styles of fields are made of. */
export interface FieldSetting {
  readonly sheet: () => Sheet
  readonly typesetter: () => Typesetter
  readonly family: (face: Face) => string
  readonly report: (problems: readonly Problem[]) => void
}

export function fieldStyles(
  root: Element | Document,
  id: string,
  setting: FieldSetting,
): FieldStyles {
  const page = isPage(root) ? root : root.ownerDocument
  const rules = styleSheet()
  const scope = isPage(root) ? '' : `[${around}="${id}"] `
  let shown = ''

  function ruleOf(name: string): string {
    const layout = setting.typesetter().set('x', { style: name })
    setting.report(layout.problems)
    const { style, height } = layout
    const [{ face: key }] = facesUsed(layout)
    const face = faceOf({ face: key })
    const letters = letterDeclarations(style, face, setting.family(face), false, 0)
      .replace('/0 ', `/${px(height)} `)
      .replace(/;vertical-align:[^;]*/, '')
    const { tracking, wordSpacing, size, backing } = style
    const ground =
      backing !== 'none' && backing.ink.kind === 'solid'
        ? `;background-color:${colorText(backing.ink)}`
        : ''
    return `${letters};${spacingText(tracking * size, wordSpacing * size)}${ground}`
  }

  function refresh() {
    const fields = root.querySelectorAll(`[${attribute}]`)
    if (fields.length === 0 && shown === '') return
    const sheet = setting.sheet()
    let text = ''
    for (const name of new Set([...fields].map(field => field.getAttribute(attribute) ?? ''))) {
      try {
        const selector = `${scope}[${attribute}=${cssString(name)}]`
        text += `${selector}{${ruleOf(name)}}\n`
      } catch (error) {
        if (!(error instanceof DotLineError)) throw error
        setting.report(error.problems)
      }
    }
    for (const [style, selector] of states) {
      if (!sheet.styleNames.includes(style)) continue
      const look = letterColors(sheet.style(style), sheet.style('defaults'))
      if (look !== '') text += `${scope}[${attribute}]${selector}{${look}}\n`
    }
    if (text === shown) return
    if (shown === '') {
      if (!isPage(root)) root.setAttribute(around, id)
      adopt(page, [...(page.adoptedStyleSheets ?? []), rules])
    }
    shown = text
    rules.replaceSync(text)
  }

  refresh()
  return {
    refresh,
    stop() {
      adopt(
        page,
        (page.adoptedStyleSheets ?? []).filter(sheet => sheet !== rules),
      )
    },
  }
}
