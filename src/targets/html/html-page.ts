import { type Drawing, isLayout } from '../../drawing/index.ts'
import type { Layout } from '../../layout/index.ts'
import { htmlText } from '../../notation/index.ts'
import { aLanguage, aString, checkOptions, fromZero } from '../../problem/index.ts'
import { px } from './rules.ts'
import { type HtmlTargetOptions, htmlFields, toHtml } from './to-html.ts'

export interface HtmlPageOptions extends HtmlTargetOptions {
  readonly title?: string
  /** BCP 47 tag; that of the first layout without it. */
  readonly language?: string
  /** What a content security policy lets the stylesheet in by. */
  readonly nonce?: string
  /** Around all of it, and between the texts, in units; 24 and 16 where it is not said. */
  readonly margin?: number
  readonly gap?: number
}

function titleOf(shown: Layout | Drawing | undefined): string {
  if (shown?.kind === 'drawing') return shown.title ?? ''
  return isLayout(shown) ? shown.text.split('\n')[0] : ''
}

/** Layouts and drawings as a whole page, below each other, with its stylesheet. */
export function toHtmlPage(
  shown: Layout | Drawing | readonly (Layout | Drawing)[],
  options: HtmlPageOptions = {},
): string {
  checkOptions('toHtmlPage', options, {
    ...htmlFields,
    title: aString,
    language: aLanguage,
    nonce: aString,
    margin: fromZero,
    gap: fromZero,
  })
  const all = [shown].flat()
  const [first] = all
  const {
    title = titleOf(first),
    nonce,
    margin = 24,
    gap = 16,
    fontUrl,
    pictureUrl,
    prefix,
  } = options
  const { html, css } = toHtml(all, { fontUrl, pictureUrl, prefix })
  const own = first?.kind === 'drawing' ? first.language : first?.style?.language
  const language = options.language ?? own ?? 'en'
  const once = nonce === undefined ? '' : ` nonce="${htmlText(nonce)}"`
  return (
    `<!doctype html>\n<html lang="${htmlText(language)}">\n<meta charset="utf-8">\n` +
    `<meta name="viewport" content="width=device-width, initial-scale=1">\n` +
    `<title>${htmlText(title)}</title>\n` +
    `<style${once}>\nbody{margin:${px(margin)};display:grid;justify-items:start;gap:${px(gap)}}\n${css}</style>\n` +
    `${html}\n</html>\n`
  )
}
