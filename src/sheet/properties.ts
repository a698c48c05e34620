import { inkReference } from './inks/read-inks.ts'
import { number, oneOf, trueOrFalse, wholeNumber } from './kinds.ts'
import * as kind from './property-kinds.ts'

const size = number('a number of units above 0', { above: 0 })

/** Every property of a character: what it takes. They hold inside a span as they do in a style. */
export const characterProperties = {
  family: kind.families,
  size: kind.size,
  weight: kind.weight,
  slant: oneOf('normal', 'italic', 'oblique'),
  stretch: kind.stretch,
  synthesis: oneOf('none', 'weight', 'slant', 'all'),
  leading: kind.leading,
  tracking: kind.ems,
  wordSpacing: kind.ems,
  ink: inkReference,
  opacity: kind.share,
  stroke: kind.stroke,
  backing: kind.backing,
  shadow: kind.shadow,
  underline: kind.lineDecoration,
  overline: kind.lineDecoration,
  strike: kind.lineDecoration,
  shift: kind.ems,
  position: oneOf('normal', 'super', 'sub'),
  letterCase: oneOf('normal', 'upper', 'lower', 'title', 'small-caps'),
  orientation: oneOf('mixed', 'upright', 'sideways'),
  features: kind.features,
  axes: kind.axes,
  language: kind.language,
  smallest: size,
  largest: size,
  scaling: trueOrFalse,
} as const

/** Every property of a paragraph. */
export const paragraphProperties = {
  align: oneOf('start', 'center', 'end', 'left', 'right', 'justify'),
  direction: oneOf('ltr', 'rtl', 'auto'),
  writingMode: oneOf('horizontal-tb', 'vertical-rl', 'vertical-lr', 'sideways-rl', 'sideways-lr'),
  trim: kind.trim,
  firstIndent: kind.units(''),
  startIndent: kind.length,
  endIndent: kind.length,
  spaceBefore: kind.length,
  spaceAfter: kind.length,
  lines: wholeNumber('a whole number from 1', 1),
  ellipsis: kind.ellipsis,
  breaking: oneOf('fast', 'even', 'best'),
  strictness: oneOf('loose', 'normal', 'strict'),
  keepWords: trueOrFalse,
  breakWords: trueOrFalse,
  loneWord: oneOf('allow', 'avoid'),
  hyphenation: trueOrFalse,
  justification: kind.justification,
  tabs: kind.tabs,
  marker: kind.marker,
  padding: kind.padding,
  frame: kind.frameBacking,
} as const

export const properties = { ...characterProperties, ...paragraphProperties }
export type PropertyName = keyof typeof properties
export const propertyNames: readonly string[] = Object.keys(properties)

export function isPropertyName(name: string): name is PropertyName {
  return Object.hasOwn(properties, name)
}
