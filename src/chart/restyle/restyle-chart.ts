import { type Box, draw, group } from '../../core.ts'
import {
  aBoolean,
  checkArgument,
  checkOptions,
  described,
  fail,
  isObject,
  mapOf,
  oneOf,
  type Problem,
  problemList,
  shortText,
  warningProblem,
} from '../../problem/index.ts'
import { toSvg } from '../../targets/svg/index.ts'
import { type ChartTexts, someChartTexts } from '../chart-texts.ts'
import { type ChartPart, chartParts } from '../parts.ts'
import type { PlacedText } from '../placed-text.ts'
import { withComputedStyles } from './computed-styles.ts'
import { type FoundText, foundTexts } from './found-texts.ts'
import { guessedParts } from './guess-parts.ts'
import type { RestyledText } from './restyled-text.ts'
import { setTexts } from './set-texts.ts'
import { type StyledElement, svgTree } from './svg-tree.ts'

/** The used part of an SVG element of a page. */
export interface SvgElementLike {
  /** Its source. */
  readonly outerHTML: string
}

/** Options of `restyleChart`. */
export interface RestyleOptions {
  /** The texts of the chart, from `chartTextsFor`. */
  readonly texts: ChartTexts
  /** Parts by CSS selector. Default: by position. */
  readonly parts?: Readonly<Record<string, ChartPart | 'keep'>>
  /** Keeps the colors that the chart's texts have. */
  readonly keepInks?: boolean
}

/** Result of `restyleChart`. */
export interface RestyledChart {
  /** The chart: all of it as it was, but its texts. */
  readonly svg: string
  /** The outcome for each text. */
  readonly texts: readonly RestyledText[]
  /** Texts that stayed as they were, and why. */
  readonly kept: readonly { readonly text: string; readonly why: string }[]
  /** Problems that did not stop the work. */
  readonly problems: readonly Problem[]
}

/**
 * Sets the texts of an SVG chart in the styles of a sheet, at the same anchors. Labels of an axis
 * that collide are wrapped, rotated, truncated or omitted, all alike. Everything else stays as it
 * was, byte for byte. Throws `bad-svg` and `bad-selector`.
 *
 * @param svg SVG source, or an element of a page.
 * @param options Texts, parts by selector, and whether to keep inks.
 * @returns The SVG, with the outcome for each text.
 * @throws `bad-svg`, `bad-selector`
 * @example
 * restyleChart(svg, { texts, parts: { '.title': 'title' } }).svg
 */
export function restyleChart(svg: string | SvgElementLike, options: RestyleOptions): RestyledChart {
  checkOptions('restyleChart', options, {
    texts: someChartTexts,
    parts: mapOf(oneOf(...chartParts, 'keep')),
    keepInks: aBoolean,
  })
  const { texts, parts = {}, keepInks = false } = options
  checkArgument('restyleChart', 'texts', texts, someChartTexts)
  const source = sourceOf(svg)
  const tree = svgTree(source)
  const box = boxOf(tree.root.attribs)
  const chartTexts = foundTexts(tree, box)
  const named = Object.entries(parts).map(
    ([selector, part]) => [tree.select(selector), part] as const,
  )
  const guessed = guessedParts(chartTexts.texts, box)
  const kept = [...chartTexts.left]
  const wanted = chartTexts.texts.flatMap((text, i) => {
    const selected = named.find(([elements]) => {
      for (let at: typeof text.element | null = text.element; at; at = parentOf(at)) {
        if (elements.has(at)) return true
      }
      return false
    })?.[1]
    if (selected === 'keep') kept.push({ text: text.text, why: 'kept on request' })
    return selected === 'keep' ? [] : [{ text, part: selected ?? guessed[i] }]
  })
  const set = setTexts(wanted, { texts, box, keepInks })
  const gone = new Set(wanted.map(({ text }) => text.element))
  const problems = problemList()
  problems.addAll(texts.problems)
  for (const { text, why } of kept) {
    problems.add(warningProblem('text-kept', `the text '${shortText(text)}' is unchanged: ${why}`))
  }
  for (const { text, outcome: did } of set.restyled) {
    if (did === 'omitted') {
      const message = `there is no room for the text '${shortText(text)}'`
      problems.add(warningProblem('text-omitted', message, { hint: 'make the chart larger' }))
    }
  }
  if (tree.elements.some(hasScript)) {
    const message = 'the SVG contains scripts, which are still there'
    problems.add(
      warningProblem('script-kept', message, { hint: 'remove them unless you trust the file' }),
    )
  }
  for (const { layout } of set.placed) for (const one of layout.problems) problems.addOnce(one)
  const ranges = chartTexts.replaced
    .filter(element => gone.has(element))
    .map(({ startIndex, endIndex }) => [startIndex ?? 0, (endIndex ?? -1) + 1] as const)
  return {
    svg: withTexts(source, ranges, overlayOf(set.placed, box), tree.root),
    texts: set.restyled,
    kept,
    problems: problems.all(),
  }
}

type ElementOf = FoundText['element']
const parentOf = (element: ElementOf): ElementOf | null =>
  element.parent && 'attribs' in element.parent ? element.parent : null

function sourceOf(svg: string | SvgElementLike): string {
  if (typeof svg === 'string') return svg
  if (isObject(svg) && typeof svg.outerHTML === 'string') return withComputedStyles(svg)
  return fail('bad-svg', `restyleChart takes SVG or an element, not ${described(svg)}`)
}

/** Whether an element runs something: a script, a handler of events, a link that is one. */
const hasScript = ({ element: { name, attribs } }: StyledElement): boolean =>
  name === 'script' ||
  Object.entries(attribs).some(
    ([attribute, value]) =>
      /^on/i.test(attribute) ||
      (/(^|:)href$/.test(attribute) && /^\s*javascript:/i.test(value.replace(/[\0-\x20]/g, ''))),
  )

/** The box that the document shows. */
function boxOf(attributes: Readonly<Record<string, string>>): Box {
  const numbers = (attributes.viewBox ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number)
  if (numbers.length === 4 && numbers.every(Number.isFinite)) {
    const [x, y, width, height] = numbers
    return { x, y, width, height }
  }
  const length = (name: string, usual: number) => {
    const value = Number.parseFloat(attributes[name] ?? '')
    return Number.isFinite(value) && !attributes[name].endsWith('%') ? value : usual
  }
  return { x: 0, y: 0, width: length('width', 300), height: length('height', 150) }
}

/** The texts as SVG, in the coordinates of the chart; each is read out as what it says. */
function overlayOf(placed: readonly PlacedText[], box: Box): string {
  if (placed.length === 0) return ''
  const items = placed.map(({ item, layout }) => group([item], { role: 'img', label: layout.text }))
  const svg = toSvg(draw({ width: box.width, height: box.height }, items))
  return `<g role="group">${svg.slice(svg.indexOf('>') + 1, svg.lastIndexOf('</svg>'))}</g>`
}

/** The document without some stretches, and with something at the end of its root. */
function withTexts(
  source: string,
  ranges: readonly (readonly [number, number])[],
  overlay: string,
  root: ElementOf,
): string {
  // Text after the root element is not part of the chart, even if it looks like an end tag.
  const rootEnd = (root.endIndex ?? source.length - 1) + 1
  const closing = source.lastIndexOf('</', rootEnd - 1)
  const hasEnd = overlay !== '' && closing > (root.startIndex ?? 0)
  const gone = ranges.toSorted((a, b) => a[0] - b[0])
  let text = ''
  let at = 0
  for (const [start, end] of hasEnd ? [...gone, [closing, closing] as const] : gone) {
    text += source.slice(at, start)
    if (start === closing) text += overlay
    at = end
  }
  return text + source.slice(at)
}
