import type { StyleSource, Typesetter } from '../core.ts'
import { extentOf } from './turned-page.ts'

/**
 * The leading that a style has on a baseline grid: the least multiple of its step that its lines go
 * into. Both grow with the reader's scale, and not always alike: what comes of a leading is measured.
 */
export function gridLeading(typesetter: Typesetter, step: number) {
  const leadings = new Map<string, NonNullable<StyleSource['leading']>>()
  const heightOf = (style: string, leading?: StyleSource['leading']) =>
    extentOf(
      typesetter.set('x', { style, ...(leading !== undefined && { overrides: { leading } }) }),
    )
  return (style: string): NonNullable<StyleSource['leading']> => {
    const keptLeading = leadings.get(style)
    if (keptLeading !== undefined) return keptLeading
    const wanted = Math.max(1, Math.ceil(heightOf(style) / step - 0.05)) * step
    const grown = heightOf(style, `${wanted}u`) / wanted
    const leading = `${wanted / grown}u` as const
    leadings.set(style, leading)
    return leading
  }
}
