import type { Face } from '../fonts/index.ts'
import { cssString } from '../notation/index.ts'
import { fail } from '../problem/index.ts'
import { base64 } from './base64.ts'

/** The faces that a stylesheet brings with it (CSS Fonts 4, section 4). */
export interface FontFaces {
  /** The family name of a face, unquoted. */
  family(face: Face): string
  /** The `@font-face` rules of all that were asked for. */
  rules(): string
}

/**
 * Faces under names of their own: the reader's system may have a font that is called the same.
 * Without an address the font file itself is in the rule.
 */
export function fontFaces(prefix: string, urlOf: (face: Face) => string = fontDataUrl): FontFaces {
  const families = new Map<Face, string>()
  let rules = ''
  return {
    family(face) {
      let name = families.get(face)
      if (name === undefined) {
        name = `${prefix} ${families.size + 1} ${face.postScriptName.replace(/[^A-Za-z0-9-]/g, '')}`
        families.set(face, name)
        rules += `@font-face{font-family:${cssString(name)};src:url(${cssString(urlOf(face))})}\n`
      }
      return name
    },
    rules: () => rules,
  }
}

function fontDataUrl(face: Face): string {
  if (!face.embeddable) {
    fail('no-embedding', `the license of the font ${face.postScriptName} forbids embedding`, {
      hint: 'use another font, or an address it is fetched from',
    })
  }
  return `data:font/sfnt;base64,${base64(face.bytes)}`
}
