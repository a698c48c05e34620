import type { Face } from '../core.ts'
import { fontFaces } from '../drawing/index.ts'
import { cssString } from '../notation/index.ts'
import {
  type FlowText,
  flowBlockLook,
  flowLettersLook,
  px,
  usualShift,
} from '../targets/flow/index.ts'
import { type StandInFace, standInFace } from './system-face.ts'
import { fluidDeclarations, otherDeclarations } from './variant-declarations.ts'

/** A text in the setting that a page has without any preference, and in others. */
interface TextVariants {
  readonly base: FlowText
  /** With the condition of a media query for each. */
  readonly modes: readonly { readonly media: string; readonly flow: FlowText | undefined }[]
  /** For a reader whose browser has text twice as large. */
  readonly doubled: FlowText | undefined
}

/** The stylesheet of served texts: a class a style, whatever texts are in it. */
interface ServedRules {
  /** The class of a text's block, or of a stretch in it, by its index. */
  classOf(index: number | 'block', variants: () => TextVariants, flow: FlowText): string
  /** Rules that were not given yet. */
  take(): string
  /** Rules of fonts for all texts so far. */
  fonts(): string
}

export function servedRules(
  prefix: string,
  fontUrl?: (face: Face) => string,
  display: 'block' | 'swap' = 'block',
): ServedRules {
  const isSwapped = display === 'swap'
  const faces = fontFaces(prefix, fontUrl, isSwapped ? 'swap' : undefined)
  const standIns = new Map<string, StandInFace>()
  const names = new Map<string, string>()
  let taken = ''
  function family(face: Face, text: string): string {
    const name = faces.family(face, text)
    if (isSwapped && !standIns.has(name)) standIns.set(name, standInFace(face, name))
    return name
  }
  function look(flow: FlowText, index: number | 'block'): string {
    let declarations =
      index === 'block'
        ? `${flowBlockLook(flow, family)};top:${px(usualShift(flow))}`
        : flowLettersLook(flow.stretches[index], flow.text, family)
    for (const [name, { families }] of standIns) {
      declarations = declarations.replace(cssString(name), `${cssString(name)},${families}`)
    }
    return declarations
  }
  return {
    classOf(index, variants, flow) {
      const declarations = look(flow, index)
      let name = names.get(declarations)
      if (name === undefined) {
        name = `${prefix}${names.size + 1}`
        names.set(declarations, name)
        const { modes, doubled } = variants()
        const fluid = doubled ? fluidDeclarations(declarations, look(doubled, index)) : declarations
        taken += `.${name}{${fluid}}\n`
        for (const { media, flow: other } of modes) {
          const changed = other ? otherDeclarations(declarations, look(other, index)) : ''
          if (changed !== '') taken += `@media ${media}{.${name}{${changed}}}\n`
        }
      }
      return name
    },
    take() {
      const rules = taken
      taken = ''
      return rules
    },
    fonts: () => faces.rules() + [...standIns.values()].map(({ rule }) => rule).join(''),
  }
}
