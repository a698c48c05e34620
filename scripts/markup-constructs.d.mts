import type * as library from 'dot-line'
import type { toSvg } from 'dot-line/svg'

export interface Construct {
  readonly name: string
  readonly markup: string
}

export const constructs: readonly Construct[]
export function constructPicture(
  from: typeof library,
  svg: typeof toSvg,
  fonts: library.Fonts,
  construct: Construct,
): string
