import type { Face } from '../core.ts'
import { fontFaces } from '../drawing/index.ts'
import {
  type FlowText,
  flowBlockLook,
  flowLettersLook,
  px,
  usualShift,
} from '../targets/flow/index.ts'
import { fluidDeclarations, otherDeclarations } from './variant-declarations.ts'

/** A text in the setting that a page has without any preference, and in others. */
export interface TextVariants {
  readonly base: FlowText
  /** With the condition of a media query for each. */
  readonly modes: readonly { readonly media: string; readonly flow: FlowText | undefined }[]
  /** For a reader whose browser has text twice as large. */
  readonly doubled: FlowText | undefined
}

/** The stylesheet of served texts: a class a style, whatever texts are in it. */
export interface ServedRules {
  /** The class of a text's block, or of a stretch in it, by its index. */
  classOf(index: number | 'block', variants: () => TextVariants, flow: FlowText): string
  /** Rules that were not given yet. */
  take(): string
  /** Rules of fonts for all texts so far. */
  fonts(): string
}

export function servedRules(prefix: string, fontUrl?: (face: Face) => string): ServedRules {
  const faces = fontFaces(prefix, fontUrl)
  const names = new Map<string, string>()
  let taken = ''
  const family = (face: Face, text: string) => faces.family(face, text)
  const look = (flow: FlowText, index: number | 'block') =>
    index === 'block'
      ? `${flowBlockLook(flow, family)};top:${px(usualShift(flow))}`
      : flowLettersLook(flow.stretches[index], flow.text, family)
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
    fonts: faces.rules,
  }
}
