import type { Face } from '../core.ts'
import { numberText } from '../drawing/index.ts'
import { cssString } from '../notation/index.ts'

/** Fonts that browsers find on most systems, alike in their widths, by full and PostScript names. */
interface SystemFace {
  readonly generic: 'sans-serif' | 'serif' | 'monospace'
  /** Without what says weight and slant. */
  readonly names: readonly string[]
  /** Mean advance of the letters of `sample`, in ems: regular and bold. */
  readonly advances: readonly [regular: number, bold: number]
}

/** Common words, for the mean advance of a face's letters. */
const sample =
  'the boats leave the quay at noon and return in the evening, if wind and tide let them; ' +
  'ask the crew for a place by the window'

/** Measured on the fonts of those widths that have an open license. */
const systemFaces: readonly SystemFace[] = [
  {
    generic: 'sans-serif',
    names: ['Arial', 'Liberation Sans', 'Helvetica', 'Arimo'],
    advances: [0.4372, 0.4699],
  },
  {
    generic: 'serif',
    names: ['Times New Roman', 'Liberation Serif', 'Times', 'Tinos'],
    advances: [0.3965, 0.4224],
  },
  {
    generic: 'monospace',
    names: ['Courier New', 'Liberation Mono', 'Courier', 'Cousine'],
    advances: [0.6001, 0.6001],
  },
]

/** From here on a face is bold. */
const bold = 600

/** A system's face that takes the room of another until that is there. */
export interface StandInFace {
  /** For `font-family`, behind the face that it stands in for. */
  readonly families: string
  readonly rule: string
}

/**
 * A system's face with the mean width, ascent and descent of another (CSS Fonts 5, sections 3 and
 * 4): text in it has its final size, and baselines where they will be.
 */
export function standInFace(face: Face, name: string): StandInFace {
  const advanceOf = (letter: string) => face.advance(face.glyphOf(letter.codePointAt(0) ?? 0))
  const { unitsPerEm, ascent, descent, lineGap } = face.metrics
  const isMono = advanceOf('i') === advanceOf('m')
  const isSerif = /serif/i.test(face.postScriptName) && !/sans/i.test(face.postScriptName)
  const system = systemFaces[isMono ? 2 : isSerif ? 1 : 0]
  const isBold = face.weight >= bold
  let sum = 0
  for (const letter of sample) sum += advanceOf(letter)
  const mean = sum / sample.length / unitsPerEm
  // A face without these letters, of another script, keeps its size.
  const hasLetters = [...sample].every(letter => face.glyphOf(letter.codePointAt(0) ?? 0) !== 0)
  const adjust = hasLetters ? mean / system.advances[isBold ? 1 : 0] : 1
  const percent = (ratio: number) => `${numberText(ratio * 100, 2)}%`
  const traits = [isBold ? 'Bold' : '', face.slant === 'normal' ? '' : 'Italic'].filter(Boolean)
  const sources = system.names.flatMap(own => [
    `local(${cssString([own, ...traits].join(' '))})`,
    `local(${cssString([own.replaceAll(' ', ''), traits.join('')].filter(Boolean).join('-'))})`,
  ])
  const own = `${name} system`
  return {
    families: `${cssString(own)},${system.generic}`,
    rule:
      `@font-face{font-family:${cssString(own)};src:${sources.join(',')};` +
      `size-adjust:${percent(adjust)};ascent-override:${percent(ascent / unitsPerEm / adjust)};` +
      `descent-override:${percent(-descent / unitsPerEm / adjust)};` +
      `line-gap-override:${percent(lineGap / unitsPerEm / adjust)}}\n`,
  }
}
