import { expect, it } from 'vitest'
import { append, boundedMap, greatest, least } from '../../src/blocks/index.ts'

it('appends lists longer than an argument list may be', () => {
  const numbers = Array.from({ length: 2_000_000 }, (_, i) => (i * 7919) % 1_000_003)
  expect(() => Math.max(...numbers)).toThrow(RangeError)
  expect([greatest(numbers), least(numbers)]).toEqual([1_000_002, 0])
  expect([greatest([], 3), least([], 4), greatest([5], 9), least([5], 2)]).toEqual([3, 4, 9, 2])
  const list = [1]
  append(list, numbers)
  expect(list.length).toBe(2_000_001)
})

it('clears the map when it exceeds its bound', () => {
  const kept = boundedMap<string, number>(10)
  kept.set('a', 1, 6)
  kept.set('b', 2, 4)
  expect([kept.get('a'), kept.get('b')]).toEqual([1, 2])
  kept.set('c', 3, 1)
  expect([kept.get('a'), kept.get('b'), kept.get('c')]).toEqual([undefined, undefined, 3])
})
