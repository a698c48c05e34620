import type { Sheet, StyleSource } from '../core.ts'

/** A kind of text in a chart. */
export type ChartPart =
  | 'title'
  | 'subtitle'
  | 'axis'
  | 'tick'
  | 'value'
  | 'legend'
  | 'note'
  | 'center'
  | 'source'

/**
 * The style of each part on top of the sheet's `defaults`, which set the family, ink and size of
 * all. A style of the sheet named `chart-title` takes its place.
 */
const usual: Readonly<Record<ChartPart, Omit<StyleSource, 'from'>>> = {
  title: { size: '1.4x', weight: 'bold', leading: 1.2 },
  subtitle: { leading: 1.3 },
  axis: { size: '0.85x', leading: 1.25 },
  tick: { size: '0.85x', leading: 1.2 },
  value: { size: '0.85x', weight: 'bold', leading: 1.2 },
  legend: { size: '0.85x', leading: 1.25 },
  note: { size: '0.85x', leading: 1.25 },
  center: { size: '2x', weight: 'bold', leading: 1.15, align: 'center' },
  source: { size: '0.75x', leading: 1.3 },
}

export const chartParts = Object.keys(usual) as readonly ChartPart[]

/** Styles by part, if they are not the usual ones. */
export type PartStyles = { readonly [P in ChartPart]?: string }

/** The name of a part's style. */
export const partStyle = (part: ChartPart, styles: PartStyles = {}): string =>
  styles[part] ?? `chart-${part}`

/**
 * A sheet that has a style for every part of a chart: those it lacks are added, in its modes as
 * well. With a language, all parts are in it.
 */
export function withChartParts(sheet: Sheet, styles: PartStyles, language?: string): Sheet {
  const spoken = language === undefined ? {} : { language }
  const added = chartParts.flatMap(part => {
    const name = partStyle(part, styles)
    const isThere = sheet.styleNames.includes(name)
    // The typesetter reports a missing style that was asked for by name when it is used.
    if (isThere || styles[part] !== undefined) return isThere ? [[name, spoken]] : []
    return [[name, { ...usual[part], ...spoken }]]
  })
  return sheet.with({ styles: Object.fromEntries(added) })
}
