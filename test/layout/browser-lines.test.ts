import { beforeAll, describe, expect, it } from 'vitest'
import type { Broken } from '../pages/line-breaks.ts'
import { onTestPage } from '../support/browser.ts'

describe('the same paragraphs in Chromium, by standard CSS', () => {
  let broken: readonly Broken[]

  beforeAll(async () => {
    broken = await onTestPage('line-breaks.html', 'broken', page =>
      page.evaluate<Broken[]>('window.broken'),
    )
  })

  /**
   * Differences that are accepted, by how the line of ours ends where the two first part.
   * `/`: UAX #14 allows a break behind a slash between letters (class SY, rule LB31); Chromium
   * takes none there, and breaks inside the word before or behind it.
   */
  const accepted: Readonly<Record<string, readonly string[]>> = { en: ['/'] }

  it.each(['en', 'de', 'el', 'ja', 'ar', 'th'])(
    'have the same lines in fifty widths: %s',
    language => {
      const own = broken.filter(b => b.language === language)
      expect(own.length).toBe(50)
      expect(new Set(own.map(b => b.ours.length)).size).toBeGreaterThan(5)
      for (const { text, width, ours, browser: starts } of own) {
        const parted = ours.findIndex((start, i) => start !== starts[i])
        if (parted < 0 && ours.length === starts.length) continue
        const [line, other] = [ours, starts].map(list => text.slice(list[parted - 1], list[parted]))
        const isAccepted = accepted[language]?.some(end => line.trimEnd().endsWith(end))
        expect(isAccepted, `${width}: ours ends '${line}', the browser's '${other}'`).toBe(true)
      }
    },
  )
})
