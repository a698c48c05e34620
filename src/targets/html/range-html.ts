import { checkLayout, inkOf } from '../../drawing/index.ts'
import type { GlyphRun, Layout } from '../../layout/index.ts'
import { colorText, htmlText } from '../../notation/index.ts'
import { aNumber, checkArguments } from '../../problem/index.ts'

/** From this weight on text is bold to those who paste it. */
const boldFrom = 600

/**
 * A stretch of a layout as HTML for the clipboard: paragraphs with bold, italic, underlined and
 * colored words and links, without line ends.
 */
export function rangeHtml(layout: Layout, start: number, end: number): string {
  checkLayout('rangeHtml', layout)
  checkArguments('rangeHtml', ['start', start, aNumber], ['end', end, aNumber])
  const [from, to] = [Math.min(start, end), Math.max(start, end)]
  const base = colorText(inkOf(layout.style, layout.style.opacity))
  return layout.paragraphs
    .filter(paragraph => paragraph.start <= to && paragraph.end >= from)
    .map(({ start: first, end: last, language, direction }) => {
      const [within, until] = [Math.max(from, first), Math.min(to, last)]
      const words = stretches(layout, within, until).map(one => stretchHtml(one, base))
      return `<p lang="${htmlText(language)}" dir="${direction}">${words.join('')}</p>`
    })
    .join('')
}

/** Text that looks alike, however many lines and runs it goes over. */
interface Stretch {
  readonly run: GlyphRun
  text: string
}

function stretches({ lines, text }: Layout, from: number, to: number): readonly Stretch[] {
  const runs = lines
    .flatMap(line => line.runs)
    .filter(run => run.start < to && run.end > from)
    .toSorted((a, b) => a.start - b.start)
  const boxes: Stretch[] = []
  for (const run of runs) {
    const box = run.box
      ? run.box.label
      : text.slice(Math.max(from, run.start), Math.min(to, run.end))
    const last = boxes.at(-1)
    const isSame = last && last.run.style === run.style && last.run.link === run.link
    if (isSame) last.text += box
    else boxes.push({ run, text: box })
  }
  return boxes
}

function stretchHtml({ run: { style, link }, text }: Stretch, base: string): string {
  const color = colorText(inkOf(style, style.opacity))
  let html = htmlText(text.replace(/\u00ad/g, '')).replace(/\u2028/g, '<br>')
  if (color !== base) html = `<span style="color:${color}">${html}</span>`
  if (style.underline !== false) html = `<u>${html}</u>`
  if (style.slant !== 'normal') html = `<i>${html}</i>`
  if (style.weight >= boldFrom) html = `<b>${html}</b>`
  return link === undefined ? html : `<a href="${htmlText(link)}">${html}</a>`
}
