import { type FaceTraits, type FontSource, readUnicodeRanges } from '../fonts/index.ts'
import {
  aString,
  being,
  checkArgument,
  checkOptions,
  either,
  isObject,
  oneOf,
  someBytes,
} from '../problem/index.ts'
import { families } from './built-in.ts'
import type { BuiltInChoice, BuiltInFace, DescribedFont, FontsOptions } from './fonts-options.ts'

export const aUrl = being('a URL', value => value instanceof URL)

/** The source of bytes: a path, an address, or the bytes themselves. */
export const aSource = either(aString, someBytes, aUrl)

export const isDescribed = (font: FontSource | DescribedFont): font is DescribedFont =>
  isObject(font) && 'source' in font

const aWeight = being(
  'a weight from 1 to 1000',
  value => typeof value === 'number' && value >= 1 && value <= 1000,
)
const weights = being(
  'the least and the most weight',
  value =>
    Array.isArray(value) && value.length === 2 && value.every(one => aWeight(one) === undefined),
)

/** As arguments, by their form; what is in them is checked by itself, for messages that say more. */
export const aBuiltInChoice = being(
  'a built-in face, such as { family, weight, slant }',
  value => isObject(value) && 'family' in value,
)
export const aDescribedFont = being(
  'a font that is described, such as { source, family }',
  value => isObject(value) && 'source' in value,
)

function checkBuiltInChoice(choice: BuiltInChoice) {
  checkOptions('openFonts', choice, {
    family: oneOf(...families),
    weight: oneOf(400, 700),
    slant: oneOf('normal', 'italic'),
  })
}

/** A face of `dot-line/fonts`, or one that is written like it. */
const checkFace = (face: BuiltInFace) =>
  checkOptions('openFonts', face, {
    family: oneOf(...families),
    weight: oneOf(400, 700),
    slant: oneOf('normal', 'italic'),
    url: aUrl,
  })

function checkDescribedFont(font: DescribedFont) {
  checkArgument('openFonts', 'family', font.family, aString)
  checkOptions('openFonts', font, {
    source: aSource,
    family: aString,
    weight: either(aWeight, weights),
    slant: oneOf('normal', 'italic', 'oblique'),
    ranges: aString,
  })
  if (font.ranges !== undefined) readUnicodeRanges(font.ranges)
}

export function checkDescriptions({ builtIn = [], files: fonts = [] }: FontsOptions) {
  for (const choice of builtIn) {
    if (typeof choice === 'string') continue
    if ('url' in choice) checkFace(choice)
    else checkBuiltInChoice(choice)
  }
  for (const font of fonts) if (isDescribed(font)) checkDescribedFont(font)
}

/** The traits by which styles find a described font. */
export function traitsOf({
  family,
  weight = 400,
  slant = 'normal',
}: DescribedFont): FaceTraits & { readonly family: string } {
  if (typeof weight === 'number') return { family, weight, slant, stretch: 100 }
  return {
    family,
    weight: Math.min(Math.max(400, weight[0]), weight[1]),
    weights: weight,
    slant,
    stretch: 100,
  }
}

/** Faces to read at once, and faces to read when text first needs them. */
interface Loading {
  readonly now: Loaded<FontSource | DescribedFont>
  readonly later: Loaded<DescribedFont>
}

interface Loaded<T> {
  readonly faces: readonly BuiltInFace[]
  readonly fonts: readonly T[]
}

export function loading(
  faces: readonly BuiltInFace[],
  fonts: readonly (FontSource | DescribedFont)[],
  load: NonNullable<FontsOptions['loading']>,
): Loading {
  if (load === 'eager') return { now: { faces, fonts }, later: { faces: [], fonts: [] } }
  const described = fonts.filter(isDescribed)
  const others = fonts.filter(font => !isDescribed(font))
  // Something has to be there that text can be shown in.
  const standIn = faces.length + others.length === 0 ? described.slice(0, 1) : []
  return {
    now: { faces: faces.slice(0, 1), fonts: [...others, ...standIn] },
    later: { faces: faces.slice(1), fonts: described.slice(standIn.length) },
  }
}
