import { spawn } from 'node:child_process'
import {
  chmodSync,
  lstatSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  statSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs'
import { connect } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { DotLineError, defineSheet, openFonts, typesetterFor } from 'dot-line'
import { chartTextsFor, restyleChart } from 'dot-line/chart'
import { describe, expect, it } from 'vitest'
import { dotlineHosted } from '../support/command.ts'
import { type Next, numbers, pick, roundsOf } from '../support/random.ts'

const main = fileURLToPath(new URL('../../dist/cli/main.js', import.meta.url))
const cwd = mkdtempSync(join(tmpdir(), 'dot-line-attacks-'))
const fonts = await openFonts()
const sheet = defineSheet({ styles: {} })
const made = <T>(next: Next, most: number, make: () => T): T[] =>
  Array.from({ length: 1 + next(most) }, make)

describe('attacks of each class', () => {
  it('request lines do not end the preview', async () => {
    writeFileSync(join(cwd, 'sheet.json'), '{"styles":{}}')
    const server = spawn(process.execPath, [main, 'preview', '-s', 'sheet.json', '--port', '0'], {
      cwd,
    })
    const said = await new Promise<string>(done => server.stdout.on('data', one => done(`${one}`)))
    const port = Number(/:(\d+)\//.exec(said)?.[1])
    const next = numbers(39)
    const parts = [
      '/',
      '//',
      '[',
      ']',
      '%',
      '%2e',
      '..',
      '?',
      '#',
      '@',
      ':',
      '\\',
      'http:',
      '\u00ff',
      '*',
      'a',
    ]
    for (let round = 0; round < roundsOf(40); round++) {
      const target = made(next, 6, () => pick(next, parts)).join('')
      const method = pick(next, ['GET', 'HEAD', 'POST', 'OPTIONS', 'G(T'])
      await new Promise<void>(done => {
        const socket = connect(port, '127.0.0.1', () =>
          socket.write(
            `${method} ${target} HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\nConnection: close\r\n\r\n`,
          ),
        )
        socket.on('data', () => {})
        socket.on('error', () => done())
        socket.on('close', () => done())
      })
      expect(server.exitCode, `${method} ${target}`).toBe(null)
    }
    server.kill()
  })

  it('output paths keep their targets or are refused in one line', () => {
    const next = numbers(40)
    for (let round = 0; round < roundsOf(25); round++) {
      const folder = join(cwd, `out-${round}`)
      mkdirSync(folder)
      writeFileSync(join(folder, 'file.svg'), 'old')
      const mode = pick(next, [0o600, 0o640, 0o755])
      chmodSync(join(folder, 'file.svg'), mode)
      const names = ['file.svg', 'new.svg', 'n'.repeat(200 + next(70))]
      const target = pick(next, [...names, '.', '..', 'none/x.svg', '/dev/null'])
      symlinkSync(target, join(folder, 'link.svg'))
      const { code, err } = dotlineHosted(['render', '-t', 'x', '-o', 'link.svg'], folder)
      expect([0, 2]).toContain(code)
      if (code === 2) expect(err).toMatch(/^error: cannot write [^\n]*\n$/)
      expect(err).not.toContain('bug')
      expect(lstatSync(join(folder, 'link.svg')).isSymbolicLink()).toBe(true)
      expect(statSync(join(folder, 'file.svg')).mode & 0o777).toBe(mode)
      expect(readdirSync(folder).filter(name => name.startsWith('.dotline'))).toEqual([])
    }
  })

  it('selectors of any form are matched or ignored', () => {
    const next = numbers(41)
    const texts = chartTextsFor({ sheet, fonts, problems: 'collect' })
    const pieces = [
      'g',
      'a',
      'rect',
      '*',
      '.x',
      '#i',
      ':not(g)',
      ':where(a g)',
      ':has(g)',
      ':nth-child(2n+1)',
    ]
    const joints = [' ', ' > ', ' ~ ', ' + ', ',', '', '((', '[', ':']
    const tree = `${'<g class="x">'.repeat(60)}<text x="9" y="9">Quay</text>${'</g>'.repeat(60)}`
    for (let round = 0; round < roundsOf(60); round++) {
      const selector = made(next, 40, () => pick(next, pieces) + pick(next, joints)).join('')
      const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 90 90"><style>${selector}{fill:red}</style>${tree}</svg>`
      expect(restyleChart(svg, { texts }).texts.map(({ text }) => text)).toEqual(['Quay'])
      try {
        restyleChart(svg, { texts, parts: { [selector]: 'value' } })
      } catch (error) {
        expect(error).toBeInstanceOf(DotLineError)
      }
    }
  })

  it('control characters of names reach no terminal', () => {
    const next = numbers(42)
    const hostile = [
      '\u001b[2J',
      '\u0007',
      '\u009b31m',
      '\u202e',
      '\u2066',
      '\r',
      '\u007f',
      'a',
      ' ',
      '|',
    ]
    const name = () => made(next, 5, () => pick(next, hostile)).join('')
    for (let round = 0; round < roundsOf(15); round++) {
      const folder = join(cwd, `names-${round}`)
      mkdirSync(folder)
      const write = (file: string, value: object) =>
        writeFileSync(join(folder, file), JSON.stringify(value))
      write('sheet.json', { styles: { body: { size: 16, maxLines: 1 }, [name()]: { size: 9 } } })
      write('t.en.json', { [name()]: 'Boats to every port of the sound', [name()]: '~zz[x' })
      write('places.json', {
        places: [{ name: name(), style: pick(next, ['body', name()]), keys: '*', width: 30 }],
      })
      for (const format of ['table', 'markdown']) {
        const args = ['check', 'places.json', '-s', 'sheet.json', '--catalog', 't.en.json']
        const { out, err } = dotlineHosted([...args, '--format', format], folder)
        expect(out + err).not.toMatch(
          /[\u0000-\u0008\u000b-\u001f\u007f-\u009f\u202a-\u202e\u2066-\u2069]/,
        )
        expect(out + err).not.toContain('bug')
      }
    }
  })

  // What breaking, bidi, shaping and segmentation treat alone: of each, four times as much takes no more
  // than some times as long. Times are asked for by `npm run fuzz` only.
  const alone = [
    ...['\u00ad', '\u0e33', '\u0eb3', '\u200d', '\u2060', '\ufeff', '\u200e', '\u034f', '\ufe0f'],
    ...[
      '\u180e',
      '\u094d',
      '\u00a0',
      ' ',
      '\u2028',
      '\u202a',
      '\u2067',
      '\u0300',
      '\u0600',
      '\u1100',
    ],
    ...['\u{1f1e6}', '\u{1f468}\u200d', '\u{e0041}', 'a\u00ad', '\u0e01\u0e33', '(', '"', '-', '/'],
  ]
  it.each(alone)('repeated characters take time in proportion: %j', character => {
    const typesetter = typesetterFor({ sheet, fonts, problems: 'collect' })
    const timeOf = (count: number) => {
      const { user } = process.cpuUsage()
      typesetter.set('{text}', { values: { text: character.repeat(count) } }).lines.length
      return process.cpuUsage({ user, system: 0 }).user / 1000
    }
    const isTimed = process.env.FUZZ_ROUNDS !== undefined
    const count = isTimed ? 8000 : 500
    timeOf(count)
    const [once, four] = [timeOf(count + 1), timeOf(count * 4)]
    if (isTimed) expect(four).toBeLessThan(Math.max(200, once * 12))
  })
})
