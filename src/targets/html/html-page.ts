import { type Drawing, eachItem, inkFrom, isLayout } from '../../drawing/index.ts'
import type { Layout } from '../../layout/index.ts'
import { colorText, defaultPrefix, htmlText } from '../../notation/index.ts'
import { aLanguage, anything, aString, checkOptions, fromZero } from '../../problem/index.ts'
import { type Ink, isDark, representativeColor } from '../../sheet/index.ts'
import { px } from '../flow/index.ts'
import { type HtmlTargetOptions, htmlFields, toHtml } from './to-html.ts'

/** Options of `toHtmlPage`. */
export interface HtmlPageOptions extends HtmlTargetOptions {
  /** Title, for screen readers and documents. */
  readonly title?: string
  /** Language, a BCP 47 tag. Default: that of the first layout. */
  readonly language?: string
  /** Nonce of a content security policy, for the stylesheet. */
  readonly nonce?: string
  /** Around all of it, and between the texts, in units; 24 and 16 where it is not said. */
  readonly margin?: number
  /** Background: an ink, or a CSS color. Default: the page's own, which is light. */
  readonly background?: Ink | string
  /** Between texts, in units. */
  readonly gap?: number
}

function titleOf(shown: Layout | Drawing | undefined): string {
  if (shown?.kind === 'drawing') return shown.title ?? ''
  return isLayout(shown) ? shown.text.split('\n')[0] : ''
}

/** Whether a drawing has a heading of the first level, which is that of its page. */
function hasMainHeading(shown: Layout | Drawing): boolean {
  if (shown.kind !== 'drawing') return false
  let isFound = false
  eachItem(shown.items, {
    skips: () => isFound,
    enter({ role, level = 1 }) {
      if (role === 'heading' && level === 1) isFound = true
    },
    text: () => true,
    item: () => {},
  })
  return isFound
}

/** The background of the page; scroll bars and other parts of the browser follow it. */
function ground(background: Ink | string | undefined): string {
  if (background === undefined) return ''
  const ink = representativeColor(inkFrom(background, undefined))
  const scheme = isDark(ink) ? 'dark' : 'light'
  return `html{background:${colorText(ink)};color-scheme:${scheme}}\n`
}

/**
 * Layouts and drawings as a whole page, below each other, with its stylesheet.
 *
 * @returns A whole web page.
 * @example
 * toHtmlPage(layout, { title: 'Notice', language: 'en' })
 */
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
    background: anything,
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
    prefix = defaultPrefix,
  } = options
  const { html, css } = toHtml(all, { fontUrl, pictureUrl, prefix })
  const firstLanguage = first?.kind === 'drawing' ? first.language : first?.style?.language
  const language = options.language ?? firstLanguage ?? 'en'
  const heading =
    title === '' || all.some(hasMainHeading)
      ? ''
      : `<h1 class="${prefix}heading">${htmlText(title)}</h1>\n`
  const once = nonce === undefined ? '' : ` nonce="${htmlText(nonce)}"`
  return (
    `<!doctype html>\n<html lang="${htmlText(language)}">\n<meta charset="utf-8">\n` +
    `<meta name="viewport" content="width=device-width, initial-scale=1">\n` +
    `<title>${htmlText(title)}</title>\n` +
    `<style${once}>\n${ground(options.background)}body{margin:0}\n` +
    `main{margin:${px(margin)};display:grid;justify-items:start;gap:${px(gap)}}\n` +
    // It is there for those who have the page read out; the texts show it.
    `.${prefix}heading{position:absolute;inline-size:1px;block-size:1px;margin:-1px;overflow:hidden;clip-path:inset(50%)}\n` +
    `${css}</style>\n<main>\n${heading}${html}\n</main>\n</html>\n`
  )
}
