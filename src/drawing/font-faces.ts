import type { Face } from '../fonts/index.ts'
import { cssString } from '../notation/index.ts'
import { DotLineError, fail } from '../problem/index.ts'
import { base64 } from './base64.ts'

/** The faces that a stylesheet brings with it (CSS Fonts 4, section 4). */
interface FontFaces {
  /** The family name of a face, unquoted, for a text to be set in. */
  family(face: Face, text: string): string
  /** The `@font-face` rules of all that were asked for, for all their texts. */
  rules(): string
}

/**
 * Faces under names of their own: the reader's system may have a font that is called the same.
 * Without an address what the texts take of the font file is in the rule. With `display` text is shown
 * in another face until then (CSS Fonts 4, section 4.9).
 */
export function fontFaces(
  prefix: string,
  urlOf?: (face: Face) => string,
  display?: 'swap',
): FontFaces {
  const known = new Map<Face, { readonly name: string; readonly characters: Set<string> }>()
  return {
    family(face, text) {
      let own = known.get(face)
      if (!own) {
        checkEmbeddable(face, urlOf)
        const plain = face.postScriptName.replace(/[^A-Za-z0-9-]/g, '')
        own = { name: `${prefix} ${known.size + 1} ${plain}`, characters: new Set() }
        known.set(face, own)
      }
      for (const character of text) own.characters.add(character)
      return own.name
    },
    rules() {
      let rules = ''
      for (const [face, { name, characters }] of known) {
        const given = urlOf?.(face)
        // One of our own has nothing to be escaped, and may have millions of letters.
        const url =
          given === undefined
            ? `"${fontDataUrl(face, [...characters].sort().join(''))}"`
            : cssString(given)
        rules += `@font-face{font-family:${cssString(name)};src:url(${url})${display ? `;font-display:${display}` : ''}}\n`
      }
      return rules
    },
  }
}

function checkEmbeddable(face: Face, urlOf: unknown) {
  if (urlOf !== undefined || face.embeddable) return
  fail('forbidden-embedding', `the license of the font ${face.postScriptName} forbids embedding`, {
    hint: 'use another font, or an address it is fetched from',
  })
}

const fontDataUrl = (face: Face, text: string) =>
  `data:font/sfnt;base64,${base64(embedded(face, text))}`

/**
 * Browsers have the subsetter only if `openFonts` asked for it: without it the whole font is
 * embedded.
 */
function embedded(face: Face, text: string): Uint8Array {
  // Subsets of glyphs with colors, and of variable ones in CFF2, show nothing in browsers.
  const isWhole = face.colored || (face.coordinates.size > 0 && face.outlineFormat !== 'glyf')
  if (isWhole) return face.bytes
  try {
    return face.subsetForText(text)
  } catch (error) {
    if (error instanceof DotLineError && error.code === 'unavailable-subsetter') return face.bytes
    throw error
  }
}
