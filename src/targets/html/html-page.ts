import type { Layout } from '../../layout/index.ts'
import { htmlText } from './html-text.ts'
import { px } from './rules.ts'
import { type HtmlTargetOptions, toHtml } from './to-html.ts'

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

/** Layouts as a whole page, below each other, with its stylesheet. */
export function toHtmlPage(
  shown: Layout | readonly Layout[],
  options: HtmlPageOptions = {},
): string {
  const layouts = [shown].flat()
  const { title = layouts[0]?.text.split('\n')[0] ?? '', nonce, margin = 24, gap = 16 } = options
  const language = options.language ?? layouts[0]?.style.language ?? 'en'
  const { html, css } = toHtml(layouts, options)
  const once = nonce === undefined ? '' : ` nonce="${htmlText(nonce)}"`
  return (
    `<!doctype html>\n<html lang="${htmlText(language)}">\n<meta charset="utf-8">\n` +
    `<meta name="viewport" content="width=device-width, initial-scale=1">\n` +
    `<title>${htmlText(title)}</title>\n` +
    `<style${once}>\nbody{margin:${px(margin)};display:grid;justify-items:start;gap:${px(gap)}}\n${css}</style>\n` +
    `${html}\n</html>\n`
  )
}
