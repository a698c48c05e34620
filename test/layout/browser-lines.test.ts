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
   * The differences there are, by the text behind the line that is ours, each with its rule.
   * LB13 (UAX #14): nothing breaks before `;` and `!`, over spaces neither; Chromium does.
   * LB19: nothing breaks beside a quotation mark; Chromium has LB19a, of Unicode 16, which does
   * between ideographs and Hangul.
   */
  const accepted: Readonly<Record<string, RegExp>> = { fr: /^\S+ [;!]/, ko: /^복”은/ }

  it('have the same lines in forty widths, in 29 languages', () => {
    const differences: string[] = []
    for (const { language, text, width, ours, browser: starts } of broken) {
      const parted = ours.findIndex((start, i) => start !== starts[i])
      if (parted < 0 && ours.length === starts.length) continue
      const [line, other] = [ours, starts].map(list => text.slice(list[parted - 1], list[parted]))
      if (accepted[language]?.test(text.slice(ours[parted]))) continue
      differences.push(`${language} ${width}: ours '${line}', the browser's '${other}'`)
    }
    expect(differences).toEqual([])
    expect(broken.length).toBe(29 * 40)
    const languages = new Set(broken.map(b => b.language))
    for (const language of languages) {
      const own = broken.filter(b => b.language === language)
      expect(new Set(own.map(b => b.ours.length)).size, language).toBeGreaterThan(5)
    }
  })
})
