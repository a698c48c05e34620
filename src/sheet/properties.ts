import { cssString } from '../notation/index.ts'
import { ofCharacters, ofParagraph } from './declared.ts'
import * as grown from './growth.ts'
import { inkReference } from './inks/read-inks.ts'
import { type Kind, number, oneOf, trueOrFalse, wholeNumber } from './kinds.ts'
import type { Size } from './lengths.ts'
import * as kind from './property-kinds.ts'
import type { CharacterProperties, ParagraphProperties } from './source.ts'

const units = number('a number of units above 0', { above: 0 })
const round = (value: number) => Number(value.toFixed(5))
const black = { kind: 'solid', color: '#000000', opacity: 1 } as const
const initialSize: Size = { kind: 'units', units: 16 }
const syntheses = { none: 'none', weight: 'weight', slant: 'style', all: 'weight style' } as const

/** Parts of `text-decoration-line`; the empty one is of a line that is not there. */
const decoration = (line: string) => ({
  grows: grown.line,
  css: (value: unknown) => ['text-decoration-line', value ? line : ''] as const,
})

/** Every property of a style, each said once. */
export const properties = {
  family: ofCharacters(kind.families, ['sans'], 'letters', {
    css: (names, to) => ['font-family', names.map(to.family).join(', ')],
  }),
  size: ofCharacters(kind.size, initialSize, 'advances', {
    css: (size, to) => [
      'font-size',
      size.kind === 'times' ? `${round(size.factor)}em` : to.size(size.units),
    ],
  }),
  weight: ofCharacters(kind.weight, 400, 'letters', {
    css: weight => ['font-weight', String(weight)],
  }),
  slant: ofCharacters(oneOf('normal', 'italic', 'oblique'), 'normal', 'letters', {
    css: slant => ['font-style', slant],
  }),
  stretch: ofCharacters(kind.stretch, 100, 'letters', {
    css: percent => ['font-stretch', `${percent}%`],
  }),
  synthesis: ofCharacters(oneOf('none', 'weight', 'slant', 'all'), 'none', 'letters', {
    css: what => ['font-synthesis', syntheses[what]],
  }),
  leading: ofCharacters(kind.leading, { kind: 'times', factor: 1.4 }, 'heights', {
    grows: grown.leading,
    css: (leading, to) => [
      'line-height',
      leading.kind === 'times' ? String(round(leading.factor)) : to.length(leading.units),
    ],
  }),
  tracking: ofCharacters(kind.tracking, 0, 'letters', {
    css: ems => ['letter-spacing', `${round(ems)}em`],
  }),
  wordSpacing: ofCharacters(kind.ems, 0, 'advances', {
    css: ems => ['word-spacing', `${round(ems)}em`],
  }),
  ink: ofCharacters(inkReference, black, 'paint', {
    css: (ink, to) =>
      ink.kind === 'solid'
        ? ['color', to.ink(ink)]
        : ['background', `${to.ink(ink)} text; color: transparent`],
  }),
  opacity: ofCharacters(kind.share, 1, 'paint', { css: opacity => ['opacity', String(opacity)] }),
  stroke: ofCharacters(kind.stroke, 'none', 'paint', { grows: grown.stroke }),
  backing: ofCharacters(kind.backing, 'none', 'lines', { grows: grown.backing }),
  shadow: ofCharacters(kind.shadow, 'none', 'paint', { grows: grown.shadow }),
  underline: ofCharacters(kind.lineDecoration, false, 'paint', decoration('underline')),
  overline: ofCharacters(kind.lineDecoration, false, 'paint', decoration('overline')),
  strike: ofCharacters(kind.lineDecoration, false, 'paint', decoration('line-through')),
  baselineShift: ofCharacters(kind.ems, 0, 'heights'),
  variantPosition: ofCharacters(oneOf('normal', 'super', 'sub'), 'normal', 'letters'),
  textTransform: ofCharacters(
    oneOf('none', 'uppercase', 'lowercase', 'capitalize'),
    'none',
    'letters',
    {
      css: value => ['text-transform', value],
    },
  ),
  caps: ofCharacters(oneOf('normal', 'small-caps'), 'normal', 'letters', {
    css: value => ['font-variant-caps', value],
  }),
  orientation: ofCharacters(oneOf('mixed', 'upright', 'sideways'), 'mixed', 'letters', {
    css: value => ['text-orientation', value],
  }),
  combineDigits: ofCharacters(trueOrFalse, false, 'advances', {
    css: value => ['text-combine-upright', value ? 'digits 2' : 'none'],
  }),
  emphasisMark: ofCharacters(oneOf('none', 'dot', 'circle', 'sesame'), 'none', 'paint', {
    css: value => ['text-emphasis-style', value],
  }),
  punctuationSpacing: ofCharacters(oneOf('full', 'closed'), 'full', 'letters', {
    css: value => ['text-spacing-trim', value === 'closed' ? 'normal' : 'space-all'],
  }),
  features: ofCharacters(kind.features, [], 'letters', {
    css: features => [
      'font-feature-settings',
      features.map(f => `${cssString(f.slice(0, 4))} ${f.slice(5)}`).join(', ') || 'normal',
    ],
  }),
  axes: ofCharacters(kind.axes, new Map<string, number>(), 'letters'),
  language: ofCharacters(kind.language, 'en', 'letters'),
  minSize: ofCharacters(units, undefined, 'advances'),
  maxSize: ofCharacters(units, undefined, 'advances'),
  scaling: ofCharacters(trueOrFalse, true, 'advances'),

  align: ofParagraph(
    oneOf('start', 'center', 'end', 'left', 'right', 'justify'),
    'start',
    'places',
    {
      css: value => ['text-align', value],
    },
  ),
  direction: ofParagraph(oneOf('ltr', 'rtl', 'auto'), 'auto', 'letters'),
  writingMode: ofParagraph(
    oneOf('horizontal-tb', 'vertical-rl', 'vertical-lr', 'sideways-rl', 'sideways-lr'),
    'horizontal-tb',
    'letters',
    { css: value => ['writing-mode', value] },
  ),
  trim: ofParagraph(kind.trim, 'none', 'heights'),
  firstIndent: ofParagraph(kind.units(''), 0, 'lines', {
    grows: grown.length,
    css: (indent, to) => ['text-indent', to.length(indent)],
  }),
  startIndent: ofParagraph(kind.length, 0, 'lines', { grows: grown.length }),
  endIndent: ofParagraph(kind.length, 0, 'lines', { grows: grown.length }),
  spaceBefore: ofParagraph(kind.length, 0, 'heights', {
    grows: grown.length,
    css: (space, to) => ['margin-block-start', to.length(space)],
  }),
  spaceAfter: ofParagraph(kind.length, 0, 'heights', {
    grows: grown.length,
    css: (space, to) => ['margin-block-end', to.length(space)],
  }),
  maxLines: ofParagraph(wholeNumber('a whole number from 1', 1), undefined, 'lines'),
  ellipsis: ofParagraph(kind.ellipsis, '…', 'lines'),
  breaking: ofParagraph(oneOf('fast', 'even', 'best'), 'fast', 'lines'),
  lineBreak: ofParagraph(oneOf('loose', 'normal', 'strict', 'keep-slash'), 'normal', 'lines'),
  wordBreak: ofParagraph(oneOf('normal', 'keep-all'), 'normal', 'lines'),
  overflowWrap: ofParagraph(oneOf('anywhere', 'normal'), 'anywhere', 'lines'),
  longWords: ofParagraph(kind.longWords, {}, 'lines'),
  loneWord: ofParagraph(oneOf('allow', 'avoid'), 'allow', 'lines'),
  hyphenation: ofParagraph(trueOrFalse, false, 'lines', {
    css: isOn => ['hyphens', isOn ? 'auto' : 'manual'],
  }),
  justification: ofParagraph(kind.justification, {}, 'lines'),
  tabs: ofParagraph(kind.tabs, [], 'advances', { grows: grown.tabs }),
  marker: ofParagraph(kind.marker, 'none', 'lines', { grows: grown.marker }),
  padding: ofParagraph(kind.padding, 0, 'lines', { grows: grown.padding }),
  border: ofParagraph(kind.outerBorder, 'none', 'paint', { grows: grown.border }),
} satisfies Record<
  // Each property that may be stated is declared, and no other.
  keyof CharacterProperties | keyof ParagraphProperties,
  { readonly kind: Kind<unknown> }
>

export type PropertyName = keyof typeof properties
export const propertyNames: readonly string[] = Object.keys(properties)

export function isPropertyName(name: string): name is PropertyName {
  return Object.hasOwn(properties, name)
}
