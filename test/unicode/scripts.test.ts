import { scripts } from 'dot-line/unicode'
import { describe, expect, it } from 'vitest'

describe('scripts', () => {
  it('gives runs with common characters in the run before', () => {
    expect(scripts('Tern, Αλκυών!')).toEqual([
      { start: 0, end: 6, script: 'Latin' },
      { start: 6, end: 13, script: 'Greek' },
    ])
  })

  it('gives characters the scripts of their use (Script_Extensions)', () => {
    // The Arabic comma and the lengthening stroke go with Arabic, and with nothing Latin.
    expect(scripts('بحر، ـ').map(run => run.script)).toEqual(['Arabic'])
    expect(scripts('Tern،').map(run => [run.script, run.end])).toEqual([
      ['Latin', 4],
      ['Arabic', 5],
    ])
    // Prolonged sound mark: Hiragana or Katakana, as what follows says.
    expect(scripts('ーア').map(run => run.script)).toEqual(['Katakana'])
    // A danda on its own is of the first script it is used with.
    expect(scripts('।').map(run => run.script)).toEqual(['Bengali'])
    expect(scripts('। বা').map(run => run.script)).toEqual(['Bengali'])
  })

  it('treats text without a script as Latin', () => {
    expect(scripts('07:40')).toEqual([{ start: 0, end: 5, script: 'Latin' }])
    expect(scripts('')).toEqual([])
  })
})
