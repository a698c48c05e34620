import { numberText } from '../../drawing/index.ts'
import type { Face } from '../../fonts/index.ts'

/** The rules of one stylesheet: the same declarations have one class. */
export interface Rules {
  /** The class of an element with these declarations, and those of what stands before and behind it. */
  classOf(own: string, before?: string, after?: string): string
  /** The private family name of a face. */
  family(face: Face): string
  css(): string
}

export function rules(prefix: string, urlOf: (face: Face) => string): Rules {
  const classes = new Map<string, string>()
  const families = new Map<Face, string>()
  let written = ''
  return {
    classOf(own, before = '', after = '') {
      const key = `${own}|${before}|${after}`
      let name = classes.get(key)
      if (name === undefined) {
        name = `${prefix}${classes.size + 1}`
        classes.set(key, name)
        if (own !== '') written += `.${name}{${own}}\n`
        if (before !== '') written += `.${name}::before{${before}}\n`
        if (after !== '') written += `.${name}::after{${after}}\n`
      }
      return name
    },
    family(face) {
      let name = families.get(face)
      if (name === undefined) {
        // Under a name of its own: the reader's system may have a font that is called the same.
        name = `${prefix} ${families.size + 1} ${face.postScriptName.replace(/[^A-Za-z0-9-]/g, '')}`
        families.set(face, name)
        written = `@font-face{font-family:${cssString(name)};src:url(${cssString(urlOf(face))})}\n${written}`
      }
      return name
    },
    css: () => written,
  }
}

/** Text as a CSS string that nothing in it ends, be it in a file or in an element `style`. */
export function cssString(text: string): string {
  const safe = text
    .replace(/\p{Surrogate}|\0/gu, '\ufffd')
    .replace(/["\\<>&\n\r\f]/g, c => `\\${c.codePointAt(0)?.toString(16)} `)
  return `"${safe}"`
}

/** As many decimals as a 64th of a pixel has, which is the least that layout knows. */
export const px = (units: number) => `${numberText(units, 6)}px`
