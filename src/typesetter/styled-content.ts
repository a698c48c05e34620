import type { Layout, LayoutTools, LetterStretch } from '../layout/index.ts'
import type { RichText } from '../markup/index.ts'
import { covers } from '../shaping/index.ts'
import type { Style } from '../sheet/index.ts'
import type { Resolved } from './resolve.ts'
import type { SetOptions, Typesetter } from './typesetter-interface.ts'

/** A text in its styles and faces, before anything of it is shaped. */
export interface StyledContent {
  readonly text: string
  /** The style of its first paragraph. */
  readonly style: Style
  readonly paragraphs: readonly {
    readonly style: Style
    readonly start: number
    readonly end: number
  }[]
  readonly stretches: readonly LetterStretch[]
  /** Whether values in it keep a direction of their own. */
  readonly hasIsolates: boolean
}

/** The parts of a typesetter that read markup, and that lay out shaped text without regard to its words. */
interface Resolver {
  setGenerally(markup: string | RichText, setting: SetOptions<string, string, string>): Layout
  resolve(markup: string | RichText, setting: SetOptions<string, string, string>): Resolved
}

const known = new WeakMap<object, Resolver & { readonly tools: LayoutTools }>()

/** Has a typesetter give texts as they are styled. */
export function keepStyled(typesetter: object, resolver: Resolver, tools: LayoutTools) {
  known.set(typesetter, { ...resolver, tools })
}

/**
 * A text as it is styled, which costs a small part of laying it out; undefined where its faces are not
 * known without that: where one is still to come, or lacks a character.
 */
export function styledContent(
  typesetter: Typesetter,
  markup: string | RichText,
  setting: SetOptions<string, string, string>,
): StyledContent | undefined {
  const own = known.get(typesetter)
  if (!own) return undefined
  const { paragraphs, problems } = own.resolve(markup, setting)
  if (problems.some(({ severity }) => severity === 'error')) return undefined
  const stretches: LetterStretch[] = []
  let text = ''
  for (const paragraph of paragraphs) {
    const { offset } = paragraph
    for (const { start, end, style, styleNames, link, action, box } of paragraph.runs) {
      const { faces, problems: lacking } = own.tools.shapingStyle(style)
      const letters = paragraph.text.slice(start, end)
      if (box || lacking.length > 0 || !covers(faces[0], letters)) return undefined
      const face = faces[0].id
      stretches.push({
        start: offset + start,
        end: offset + end,
        style,
        styleNames,
        face,
        link,
        action,
      })
    }
    text += offset === 0 ? paragraph.text : `\n${paragraph.text}`
  }
  return {
    text,
    style: paragraphs[0].style,
    paragraphs: paragraphs.map(({ style, offset, text: { length } }) => ({
      style,
      start: offset,
      end: offset + length,
    })),
    stretches,
    hasIsolates: paragraphs.some(({ isolates }) => isolates.length > 0),
  }
}

/** A layout made by shaping all of a text: what others are compared with, of which words tell all. */
export function setGenerally(
  typesetter: Typesetter,
  markup: string | RichText,
  setting: SetOptions<string, string, string>,
): Layout {
  const own = known.get(typesetter)
  if (!own) throw new Error('not a typesetter of this program')
  return own.setGenerally(markup, setting)
}
