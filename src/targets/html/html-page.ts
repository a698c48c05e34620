import type { Layout } from '../../layout/index.ts'
import { htmlText } from './html-text.ts'
import { type HtmlTargetOptions, toHtml } from './to-html.ts'

export interface HtmlPageOptions extends HtmlTargetOptions {
  readonly title?: string
  /** BCP 47 tag; that of the first layout without it. */
  readonly language?: string
  /** What a content security policy lets the stylesheet in by. */
  readonly nonce?: string
}

/** Layouts as a whole page, below each other, with its stylesheet. */
export function toHtmlPage(
  shown: Layout | readonly Layout[],
  options: HtmlPageOptions = {},
): string {
  const layouts = [shown].flat()
  const { title = layouts[0]?.text.split('\n')[0] ?? '', nonce, prefix = 'line' } = options
  const language = options.language ?? layouts[0]?.style.language ?? 'en'
  const parts = layouts.map((layout, i) =>
    toHtml(layout, { ...options, prefix: layouts.length > 1 ? `${prefix}${i + 1}-` : prefix }),
  )
  const once = nonce === undefined ? '' : ` nonce="${htmlText(nonce)}"`
  return (
    `<!doctype html>\n<html lang="${htmlText(language)}">\n<meta charset="utf-8">\n` +
    `<meta name="viewport" content="width=device-width, initial-scale=1">\n` +
    `<title>${htmlText(title)}</title>\n` +
    `<style${once}>\n${parts.map(part => part.css).join('')}</style>\n` +
    `${parts.map(part => part.html).join('\n')}\n</html>\n`
  )
}
