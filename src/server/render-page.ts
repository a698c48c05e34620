import { Parser } from 'htmlparser2'
import { jsonObject } from '../blocks/index.ts'
import { DotLineError, type Problem, type Values } from '../core.ts'
import { htmlText } from '../notation/index.ts'
import { aString, checkArgument } from '../problem/index.ts'
import { isAlign } from '../targets/flow/index.ts'
import type { ServerProvision, ServerText } from './provision.ts'
import { type TextRenderer, textRenderer } from './text-renderer.ts'

/** A provision for pages. */
export interface PageProvision extends ServerProvision {
  /**
   * Called with each problem of a text, which then stays as it was. Without it the first problem is
   * thrown.
   */
  readonly onProblem?: (problem: Problem) => void
}

interface OpenText {
  readonly start: number
  readonly contentStart: number
  readonly attributes: Readonly<Record<string, string>>
  readonly language: string | undefined
  readonly direction: 'ltr' | 'rtl' | undefined
  text: string
  hasElements: boolean
}

/** Elements of a page that have no end tag (HTML, 13.1.2). */
const voidTags = new Set(
  'area base br col embed hr img input link meta source track wbr'.split(' '),
)

/** Takes a page in pieces, and gives it back with the texts of its `<dot-line>` elements in them. */
interface PageRewriter {
  write(chunk: string): string
  end(): string
  readonly texts: TextRenderer
}

/** `before` gives what goes before a text whose rules are new. */
function pageRewriter(
  { onProblem, ...provision }: PageProvision,
  before: (texts: TextRenderer) => string,
): PageRewriter {
  const texts = textRenderer(provision)
  const around: { readonly tag: string; readonly lang?: string; readonly dir?: string }[] = []
  let buffer = ''
  /** Where the buffer begins in the page. */
  let offset = 0
  let out = ''
  let open: OpenText | undefined
  /** Where the last whole tag, text or comment ends. */
  let whole = 0
  const passed = () => {
    whole = Math.max(whole, parser.endIndex + 1)
  }

  const parser = new Parser(
    {
      onopentag(tag, attributes) {
        const { lang, dir } = attributes
        if (tag === 'dot-line' && !open) {
          // What is before it may contain what is the page's own.
          flush(parser.startIndex)
          const said = (name: 'lang' | 'dir') =>
            attributes[name] ?? around.findLast(one => one[name] !== undefined)?.[name]
          const direction = said('dir')
          open = {
            start: parser.startIndex,
            contentStart: parser.endIndex + 1,
            attributes,
            language: said('lang'),
            direction: direction === 'ltr' || direction === 'rtl' ? direction : undefined,
            text: '',
            hasElements: false,
          }
        } else if (open) open.hasElements = true
        passed()
        if (!voidTags.has(tag)) {
          around.push({
            tag,
            ...(lang !== undefined && { lang }),
            ...(dir !== undefined && { dir }),
          })
        }
      },
      ontext(text) {
        passed()
        if (open) open.text += text
      },
      oncomment: () => passed(),
      onprocessinginstruction: () => passed(),
      onclosetag(tag) {
        passed()
        const index = around.findLastIndex(one => one.tag === tag)
        if (index >= 0) around.length = index
        if (tag !== 'dot-line' || !open || around.some(one => one.tag === 'dot-line')) return
        rewrite(open, parser.startIndex)
        open = undefined
      },
    },
    { decodeEntities: true },
  )

  function flush(to: number) {
    out += buffer.slice(0, to - offset)
    buffer = buffer.slice(to - offset)
    offset = to
  }

  function rewrite({ start, contentStart, ...found }: OpenText, end: number) {
    const { attributes, hasElements, language, direction } = found
    const { markup, message, align } = attributes
    const own = found.text.replace(/\s+/g, ' ').trim()
    const isOwn = markup === undefined && message === undefined
    // Elements in it are read by the page itself.
    if (isOwn && (hasElements || own === '')) return
    const text: ServerText = {
      ...(attributes['text-style'] && { textStyle: attributes['text-style'] }),
      ...(isOwn ? { markup: own } : message === undefined ? { markup } : { message }),
      ...valuesOf(attributes.values),
      ...(attributes['max-lines'] && { maxLines: Number(attributes['max-lines']) }),
      ...(isAlign(align) && { align }),
      ...(language !== undefined && { language }),
      ...(direction !== undefined && { direction }),
    }
    let content: string
    try {
      content = texts.content(text)
    } catch (error) {
      if (!onProblem || !(error instanceof DotLineError)) throw error
      for (const problem of error.problems) onProblem(problem)
      return
    }
    const tag = buffer.slice(start - offset, contentStart - offset)
    const said = isOwn ? tag.replace(/\s*\/?>$/, ` markup="${htmlText(own)}">`) : tag
    out += before(texts) + said + content
    buffer = buffer.slice(end - offset)
    offset = end
  }

  const given = () => {
    const now = out
    out = ''
    return now
  }
  return {
    texts,
    write(chunk) {
      buffer += chunk
      parser.write(chunk)
      // A tag or a text that is not at its end is held back.
      if (!open && whole > offset) flush(whole)
      return given()
    },
    end() {
      parser.end()
      flush(offset + buffer.length)
      return given()
    },
  }
}

/** Values as the attribute has them; the element itself reports what is wrong with them. */
function valuesOf(attribute: string | undefined): { readonly values?: Values } {
  const values = attribute && jsonObject(attribute)
  return values ? { values } : {}
}

const styleTag = (rules: string, nonce: string | undefined) =>
  rules === ''
    ? ''
    : `<style${nonce === undefined ? '' : ` nonce="${htmlText(nonce)}"`}>\n${rules}</style>`

/**
 * Renders the texts of a whole page: HTML with `<dot-line …>` elements goes in, and the same comes out
 * with their texts in them and one stylesheet in its head, whichever framework wrote it.
 *
 * @param html A page, or a part of one.
 * @param provision Sheet, fonts, catalog, and addresses of font files.
 * @returns The page with its texts.
 * @throws The first problem of a text, unless `onProblem` is given.
 * @example
 * response.end(renderPage(html, { sheet, fonts, catalog, fontUrl }))
 * @see `renderPageStream`
 */
export function renderPage(html: string, provision: PageProvision): string {
  checkArgument('renderPage', 'html', html, aString)
  const rewriter = pageRewriter(provision, () => '')
  const page = rewriter.write(html) + rewriter.end()
  const { texts } = rewriter
  const rules = styleTag(texts.fontRules() + texts.takeRules(), provision.nonce)
  const head = page.search(/<\/head\s*>/i)
  return head < 0 ? rules + page : page.slice(0, head) + rules + page.slice(head)
}

/**
 * The same for a page that comes in pieces. Each piece goes on as soon as its texts are rendered; rules
 * stand before the first element that needs them, and those of fonts at the end, unless `fontUrl` says
 * where fonts are.
 *
 * @param chunks The page, as a framework streams it.
 * @param provision Sheet, fonts, catalog, and addresses of font files.
 * @throws The first problem of a text, unless `onProblem` is given.
 * @example
 * for await (const chunk of renderPageStream(stream, { sheet, fonts })) response.write(chunk)
 */
export async function* renderPageStream(
  chunks: AsyncIterable<string> | Iterable<string>,
  provision: PageProvision,
): AsyncGenerator<string, void, undefined> {
  let fonts = ''
  const { nonce } = provision
  const newRules = (texts: TextRenderer) => {
    const now = provision.fontUrl ? texts.fontRules() : ''
    const own = now === fonts ? '' : now.slice(fonts.length)
    fonts = now
    return styleTag(own + texts.takeRules(), nonce)
  }
  const rewriter = pageRewriter(provision, newRules)
  for await (const chunk of chunks) {
    const out = rewriter.write(chunk)
    if (out !== '') yield out
  }
  const rest = rewriter.end()
  const last = provision.fontUrl ? '' : styleTag(rewriter.texts.fontRules(), nonce)
  if (rest + last !== '') yield rest + last
}
