import { spawn, spawnSync } from 'node:child_process'
import { cpSync, mkdtempSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import { request } from 'node:http'
import { connect, createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import type { Browser, Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { launchBrowser } from '../support/browser.ts'

const command = fileURLToPath(new URL('../../dist/cli/main.js', import.meta.url))
const data = fileURLToPath(new URL('../../examples/lantern-sound/', import.meta.url))
const files = fileURLToPath(
  new URL('../../node_modules/@fontsource/source-sans-3/files/', import.meta.url),
)
const cwd = mkdtempSync(join(tmpdir(), 'dot-line-'))
for (const name of ['sheet', 'places', 'strings.en', 'strings.de']) {
  cpSync(join(data, `${name}.json`), join(cwd, `${name}.json`))
}
writeFileSync(join(cwd, 'secret.json'), '{}')
cpSync(join(files, 'source-sans-3-greek-400-normal.woff2'), join(cwd, 'greek.woff2'))
cpSync(join(files, 'source-sans-3-greek-400-normal.woff'), join(cwd, 'greek.woff'))
const named = [
  ...['places.json', '-s', 'sheet.json', '--scales', '1'],
  ...['--catalog', 'strings.en.json', '--catalog', 'strings.de.json'],
]

/** What a server answers whose name and path can be anything. */
const answerOf = (address: string, path: string, more: object = {}) =>
  new Promise<{ readonly status: number | undefined; readonly body: string }>((done, failed) => {
    const { hostname: host, port } = new URL(address)
    request({ host, port, path, ...more }, response => {
      let body = ''
      response.on('data', piece => {
        body += piece
      })
      response.on('end', () => done({ status: response.statusCode, body }))
    })
      .on('error', failed)
      .end()
  })

const previewWith = (...names: readonly string[]) =>
  spawn(
    process.execPath,
    [command, 'preview', ...named, '--port', '0', ...names.flatMap(name => ['--font', name])],
    { cwd },
  )

/** Where it serves, as it says when it does. */
async function addressOf(server: ReturnType<typeof previewWith>): Promise<string> {
  const said = await new Promise<string>((done, failed) => {
    server.stdout.on('data', piece => done(String(piece)))
    server.stderr.on('data', piece => failed(new Error(String(piece))))
  })
  const places = /^workbench {2}(http:\/\/127\.0\.0\.1:\d+)\/\nproof {6}\1\/proof\n$/
  return places.exec(said)?.[1] ?? said
}

describe('dotline preview', () => {
  let browser: Browser
  let page: Page
  let address = ''
  const errors: string[] = []
  const server = previewWith('greek.woff2', 'greek.woff')

  beforeAll(async () => {
    address = await addressOf(server)
    browser = await launchBrowser()
    page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    page.on('pageerror', error => errors.push(String(error)))
    page.on('console', one => {
      if (one.type() === 'error' && !one.text().includes('favicon')) errors.push(one.text())
    })
  })
  afterAll(async () => {
    server.kill()
    await browser?.close()
  })

  const write = (name: string, change: (text: string) => string) => {
    // As editors do: a neighbor takes the name.
    writeFileSync(join(cwd, `.${name}.part`), change(readFileSync(join(cwd, name), 'utf8')))
    renameSync(join(cwd, `.${name}.part`), join(cwd, name))
  }

  it('shows the workbench with the named files and their changes', async () => {
    await page.goto(address)
    await page.waitForSelector('[data-ready]')
    expect(await page.locator('#language option').allTextContents()).toEqual(['English', 'Deutsch'])
    await page.selectOption('#key', 'ports.orrin')
    expect(await page.inputValue('#markup')).toBe('Saint Orrin’s Landing')
    await page.selectOption('#language', 'de')
    expect(await page.inputValue('#markup')).toContain('Orrin')
    await page.selectOption('#key', 'board.boat')
    // Values of the place are there.
    expect(await page.locator('#markup-problems button').allTextContents()).toEqual([])
    write('strings.de.json', text => text.replace('{boat}', 'Der {boat}'))
    await expect.poll(() => page.inputValue('#markup')).toContain('Der {boat}')
    write('sheet.json', text => text.replace('"leading": 1.4', '"leeding": 1.4'))
    await expect
      .poll(() => page.locator('#sheet-problems button').allTextContents())
      .not.toEqual([])
    expect(await page.textContent('#sheet-problems')).toMatch(
      /leeding.*sheet\.json:\d+:\d+.*leading/,
    )
    write('sheet.json', text => text.replace('"leeding": 1.4', '"leading": 1.4'))
    await expect.poll(() => page.locator('#sheet-problems button').allTextContents()).toEqual([])
    expect(errors).toEqual([])
  })

  it('shows the proof, again after each change, and the mistakes of the files', async () => {
    await page.goto(address)
    await page.click('header >> text=Proof')
    await page.waitForSelector('.card')
    expect(page.url()).toContain('/proof')
    write('strings.en.json', text => text.replace('Departures', 'Boats that leave'))
    await expect.poll(() => page.locator('text=Boats that leave').count()).toBeGreaterThan(0)
    write('places.json', text => text.replace('"board.title"', '"board.titel"'))
    await expect.poll(() => page.textContent('h1')).toBe('The files cannot be read')
    expect(await page.textContent('li')).toMatch(/board\.titel.*places\.json:\d+:\d+.*board\.title/)
    write('places.json', text => text.replace('"board.titel"', '"board.title"'))
    await expect.poll(() => page.locator('.card').count()).toBeGreaterThan(0)
    expect(errors).toEqual([])
  })

  it('notifies a page of changes made before it listened', async () => {
    const changes = async (): Promise<number> =>
      JSON.parse((await answerOf(address, '/served.json')).body).changes
    const before = await changes()
    write('strings.en.json', text => text)
    await expect.poll(changes).toBeGreaterThan(before)
    const { hostname: host, port } = new URL(address)
    const told = (since: number) =>
      new Promise<string>((done, failed) => {
        const path = `/changes?since=${since}`
        const asked = request({ host, port, path }, response => {
          let said = ''
          response.on('data', piece => {
            said += piece
          })
          setTimeout(() => {
            asked.destroy()
            done(said)
          }, 400)
        })
        asked.on('error', failed).end()
      })
    // Nobody who listened by then is told later: the write is told of once.
    await new Promise(resolve => setTimeout(resolve, 300))
    expect(await told(before)).toContain('data: changed')
    expect(await told(await changes())).not.toContain('data: changed')
  })

  it('serves this machine only, and only its own files', async () => {
    for (const path of [
      ...['/secret.json', '/sheet.json', '/../secret.json', '/fonts/2', '/library/package.json'],
      ...['/library/dist/../package.json', '/library/dist/%2e%2e/package.json', '/etc/passwd'],
    ]) {
      expect([path, (await answerOf(address, path)).status]).toEqual([path, 404])
    }
    const other = { headers: { host: 'lantern-sound.example' } }
    expect((await answerOf(address, '/served.json', other)).status).toBe(403)
    expect((await answerOf(address, '/served.json', { method: 'POST' })).status).toBe(403)
    expect((await answerOf(address, '/served.json')).body).toContain('Saint Orrin')
  })

  it('survives any request', async () => {
    const { hostname: host, port } = new URL(address)
    const send = (target: string) =>
      new Promise<string>((done, failed) => {
        const socket = connect(Number(port), host, () =>
          socket.write(
            `GET ${target} HTTP/1.1\r\nHost: ${host}:${port}\r\nConnection: close\r\n\r\n`,
          ),
        )
        let said = ''
        socket.on('data', piece => {
          said += piece
        })
        socket.on('error', failed)
        socket.on('close', () => done(said))
      })
    for (const target of ['//', '//[', '/\\\\[', 'http://[', '*', 'http://x:99999/', '/%', '/?%']) {
      expect(await send(target), target).toMatch(/^HTTP\/1\.1 (404|400|200)/)
    }
    expect((await answerOf(address, '/')).status).toBe(200)
    expect(server.exitCode).toBe(null)
  })

  it('refuses a port that does not exist', () => {
    const { stderr, status } = spawnSync(
      process.execPath,
      [command, 'preview', '-s', 'sheet.json', '--port', '99999'],
      { cwd, encoding: 'utf8' },
    )
    expect(status).toBe(2)
    expect(stderr).toContain('65535')
    expect(stderr).not.toContain('bug')
  })

  it('shows the texts of a catalog whose name says no language', async () => {
    cpSync(join(cwd, 'strings.en.json'), join(cwd, 'texts.json'))
    const other = spawn(
      process.execPath,
      [command, 'preview', '-s', 'sheet.json', '--catalog', 'texts.json', '--port', '0'],
      { cwd },
    )
    const said = await new Promise<string>(done =>
      other.stdout.on('data', one => done(String(one))),
    )
    const own = await browser.newPage()
    const wrong: string[] = []
    own.on('pageerror', error => wrong.push(error.message))
    await own.goto(/http:\S+/.exec(said)?.[0] ?? '')
    await own.waitForSelector('.cells')
    expect(wrong).toEqual([])
    await own.close()
    other.kill()
  })

  it('retries fonts that could not be read', async () => {
    writeFileSync(join(cwd, 'late.ttf'), 'no font')
    const own = previewWith('late.ttf')
    try {
      const where = await addressOf(own)
      const broken = await answerOf(where, '/proof')
      expect(broken.body).toContain('late.ttf is not a TrueType or OpenType font')
      cpSync(join(cwd, 'greek.woff'), join(cwd, 'late.ttf'))
      const mended = await answerOf(where, '/proof')
      expect([mended.status, mended.body.includes('class="card')]).toEqual([200, true])
    } finally {
      own.kill()
    }
  })

  it('reports files that it cannot serve', async () => {
    const run = (...args: readonly string[]) => {
      const { status, stderr } = spawnSync(process.execPath, [command, 'preview', ...args], {
        cwd,
        encoding: 'utf8',
        timeout: 60_000,
      })
      return [status, stderr]
    }
    expect(run()).toEqual([2, 'error: no sheet to show (give -s FILE)\n'])
    expect(run('-s', 'none.json')[1]).toContain('cannot read the file none.json')
    expect(run('places.json', '-s', 'sheet.json')[1]).toContain('no texts for the places')
    expect(run(...named, '--font', 'none')[1]).toContain('cannot read the fonts none')
    const taken = createServer()
    await new Promise<void>(done => taken.listen(0, '127.0.0.1', done))
    const where = taken.address()
    const port = typeof where === 'object' && where ? String(where.port) : ''
    expect(run(...named, '--port', port)).toEqual([
      2,
      `error: cannot serve on port ${port} (another program has it: give --port 0)\n`,
    ])
    taken.close()
  })
})
