import { aNumber, aString, checkOptions, fail, oneOf } from '../problem/index.ts'
import { coversText } from './coverage.ts'
import type { FaceNames } from './face-names.ts'
import type { FaceCapabilities } from './listed-face.ts'
import type { FaceTraits } from './match-face.ts'
import type { Slant } from './slant.ts'

export function checkSearch(wanted: SearchedFace) {
  checkOptions('find', wanted, {
    name: aString,
    covers: aString,
    script: aString,
    weight: aNumber,
    slant: oneOf('normal', 'italic', 'oblique'),
    feature: aString,
  })
}

/** Whether a face may be one that is searched, by what it is called and how it looks. */
export function isFound(
  { family, weight, weights, slant, slants = [] }: FaceTraits & { readonly family: string },
  { family: own, styleName, postScriptName }: FaceNames,
  wanted: SearchedFace,
): boolean {
  const name = wanted.name?.toLowerCase() ?? ''
  const called = `${family} ${own} ${styleName} ${postScriptName}`.toLowerCase()
  if (!called.includes(name)) return false
  if (wanted.slant !== undefined && ![slant, ...slants].includes(wanted.slant)) return false
  const [least, most] = weights ?? [weight, weight]
  return wanted.weight === undefined || (wanted.weight >= least && wanted.weight <= most)
}

/** Whether it can do what is searched: by its tables, which take longer to read. */
export function canDo(face: FaceCapabilities, { covers = '', script, feature }: SearchedFace) {
  if (feature !== undefined && !face.features.includes(feature)) return false
  if (!coversText(face.coverage, covers)) return false
  return script === undefined || hasScript(face, script)
}

function hasScript({ coverage, scripts }: FaceCapabilities, script: string): boolean {
  const wanted = script.toLowerCase()
  if (scripts.some(tag => tag.trim().toLowerCase() === wanted)) return true
  const pattern = scriptPattern(script)
  for (let i = 0; i < coverage.length; i += 2) {
    for (let codePoint = coverage[i]; codePoint <= coverage[i + 1]; codePoint++) {
      if (pattern.test(String.fromCodePoint(codePoint))) return true
    }
  }
  return false
}

/** Characters of a script by its code (ISO 15924), as the platform knows them. */
function scriptPattern(script: string): RegExp {
  const code = script.charAt(0).toUpperCase() + script.slice(1).toLowerCase()
  try {
    return new RegExp(`\\p{Script=${code}}`, 'u')
  } catch {
    return fail('bad-argument', `script of find is not a script: '${script}'`, {
      hint: 'four letters of ISO 15924, such as Grek',
    })
  }
}

/** Criteria for finding faces; all must match. */
export interface SearchedFace {
  /** A part of the name of the family or of the style, in any case. */
  readonly name?: string
  /** Characters that it has. */
  readonly covers?: string
  /** ISO 15924: a script that some of its characters are of, such as `Grek`. */
  readonly script?: string
  /** A weight that it has, or can take. */
  readonly weight?: number
  /** Slant. Default: any. */
  readonly slant?: Slant
  /** The tag of an OpenType feature that it has. */
  readonly feature?: string
}
