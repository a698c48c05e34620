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
  family: ofCharacters(kind.families, ['sans'], {
    css: (names, to) => ['font-family', names.map(to.family).join(', ')],
  }),
  size: ofCharacters(kind.size, initialSize, {
    css: (size, to) => [
      'font-size',
      size.kind === 'times' ? `${round(size.factor)}em` : to.size(size.units),
    ],
  }),
  weight: ofCharacters(kind.weight, 400, { css: weight => ['font-weight', String(weight)] }),
  slant: ofCharacters(oneOf('normal', 'italic', 'oblique'), 'normal', {
    css: slant => ['font-style', slant],
  }),
  stretch: ofCharacters(kind.stretch, 100, { css: percent => ['font-stretch', `${percent}%`] }),
  synthesis: ofCharacters(oneOf('none', 'weight', 'slant', 'all'), 'none', {
    css: what => ['font-synthesis', syntheses[what]],
  }),
  leading: ofCharacters(
    kind.leading,
    { kind: 'times', factor: 1.4 },
    {
      grows: grown.leading,
      css: (leading, to) => [
        'line-height',
        leading.kind === 'times' ? String(round(leading.factor)) : to.length(leading.units),
      ],
    },
  ),
  tracking: ofCharacters(kind.tracking, 0, { css: ems => ['letter-spacing', `${round(ems)}em`] }),
  wordSpacing: ofCharacters(kind.ems, 0, { css: ems => ['word-spacing', `${round(ems)}em`] }),
  ink: ofCharacters(inkReference, black, {
    css: (ink, to) =>
      ink.kind === 'solid'
        ? ['color', to.ink(ink)]
        : ['background', `${to.ink(ink)} text; color: transparent`],
  }),
  opacity: ofCharacters(kind.share, 1, { css: opacity => ['opacity', String(opacity)] }),
  stroke: ofCharacters(kind.stroke, 'none', { grows: grown.stroke }),
  backing: ofCharacters(kind.backing, 'none', { grows: grown.backing }),
  shadow: ofCharacters(kind.shadow, 'none', { grows: grown.shadow }),
  underline: ofCharacters(kind.lineDecoration, false, decoration('underline')),
  overline: ofCharacters(kind.lineDecoration, false, decoration('overline')),
  strike: ofCharacters(kind.lineDecoration, false, decoration('line-through')),
  baselineShift: ofCharacters(kind.ems, 0),
  variantPosition: ofCharacters(oneOf('normal', 'super', 'sub'), 'normal'),
  textTransform: ofCharacters(oneOf('none', 'uppercase', 'lowercase', 'capitalize'), 'none', {
    css: value => ['text-transform', value],
  }),
  caps: ofCharacters(oneOf('normal', 'small-caps'), 'normal', {
    css: value => ['font-variant-caps', value],
  }),
  orientation: ofCharacters(oneOf('mixed', 'upright', 'sideways'), 'mixed', {
    css: value => ['text-orientation', value],
  }),
  combineDigits: ofCharacters(trueOrFalse, false, {
    css: value => ['text-combine-upright', value ? 'digits 2' : 'none'],
  }),
  emphasisMark: ofCharacters(oneOf('none', 'dot', 'circle', 'sesame'), 'none', {
    css: value => ['text-emphasis-style', value],
  }),
  punctuationSpacing: ofCharacters(oneOf('full', 'closed'), 'full', {
    css: value => ['text-spacing-trim', value === 'closed' ? 'normal' : 'space-all'],
  }),
  features: ofCharacters(kind.features, [], {
    css: features => [
      'font-feature-settings',
      features.map(f => `${cssString(f.slice(0, 4))} ${f.slice(5)}`).join(', ') || 'normal',
    ],
  }),
  axes: ofCharacters(kind.axes, new Map<string, number>()),
  language: ofCharacters(kind.language, 'en'),
  minSize: ofCharacters(units, undefined),
  maxSize: ofCharacters(units, undefined),
  scaling: ofCharacters(trueOrFalse, true),

  align: ofParagraph(oneOf('start', 'center', 'end', 'left', 'right', 'justify'), 'start', {
    css: value => ['text-align', value],
  }),
  direction: ofParagraph(oneOf('ltr', 'rtl', 'auto'), 'auto'),
  writingMode: ofParagraph(
    oneOf('horizontal-tb', 'vertical-rl', 'vertical-lr', 'sideways-rl', 'sideways-lr'),
    'horizontal-tb',
    { css: value => ['writing-mode', value] },
  ),
  trim: ofParagraph(kind.trim, 'none'),
  firstIndent: ofParagraph(kind.units(''), 0, {
    grows: grown.length,
    css: (indent, to) => ['text-indent', to.length(indent)],
  }),
  startIndent: ofParagraph(kind.length, 0, { grows: grown.length }),
  endIndent: ofParagraph(kind.length, 0, { grows: grown.length }),
  spaceBefore: ofParagraph(kind.length, 0, {
    grows: grown.length,
    css: (space, to) => ['margin-block-start', to.length(space)],
  }),
  spaceAfter: ofParagraph(kind.length, 0, {
    grows: grown.length,
    css: (space, to) => ['margin-block-end', to.length(space)],
  }),
  maxLines: ofParagraph(wholeNumber('a whole number from 1', 1), undefined),
  ellipsis: ofParagraph(kind.ellipsis, '…'),
  breaking: ofParagraph(oneOf('fast', 'even', 'best'), 'fast'),
  lineBreak: ofParagraph(oneOf('loose', 'normal', 'strict', 'keep-slash'), 'normal'),
  wordBreak: ofParagraph(oneOf('normal', 'keep-all'), 'normal'),
  overflowWrap: ofParagraph(oneOf('anywhere', 'normal'), 'anywhere'),
  longWords: ofParagraph(kind.longWords, {}),
  loneWord: ofParagraph(oneOf('allow', 'avoid'), 'allow'),
  hyphenation: ofParagraph(trueOrFalse, false, {
    css: isOn => ['hyphens', isOn ? 'auto' : 'manual'],
  }),
  justification: ofParagraph(kind.justification, {}),
  tabs: ofParagraph(kind.tabs, [], { grows: grown.tabs }),
  marker: ofParagraph(kind.marker, 'none', { grows: grown.marker }),
  padding: ofParagraph(kind.padding, 0, { grows: grown.padding }),
  border: ofParagraph(kind.outerBorder, 'none', { grows: grown.border }),
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
