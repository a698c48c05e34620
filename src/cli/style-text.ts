import type { Ink, SourceLocation, Style } from 'dot-line'

/** At most two decimals. */
export function sizeText(size: number): string {
  return String(Math.round(size * 100) / 100)
}

/** An ink in a few words. */
export function paintText(ink: Ink): string {
  if (ink.kind === 'solid') {
    return ink.opacity < 1 ? `${ink.color} ${Math.round(ink.opacity * 100)} %` : ink.color
  }
  const [first, last] = [ink.stops[0], ink.stops[ink.stops.length - 1]]
  return `${ink.kind} ${first.color} to ${last.color}`
}

/** A property of a style as text. */
export function propertyValue(property: string, style: Style): string {
  if (property === 'size') return sizeText(style.size)
  if (property === 'leading') {
    const { leading } = style
    return leading.kind === 'times' ? sizeText(leading.factor) : `${sizeText(leading.units)}u`
  }
  const value = Object.entries(style).find(([name]) => name === property)?.[1]
  return plainText(value)
}

function plainText(value: unknown): string {
  if (typeof value === 'string') return value
  if (value instanceof Map) return [...value].map(([key, entry]) => `${key} ${entry}`).join(', ')
  if (Array.isArray(value)) return value.map(plainText).join(', ')
  if (typeof value !== 'object' || value === null) return String(value)
  if ('kind' in value && 'color' in value) return String(value.color)
  return Object.entries(value)
    .map(([key, entry]) => `${key} ${plainText(entry)}`)
    .join(', ')
}

/** `file:line:column`, or a path. */
export function placeColumn(location: SourceLocation | string): string {
  return typeof location === 'string'
    ? location
    : `${location.source}:${location.line}:${location.column}`
}
