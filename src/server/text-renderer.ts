import { type RichText, type Typesetter, typesetterFor } from '../core.ts'
import { defaultPrefix, htmlText } from '../notation/index.ts'
import { fail } from '../problem/index.ts'
import {
  type FlowText,
  flowHtml,
  flowParts,
  flowTextBefore,
  hostRules,
  partRules,
  targetClass,
} from '../targets/flow/index.ts'
import { toHtml } from '../targets/html/index.ts'
import { styledContent } from '../typesetter/index.ts'
import {
  checkServerProvision,
  checkServerText,
  type ServerProvision,
  type ServerText,
} from './provision.ts'
import { servedModes } from './served-modes.ts'
import { servedRules } from './served-rules.ts'

/** Renders the texts of a page on a server. */
export interface TextRenderer {
  /** A `<dot-line>` with its text in it. */
  element(text: ServerText): string
  /** The content of such an element, for one that stands in a page already. */
  content(text: ServerText): string
  /** Rules for all texts that were rendered since it was called last. */
  takeRules(): string
  /** Rules for the fonts of all texts so far. */
  fontRules(): string
}

const tagName = 'dot-line'
const usualWidth = 320

/**
 * Renders texts of a page on a server: the same styles, the same fonts, one rule a style for all of them.
 * The page's own provider takes them over as they stand.
 *
 * @param provision Sheet, fonts, catalog, and addresses of font files.
 * @returns A renderer; put its rules into the page's head.
 * @throws `bad-argument`
 * @example
 * const texts = textRenderer({ sheet, fonts })
 * const html = texts.element({ textStyle: 'body', markup: 'Boats are ~strong[late]' })
 * const css = texts.fontRules() + texts.takeRules()
 */
export function textRenderer(provision: ServerProvision): TextRenderer {
  checkServerProvision('textRenderer', provision)
  const { sheet, fonts, catalog, hyphenation, reader, fontUrl, fontDisplay, nonce } = provision
  const prefix = `${defaultPrefix}s`
  const rules = servedRules(prefix, fontUrl, fontDisplay)
  const target = `${prefix}-${targetClass}`
  const modes = servedModes(sheet)
  const setters = new Map<string, Typesetter>()
  let exact = 0
  let exactFonts = ''
  let ownRules = `${tagName}{display:block}\n.${target}{color:inherit;text-decoration:none;cursor:pointer}\n`

  function setterFor(text: ServerText, mode: readonly string[] = [], scale = 1): Typesetter {
    const { language, direction } = text
    const key = `${language} ${direction} ${mode} ${scale}`
    let setter = setters.get(key)
    if (!setter) {
      const shown = mode.reduce((one, name) => one.mode(name), sheet)
      const defaults = { ...(language && { language }), ...(direction && { direction }) }
      setter = typesetterFor({
        sheet: shown.with({ styles: { defaults } }),
        fonts,
        reader: { ...reader, scale: (reader?.scale ?? 1) * scale },
        ...(hyphenation && { hyphenation }),
      })
      setters.set(key, setter)
    }
    return setter
  }

  function contentOf({ rich, markup, message, values }: ServerText): string | RichText {
    const content = rich ?? (message === undefined ? markup : catalog?.text(message, values))
    if (content !== undefined) return content
    return fail('bad-argument', 'a served text needs markup, or a message and a catalog')
  }

  const settingOf = ({ rich, message, textStyle, values, maxLines, align }: ServerText) => ({
    ...(textStyle !== undefined && { style: textStyle }),
    ...(values && (rich || message === undefined) && { values }),
    ...(maxLines !== undefined && { maxLines }),
    ...(align && { align }),
  })

  function flowOf(text: ServerText, setter: Typesetter): FlowText | undefined {
    if (text.maxLines !== undefined) return undefined
    const { align, ...setting } = settingOf(text)
    const content = styledContent(setter, contentOf(text), setting)
    return content && flowTextBefore({ ...content, align })
  }

  function content(text: ServerText): string {
    checkServerText('textRenderer', text)
    const setter = setterFor(text)
    const flow = flowOf(text, setter)
    if (!flow) return exactContent(text, setter)
    const variants = () => ({
      base: flow,
      modes: modes.map(({ names, media }) => ({
        media,
        flow: flowOf(text, setterFor(text, names)),
      })),
      doubled: flowOf(text, setterFor(text, [], 2)),
    })
    const look = rules.classOf('block', variants, flow)
    const parts = flowParts(flow, i => rules.classOf(i, variants, flow))
    const lang = htmlText(flow.style.language)
    return `<span class="${look}" lang="${lang}">${flowHtml(parts, target)}</span>`
  }

  /** A text whose lines each have a place of their own, in a shadow root with the rules it needs. */
  function exactContent(text: ServerText, { set }: Typesetter): string {
    const setting = settingOf(text)
    const layout = set(contentOf(text), { ...setting, width: text.width ?? usualWidth })
    const { html, css } = toHtml(layout, {
      prefix: `${prefix}x${++exact}-`,
      ...(fontUrl && { fontUrl }),
    })
    const isFont = (rule: string) => rule.startsWith('@font-face')
    const lines = css.split('\n')
    exactFonts += lines.filter(isFont).join('\n')
    const own = hostRules + partRules + lines.filter(rule => !isFont(rule)).join('\n')
    const once = nonce === undefined ? '' : ` nonce="${htmlText(nonce)}"`
    return (
      `<template shadowrootmode="open"><style${once}>${own}</style>` +
      `<div class="dotline-frame">${html}</div></template>`
    )
  }

  return {
    content,
    element(text) {
      const inner = content(text)
      const { textStyle, markup, message, values, maxLines, align } = text
      const attributes = [
        ['text-style', textStyle],
        ['markup', markup],
        ['message', message],
        ['values', values && JSON.stringify(values)],
        ['max-lines', maxLines],
        ['align', align],
      ]
        .filter(([, value]) => value !== undefined)
        .map(([name, value]) => ` ${name}="${htmlText(String(value))}"`)
        .join('')
      return `<${tagName}${attributes}>${inner}</${tagName}>`
    },
    takeRules() {
      const all = ownRules + rules.take()
      ownRules = ''
      return all
    },
    fontRules: () => rules.fonts() + exactFonts,
  }
}

/** Result of `renderElement`. */
export interface RenderedElement {
  /** The element with its text, which browsers show before any script runs. */
  readonly html: string
  /** Rules for the text and its fonts, for a stylesheet of the page. */
  readonly css: string
}

/**
 * One `<dot-line>` as HTML, with its rules. For several, use `textRenderer`: they share their rules.
 * Throws what `typesetter.set` throws.
 */
export function renderElement(provision: ServerProvision, text: ServerText): RenderedElement {
  const renderer = textRenderer(provision)
  const html = renderer.element(text)
  return { html, css: renderer.fontRules() + renderer.takeRules() }
}
