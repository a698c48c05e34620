import { htmlText } from '../../notation/index.ts'
import type { FlowText } from './flow-text.ts'

/** A stretch of a text that flows, as it is written. */
export interface FlowPart {
  readonly text: string
  /** The class of its element; empty if it is letters of the block. */
  readonly look: string
  /** BCP 47 tag, if it is another than that of the block. */
  readonly language: string | undefined
  readonly link: string | undefined
  readonly action: string | undefined
}

/** Parts cover all of the text: a newline between two stretches belongs to the first. */
export function flowParts(flow: FlowText, lookOf: (index: number) => string): readonly FlowPart[] {
  const { text, stretches, style, block } = flow
  return stretches.map((stretch, i) => {
    const start = i === 0 ? 0 : stretch.start
    const end = stretches[i + 1]?.start ?? text.length
    const isBare = stretch.style === block.style && stretch.face === block.face
    const { language } = stretch.style
    return {
      text: text.slice(start, end),
      look: isBare ? '' : lookOf(i),
      language: language === style.language ? undefined : language,
      link: stretch.link,
      action: stretch.action,
    }
  })
}

export const leadsOn = ({ link, action }: Pick<FlowPart, 'link' | 'action'>) =>
  link !== undefined || action !== undefined

/** Whether two neighbors are parts of one link or action. */
export const isOneTarget = (a: FlowPart | undefined, b: FlowPart | undefined) =>
  a !== undefined && b !== undefined && leadsOn(b) && a.link === b.link && a.action === b.action

/** The class of links and actions. */
export const targetClass = 'dotline-target'

/** The same parts as HTML, as a page from a server has them. */
export function flowHtml(parts: readonly FlowPart[], targetLook = targetClass): string {
  let html = ''
  let count = 0
  let end = ''
  for (const [i, part] of parts.entries()) {
    const { text, look, language, link, action } = part
    const isFirst = !isOneTarget(parts[i - 1], part)
    const isLast = !isOneTarget(part, parts[i + 1])
    const lang = language === undefined ? '' : ` lang="${htmlText(language)}"`
    const isTarget = leadsOn(part)
    const isAlone = isTarget && isFirst && isLast
    if (isTarget && isFirst) {
      const classes = isAlone && look !== '' ? `${targetLook} ${look}` : targetLook
      const data = ` data-dotline-link="${count++}"`
      const name = action === undefined ? '' : ` data-dotline-action="${htmlText(action)}"`
      const [tag, more] =
        link === undefined
          ? ['span', ' role="button" tabindex="0"']
          : ['a', ` href="${htmlText(link)}"`]
      html += `<${tag} class="${classes}"${more}${data}${name}${isAlone ? lang : ''}>`
      end = `</${tag}>`
    }
    const isBare = isAlone || (look === '' && lang === '')
    const name = look === '' ? '' : ` class="${look}"`
    html += isBare ? htmlText(text) : `<span${name}${lang}>${htmlText(text)}</span>`
    if (isTarget && isLast) html += end
  }
  return html
}
