import {
  escapeMarkup,
  type Fonts,
  type Frame,
  type Layout,
  type RichText,
  type Sheet,
  type StyleSource,
  type Typesetter,
  type TypesetterOptions,
  typesetterFor,
  type Values,
} from '../core.ts'
import {
  aLanguage,
  anObject,
  anything,
  being,
  checkArgument,
  checkOptions,
  described,
  fail,
  isObject,
  misnamedStyles,
  nearestName,
  type Problem,
} from '../problem/index.ts'
import { type ChartPart, chartParts, type PartStyles, partStyle, withChartParts } from './parts.ts'

/** A text of a chart: markup or rich text, with its values where it has any. */
export type ChartText =
  | string
  | RichText
  | { readonly text: string | RichText; readonly values?: Values }

/** Options of `chartTextsFor`. */
export interface ChartTextOptions extends TypesetterOptions<string, string, string> {
  /** Styles by part. Default: `chart-title` and so on. */
  readonly styles?: PartStyles
  /** Language of all texts, numbers and dates, a BCP 47 tag. Default: that of `defaults`. */
  readonly language?: string
}

/** Properties that a text has beside those of its part. */
type PartChanges = Omit<StyleSource, 'from'>

/** Sets the texts of a chart, each part in its style. */
export interface ChartTexts {
  /** The sheet, with a style for every part. */
  readonly sheet: Sheet
  /** The typesetter of the texts. */
  readonly typesetter: Typesetter
  /** BCP 47 tag. */
  readonly language: string
  /** Styles that are called like that of a part, but for a slip: `unknown-part`. */
  readonly problems: readonly Problem[]
  /** The name of a part's style. */
  styleOf(part: ChartPart): string
  /** Sets a text of a chart. Throws as `set` of a typesetter does. */
  set(part: ChartPart, text: ChartText, frame?: PartFrame): Layout
  /** Sets characters that are data: nothing in them is markup. */
  setPlain(part: ChartPart, text: string, frame?: PartFrame): Layout
}

/** Frame of a chart's text, and overrides of its style. */
export interface PartFrame extends Frame {
  /** Properties that override those of the part's style. */
  readonly overrides?: PartChanges
}

/** Check of an argument: a result of `chartTextsFor`. */
export const someChartTexts = being(
  'a result of chartTextsFor()',
  value => isObject(value) && typeof value.setPlain === 'function' && isObject(value.sheet),
)

/**
 * Sets all texts of charts by one sheet. Missing styles of parts are built on `defaults`. Throws as
 * `typesetterFor` does.
 *
 * @returns The texts of charts, for `chartFrameFor`, `placeLabels` and others.
 * @example
 * const texts = chartTextsFor({ sheet, fonts, language: 'en' })
 */
export function chartTextsFor(options: ChartTextOptions): ChartTexts {
  checkOptions('chartTextsFor', options, {
    sheet: anything,
    fonts: anything,
    reader: anything,
    hyphenation: anything,
    problems: anything,
    platformAdvance: anything,
    styles: anObject,
    language: aLanguage,
  })
  const { styles = {}, language, ...others } = options
  for (const [name, style] of Object.entries(styles)) {
    const part = chartParts.find(known => known === name)
    if (part === undefined) {
      fail('unknown-part', `a chart has no part '${name}'`, {
        nearest: nearestName(name, chartParts),
        hint: `its parts are ${chartParts.join(', ')}`,
      })
    }
    if (style !== undefined) checkArgument('styles', name, style, aStyleName)
  }
  // Checks the options; the sheet is one from here on.
  typesetterFor(others)
  const sheet = withChartParts(options.sheet, styles, language)
  const typesetter: Typesetter = typesetterFor({ ...others, sheet })
  const kept = keptLayouts(typesetter, options.fonts)
  return {
    sheet,
    typesetter,
    language: language ?? sheet.base.language,
    problems: misnamedStyles(
      options.sheet.styleNames.filter(name => !Object.values(styles).includes(name)),
      'chart-',
      chartParts,
    ),
    styleOf: part => partStyle(checkedPart(part), styles),
    set(part, text, frame) {
      const style = partStyle(checkedPart(part), styles)
      if (typeof text === 'string' && frame === undefined) return kept(style, text)
      const { text: markup, values } = checkedText(text)
      return typesetter.set(markup, { ...frame, style, ...(values && { values }) })
    },
    setPlain(part, text, frame) {
      checkArgument('setPlain', 'text', text, aText)
      const style = partStyle(checkedPart(part), styles)
      const markup = escapeMarkup(text)
      return frame === undefined ? kept(style, markup) : typesetter.set(markup, { ...frame, style })
    },
  }
}

/** So many layouts are kept. */
const mostKept = 5000

/**
 * Layouts of short texts by style and text: those of a chart are the same in each frame of it, and
 * what is known of their ink goes with them. Forgotten where faces come or go.
 */
function keptLayouts(typesetter: Typesetter, fonts: Fonts) {
  let revision = fonts.revision
  let layouts = new Map<string, Map<string, Layout>>()
  let count = 0
  return (style: string, markup: string): Layout => {
    if (revision !== fonts.revision || count > mostKept) {
      layouts = new Map()
      count = 0
      revision = fonts.revision
    }
    let ofStyle = layouts.get(style)
    if (!ofStyle) {
      ofStyle = new Map()
      layouts.set(style, ofStyle)
    }
    const keptLayout = ofStyle.get(markup)
    if (keptLayout) return keptLayout
    const layout = typesetter.set(markup, { style })
    ofStyle.set(markup, layout)
    count++
    return layout
  }
}

const aStyleName = being('the name of a style', value => typeof value === 'string')
const aText = being('a string', value => typeof value === 'string')

function checkedPart(part: ChartPart): ChartPart {
  if (chartParts.includes(part)) return part
  const hint = `its parts are ${chartParts.join(', ')}`
  return fail('unknown-part', `a chart has no part ${described(part)}`, { hint })
}

/** A text in its longer form. Throws `bad-argument` on what is none. */
function checkedText(text: ChartText): {
  readonly text: string | RichText
  readonly values?: Values
} {
  if (typeof text === 'string') return { text }
  if (!isObject(text)) {
    return fail('bad-argument', `a text of a chart may not be ${described(text)}`, {
      hint: "markup, rich text, or { text: 'from {port}', values: { port } }",
    })
  }
  if (!('text' in text)) return { text }
  checkOptions('a text of a chart', text, { text: anything, values: anObject })
  return text
}
