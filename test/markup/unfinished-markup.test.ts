import { describe, expect, it } from 'vitest'
import { parseUnfinished, plainText } from '../../src/markup/index.ts'

const texts = [
  'Boats are ~strong[late], ~link,href="https://lantern-sound.example/a b/~quay"[ask {name} at the quay].',
  'Plain ~~tilde, ~[bracket~], {U+2013} and ~alert,size=20[~boat[Tern] is {minutes} min late] today.',
  'About ~5 km, ~ alone, { alone, a [note] and 100 % ~boat[Little Auk]',
]

describe('markup that is still being written', () => {
  it.each(texts)('shows nothing of a mark at its end, and reports none: %s', text => {
    const whole = plainText(parseUnfinished(text).rich)
    for (let end = 0; end <= text.length; end++) {
      const { rich, problems } = parseUnfinished(text.slice(0, end))
      expect([end, problems]).toEqual([end, []])
      const shown = plainText(rich)
      // What is shown stays: it is the beginning of what comes to be shown.
      expect([end, whole.startsWith(shown)]).toEqual([end, true])
    }
  })

  it('has at its end what the whole markup says', () => {
    const { rich, problems } = parseUnfinished('Boats are ~strong[late and ~boat[Tern')
    expect(problems).toEqual([])
    expect(plainText(rich)).toBe('Boats are late and Tern')
    expect(parseUnfinished('a ] b').problems.map(({ code }) => code)).toEqual(['stray-close'])
  })

  it('is linear: a long text without marks at its end, and one of tildes', () => {
    for (const text of [
      '~boat[Tern] '.repeat(20_000) + 'quay '.repeat(50_000),
      '~'.repeat(100_000),
    ]) {
      expect(parseUnfinished(text).rich.kind).toBe('rich-text')
    }
  })
})
