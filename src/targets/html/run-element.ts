import type { LineRun } from '../../layout/index.ts'
import { shapingFeatures } from '../../sheet/index.ts'
import { colorOf, effectDeclarations } from './effects.ts'
import { htmlText } from './html-text.ts'
import { cssString, px, type Rules } from './rules.ts'

/** A run as an element in the flow of its line; `gap` is what lies between it and what is before it. */
export function runElement(run: LineRun, gap: number, rules: Rules): string {
  const { text, box, link, action, start, end } = run
  if (box) return boxElement(run, gap, rules)
  const own = runDeclarations(run, gap, rules)
  // Marks and markers are of no text: what is generated is neither found nor copied.
  if (start === end) {
    return `<span class="${rules.classOf(own, `content:${cssString(text)}`)}"></span>`
  }
  if (text === '\t') return `<span class="${rules.classOf(`${own};${asWide(run)}`)}">\t</span>`
  const hyphen = run.isHyphenated ? `content:${cssString('\u2010')}` : ''
  const name = rules.classOf(own, '', hyphen)
  const content = htmlText(text)
  if (link !== undefined) return `<a class="${name}" href="${htmlText(link)}">${content}</a>`
  const data = action === undefined ? '' : ` data-action="${htmlText(action)}"`
  return `<span class="${name}"${data}>${content}</span>`
}

const asWide = ({ width }: LineRun) => `display:inline-block;width:${px(width)};overflow:hidden`

function runDeclarations(run: LineRun, gap: number, rules: Rules): string {
  const { face, style, ink, rise, wordGap = 0, letterGap = 0 } = run
  const { size, tracking, wordSpacing } = style
  const axes = [...face.coordinates].map(([tag, value]) => `${cssString(tag)} ${value}`)
  const features = shapingFeatures(style).map(f => `${cssString(f.slice(0, 4))} ${f.slice(5)}`)
  const [letters, words] = [tracking * size + letterGap, wordSpacing * size + wordGap]
  return [
    `font:${px(size)}/0 ${cssString(rules.family(face))}`,
    `color:${colorOf(ink)}`,
    'font-kerning:normal;font-synthesis:none;font-optical-sizing:none',
    'text-rendering:geometricPrecision',
    `font-feature-settings:${features.length > 0 ? features.join(',') : 'normal'}`,
    `font-variation-settings:${axes.length > 0 ? axes.join(',') : 'normal'}`,
    `letter-spacing:${px(letters)};word-spacing:${px(words)}`,
    `vertical-align:${px(rise)}`,
    ...(Math.abs(gap) > 0.001 ? [`margin-inline-start:${px(gap)}`] : []),
    ...(run.link === undefined ? [] : ['text-decoration:none']),
    ...effectDeclarations(run),
  ].join(';')
}

/** A box keeps its place, and says what it says. */
function boxElement({ box, rise }: LineRun, gap: number, rules: Rules): string {
  if (!box) return ''
  const { width, height, baseline, label } = box
  const own =
    `display:inline-block;width:${px(width)};height:${px(height)};` +
    `vertical-align:${px(rise - (height - baseline))};margin-inline-start:${px(gap)}`
  return `<span class="${rules.classOf(own)}" role="img" aria-label="${htmlText(label)}"></span>`
}
