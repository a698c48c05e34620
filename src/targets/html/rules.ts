import { fontFaces, numberText } from '../../drawing/index.ts'
import type { Face } from '../../fonts/index.ts'

/** The rules of one stylesheet: the same declarations have one class. */
export interface Rules {
  /** The class of an element with these declarations, and those of what stands before and behind it. */
  classOf(own: string, before?: string, after?: string): string
  /** The private family name of a face. */
  family(face: Face): string
  css(): string
}

export function rules(prefix: string, urlOf?: (face: Face) => string): Rules {
  const classes = new Map<string, string>()
  const faces = fontFaces(prefix, urlOf)
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
    family: faces.family,
    css: () => faces.rules() + written,
  }
}

/** As many decimals as a 64th of a pixel has, which is the least that layout knows. */
export const px = (units: number) => `${numberText(units, 6)}px`
