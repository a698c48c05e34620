import { nearestName } from '../problem/index.ts'
import { type PropertyName, propertyNames } from './properties.ts'

/** Names of properties in CSS and in everyday speech, in lowercase. */
const otherNames = {
  ink: 'color colour fill textcolor',
  family: 'font fontfamily typeface',
  size: 'fontsize',
  weight: 'fontweight bold',
  slant: 'fontstyle italic oblique',
  stretch: 'fontstretch fontwidth',
  synthesis: 'fontsynthesis',
  leading: 'lineheight linespacing',
  tracking: 'letterspacing',
  backing: 'background backgroundcolor highlight',
  shadow: 'textshadow',
  stroke: 'textstroke',
  underline: 'textdecoration',
  strike: 'strikethrough linethrough',
  variantPosition: 'verticalalign superscript subscript fontvariantposition',
  caps: 'fontvariantcaps smallcaps',
  textTransform: 'lettercase case uppercase',
  orientation: 'textorientation',
  combineDigits: 'textcombineupright tatechuyoko',
  emphasisMark: 'textemphasis textemphasisstyle boten',
  punctuationSpacing: 'textspacingtrim textspacing',
  features: 'fontfeaturesettings',
  axes: 'fontvariationsettings',
  language: 'lang locale',
  align: 'textalign alignment',
  direction: 'dir',
  firstIndent: 'textindent',
  startIndent: 'indent',
  spaceBefore: 'marginblockstart margintop',
  spaceAfter: 'marginblockend marginbottom',
  maxLines: 'lines lineclamp',
  ellipsis: 'textoverflow overflow',
  breaking: 'textwrap textwrapstyle',
  hyphenation: 'hyphens',
  justification: 'textjustify',
  tabs: 'tabsize',
  marker: 'liststyle bullet',
  trim: 'textboxtrim',
} satisfies Partial<Record<PropertyName, string>>

const pointers = new Map(
  Object.entries(otherNames).flatMap(([property, names]) =>
    names.split(' ').map(name => [name, property] as const),
  ),
)

/** The property that somebody had in mind: by another name for it, or else by the nearest spelling. */
export function propertyMeant(name: string, alsoKnown: readonly string[] = []): string | undefined {
  const plain = name.replace(/[-_]/g, '').toLowerCase()
  return pointers.get(plain) ?? nearestName(name, [...alsoKnown, ...propertyNames])
}
