/**
 * Marks what the library made itself: rich text, inline objects, drawings, pictures. No JSON holds
 * a symbol, so that an object which arrives as data is never taken for one of them.
 */
export const made: unique symbol = Symbol('made by dot-line')

export interface Made {
  readonly [made]: true
}

export const isMade = (value: unknown): value is Made =>
  typeof value === 'object' && value !== null && made in value
