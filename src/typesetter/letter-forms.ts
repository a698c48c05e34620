import type { Face, Fonts } from '../fonts/index.ts'
import { findFace, keptByStyle } from '../shaping/index.ts'
import type { Style } from '../sheet/index.ts'
import { scriptOf, scriptTag } from '../unicode/index.ts'

/** A piece of text with a style that says how its letters come about. */
interface FormedPiece {
  readonly text: string
  readonly style: Style
}

/** Divides text of a style into pieces whose letters the font has, or which are made smaller. */
export type LetterForms = (text: string, style: Style) => readonly FormedPiece[]

/** Features of raised and lowered letters (OpenType layout tag registry). */
const positionFeatures = { super: 'sups', sub: 'subs' } as const

/** The size of capitals that stand in for small capitals, relative to lowercase letters. */
const aboveSmallLetters = 1.06

/**
 * Superscripts, subscripts and small capitals by the font's own features, where it has them for
 * all of a piece; what is left of the style then has them made of other letters, smaller.
 */
export function letterForms(fonts: Fonts): LetterForms {
  const byFeature = new WeakMap<Style, Style>()
  const capitals = new WeakMap<Style, { readonly whole: Style; readonly small: Style }>()
  const faceOf = keptByStyle(fonts, style => findFace(fonts, style).face)
  /** Whether a face has its own raised, lowered or small letters, for each style. */
  const known = keptByStyle(fonts, () => new Map<string, boolean>())

  function hasForms(text: string, face: Face, feature: string, style: Style): boolean {
    const found = known(style)
    for (const letter of text) {
      let has = found.get(letter)
      if (has === undefined) {
        // Signs are raised as well, of which hardly a font has forms; points and commas are not.
        has = !formed.test(letter) || changes(face, letter, feature, style.language)
        found.set(letter, has)
      }
      if (!has) return false
    }
    return true
  }

  function smallCapitals(text: string, style: Style, face: Face): FormedPiece[] {
    const { capHeight, xHeight } = face.metrics
    let styles = capitals.get(style)
    if (!styles) {
      const whole: Style = { ...style, caps: 'normal' }
      const ratio = (xHeight / capHeight) * aboveSmallLetters
      styles = { whole, small: { ...whole, size: style.size * ratio } }
      capitals.set(style, styles)
    }
    const { whole, small } = styles
    return (text.match(/\p{Ll}[\p{Ll}\p{M}]*|(?:(?!\p{Ll}).)+/gsu) ?? [text]).map(piece =>
      /^\p{Ll}/u.test(piece)
        ? { text: piece.toLocaleUpperCase(style.language), style: small }
        : { text: piece, style: whole },
    )
  }

  return (text, style) => {
    const { variantPosition: position, caps } = style
    if (position !== 'normal') {
      const face = faceOf(style)
      const feature = positionFeatures[position]
      if (!hasForms(text, face, feature, style)) return [{ text, style }]
      const own = byFeature.get(style) ?? {
        ...style,
        variantPosition: 'normal',
        features: [...style.features, `${feature}=1`],
      }
      byFeature.set(style, own)
      return [{ text, style: own }]
    }
    if (caps === 'small-caps') {
      const face = faceOf(style)
      const small = (text.match(/\p{Ll}/gu) ?? []).join('')
      if (!hasForms(small, face, 'smcp', style)) return smallCapitals(text, style, face)
    }
    return [{ text, style }]
  }
}

const formed = /[\p{L}\p{N}\p{S}*†‡§¶]/u

/** Whether a letter has another glyph with a feature than without. */
function changes(face: Face, letter: string, feature: string, language: string): boolean {
  const script = scriptTag(scriptOf(letter.codePointAt(0) ?? 0))
  const segment = {
    script: script === 'Zyyy' ? 'Latn' : script,
    language,
    direction: 'ltr',
  } as const
  const [plain] = face.shape(letter, { ...segment, features: [] }).glyphs
  const [formed] = face.shape(letter, { ...segment, features: [`${feature}=1`] }).glyphs
  return plain !== formed
}
