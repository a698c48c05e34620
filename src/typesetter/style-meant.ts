import type { NearestName } from '../problem/index.ts'
import type { Sheet, StatedStyle } from '../sheet/index.ts'

/** Words that people know from other programs, with the styles they mean. */
const meanings: readonly (readonly [words: string, isMeant: (stated: StatedStyle) => boolean])[] = [
  ['bold b strong', ({ weight = 0 }) => weight >= 600],
  ['italic italics i em emphasis', ({ slant = 'normal' }) => slant !== 'normal'],
  ['underline u a link', ({ underline }) => !!underline],
  ['strike strikethrough s', ({ strike }) => !!strike],
  ['sup superscript', ({ variantPosition }) => variantPosition === 'super'],
  ['sub subscript', ({ variantPosition }) => variantPosition === 'sub'],
]

/**
 * The style that somebody had in mind who wrote a name the sheet does not have: the nearest
 * spelling, or of those that look as the name says, the one that does least else.
 */
export function styleMeant(
  name: string,
  sheet: Sheet,
  nearestName: NearestName,
): string | undefined {
  const nearest = nearestName(name, sheet.styleNames)
  const plain = name.toLowerCase()
  const isMeant = meanings.find(([words]) => words.split(' ').includes(plain))?.[1]
  if (!isMeant) return nearest
  const meant = sheet.styleNames
    .map(style => ({ style, stated: sheet.stated(style) ?? {} }))
    .filter(({ style, stated }) => style !== 'defaults' && isMeant(stated))
    .sort((a, b) => Object.keys(a.stated).length - Object.keys(b.stated).length)
  return meant[0]?.style ?? nearest
}
