import { fontFaces } from '../../drawing/index.ts'
import type { Face } from '../../fonts/index.ts'

/** The rules of one stylesheet: the same declarations have one class. */
export interface Rules {
  /** The class of an element with these declarations, and those of what stands before and behind it. */
  classOf(own: string, before?: string, after?: string): string
  /** The private family name of a face, for a text to be set in. */
  family(face: Face, text: string): string
}

/**
 * Declarations of generated content, in quotes, that is seen and not read out: with an alternative of
 * no text (CSS Generated Content 3, section 1.2); browsers that lack those take the first.
 */
export const unheard = (content: string) => `content:${content};content:${content}/""`

/** The stylesheet that rules go to, and its names of faces. */
interface RulesTarget {
  family(face: Face, text: string): string
  write(rule: string): void
}

/** Rules as the text of a stylesheet, which brings its fonts with it. */
export function rules(prefix: string, urlOf?: (face: Face) => string): Rules & { css(): string } {
  const faces = fontFaces(prefix, urlOf)
  let written = ''
  const ruleSet = rulesFor(prefix, {
    family: faces.family,
    write(rule) {
      written += `${rule}\n`
    },
  })
  return { ...ruleSet, css: () => faces.rules() + written }
}

export function rulesFor(prefix: string, { family, write }: RulesTarget): Rules {
  const classes = new Map<string, string>()
  return {
    classOf(own, before = '', after = '') {
      const key = `${own}|${before}|${after}`
      let name = classes.get(key)
      if (name === undefined) {
        name = `${prefix}${classes.size + 1}`
        classes.set(key, name)
        if (own !== '') write(`.${name}{${own}}`)
        if (before !== '') write(`.${name}::before{${before}}`)
        if (after !== '') write(`.${name}::after{${after}}`)
      }
      return name
    },
    family,
  }
}
