import { described, fail } from '../problem/index.ts'

/** Throws on coordinates and lengths that are no finite numbers: no format can hold them. */
export function checkFinite(what: string, numbers: Readonly<Record<string, number>>) {
  for (const [name, value] of Object.entries(numbers)) {
    if (!Number.isFinite(value)) {
      fail('bad-coordinate', `${name} of ${what} is ${described(value)}`, {
        hint: 'it must be a finite number',
      })
    }
  }
}

/** Throws on a length that is negative. */
export function checkLength(what: string, name: string, value: number) {
  if (value < 0) fail('bad-coordinate', `${name} of ${what} is ${value}, and must not be negative`)
}
