import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import type { Page } from 'playwright-core'

const source = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')

/** What an audit of accessibility finds on a page, by rule and element; without rules that are left out. */
export async function auditOf(page: Page, without: readonly string[] = []): Promise<string[]> {
  if (await page.evaluate('typeof axe === "undefined"')) await page.evaluate(source)
  const rules = Object.fromEntries(without.map(rule => [rule, { enabled: false }]))
  return page.evaluate(
    `axe.run(document, { rules: ${JSON.stringify(rules)} }).then(({ violations }) => violations.flatMap(
      ({ id, nodes }) => nodes.map(node => id + ' ' + node.html.slice(0, 200) + ' ' + node.failureSummary)))`,
  )
}
