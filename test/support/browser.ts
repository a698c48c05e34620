import { existsSync } from 'node:fs'
import { type Browser, type BrowserContextOptions, chromium, type Page } from 'playwright-core'
import { inject } from 'vitest'
import { chromiumMissing, chromiumPath } from '../../scripts/chromium-path.mjs'
import { browserArguments, browserPath } from './browser-arguments.ts'

/**
 * The Chromium that all tests share, or with settings one of its own; closing the shared one closes
 * the pages that were opened here. Fails, saying what to install, where there is none.
 */
export async function launchBrowser(settings: readonly string[] = []): Promise<Browser> {
  if (!existsSync(chromiumPath)) throw new Error(chromiumMissing)
  if (settings.length === 0) {
    const answer = await fetch(`${inject('pages')}${browserPath}`)
    return chromium.connect(await answer.text())
  }
  return chromium.launch({ executablePath: chromiumPath, args: browserArguments(settings) })
}

/** A page that is shown, with storage of its own. */
export interface ServedPage {
  readonly page: Page
  /** What went wrong in it so far. */
  readonly errors: readonly string[]
  close(): Promise<void>
}

/** Opens a page of the site, of an example or of `test/pages`. */
export async function openPage(
  folder: string,
  file = '',
  options: BrowserContextOptions = {},
  /** Of the browser's command line: settings of its reader. */
  settings: readonly string[] = [],
): Promise<ServedPage> {
  const browser = await launchBrowser(settings)
  const page = await browser.newPage(options)
  // As for tests: a limit for what hangs.
  page.setDefaultTimeout(300_000)
  const errors: string[] = []
  page.on('pageerror', error => errors.push(error.message))
  await page.goto(`${inject('pages')}${folder === 'site' ? '' : `${folder}/`}${file}`)
  return { page, errors, close: () => browser.close() }
}

/**
 * Opens a page of `test/pages`, waits until it has set the global `result`, and gives what is made
 * of it. Fails where the page did, with its words.
 */
export async function onTestPage<T>(
  file: string,
  result: string,
  use: (page: Page) => Promise<T>,
  deviceScaleFactor = 1,
): Promise<T> {
  const { page, close } = await openPage('test/pages', file, { deviceScaleFactor })
  try {
    await page.waitForFunction(`window.${result} !== undefined`)
    const failure = await page.evaluate('window.failure')
    if (failure !== undefined) throw new Error(String(failure))
    return await use(page)
  } finally {
    await close()
  }
}
