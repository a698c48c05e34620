import { needsBidi, scripts } from 'dot-line/unicode'
import { describe, expect, it } from 'vitest'
import { firstBeyondPlain, plain, plainCharacters } from '../../src/unicode/plain-characters.ts'

describe('plain characters', () => {
  const letters = [
    [plain.latin, 'a'],
    [plain.greek, 'α'],
    [plain.cyrillic, 'б'],
  ] as const

  it('need no bidi and combine with their stated letters', () => {
    const kinds = plainCharacters()
    let count = 0
    for (let code = 0; code < firstBeyondPlain; code++) {
      if (kinds[code] === 0) continue
      count++
      const character = String.fromCharCode(code)
      expect([code, needsBidi(character)]).toEqual([code, false])
      expect([code, /[\p{M}\p{Cc}\p{Cf}\p{Cn}]/u.test(character)]).toEqual([code, false])
      for (const [bit, letter] of letters) {
        const isOne = scripts(letter + character + letter).length === 1
        const goes = (kinds[code] & (bit | plain.common | plain.space)) !== 0
        expect([code, letter, isOne]).toEqual([code, letter, goes])
      }
    }
    expect(count).toBe(4085)
    for (const character of '09azAZéßŁαωбЯ') {
      expect(kinds[character.charCodeAt(0)] & plain.alphanumeric).toBeGreaterThan(0)
    }
    for (const character of '\t\n\u00ad\u0301\u200b\u2028\u2044\u05d0') {
      expect(kinds[character.charCodeAt(0)]).toBe(0)
    }
  })
})
