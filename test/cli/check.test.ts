import { spawn, spawnSync } from 'node:child_process'
import { once } from 'node:events'
import { existsSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { dotlineHosted } from '../support/command.ts'
import { namelessFiles } from '../support/nameless-files.ts'

const command = fileURLToPath(new URL('../../dist/cli/main.js', import.meta.url))
const data = fileURLToPath(new URL('../../examples/lantern-sound/', import.meta.url))
const cwd = mkdtempSync(join(tmpdir(), 'dot-line-'))
const dotline = (...args: readonly string[]) => dotlineHosted(args, cwd)
const run = (...args: readonly string[]) => dotline('check', ...args)
const scenario = [
  join(data, 'places.json'),
  ...['-s', join(data, 'sheet.json')],
  ...['en', 'de'].flatMap(language => ['--catalog', join(data, `strings.${language}.json`)]),
]
/** Fewer situations, where it is not they that are tried. */
const fewer = [...scenario, '--scales', '1,3']
const packages = fileURLToPath(new URL('../../node_modules/@expo-google-fonts/', import.meta.url))
const files = [
  ...['arabic', 'hebrew', 'thai', 'devanagari'].flatMap(script =>
    ['400Regular', '700Bold'].map(weight => join(packages, `noto-sans-${script}`, weight)),
  ),
  join(packages, 'kosugi'),
].flatMap(path => ['--font', path])
const write = (file: string, value: object) =>
  writeFileSync(join(cwd, file), JSON.stringify(value, null, 1))

describe('dotline check', () => {
  it("reports the scenario's problems by cause, with their places", () => {
    const { code, out, err } = run(...scenario)
    expect({ code, err }).toEqual({ code: 1, err: '' })
    expect(out).toMatch(/^text-cut: \d+$/m)
    expect(out).toContain('port · ports.brackwater · de')
    expect(out).toMatch(/strings\.de\.json:\d+:\d+/)
    expect(out).toMatch(/\d+ findings: \d+ errors, \d+ warnings\n$/)
    // The gravest come first.
    expect(out.indexOf('text-cut')).toBeLessThan(out.indexOf('unused-style'))
  })

  it('finds the problems hidden in eight languages of 150 texts', () => {
    const languages = ['en', 'de', 'el', 'ar', 'he', 'ja', 'th', 'hi']
    const catalogs = languages.flatMap(one => ['--catalog', join(data, `strings.${one}.json`)])
    const places = [join(data, 'places.json'), '-s', join(data, 'sheet.json')]
    const { out } = run(...places, ...catalogs, ...files, '--format', 'json')
    const { findings } = JSON.parse(out)
    const told = (code: string) =>
      findings.flatMap((one: { code: string; key: string; language: string }) =>
        one.code === code ? [`${one.key} ${one.language}`] : [],
      )
    expect(told('missing-key')).toEqual(['help.access th'])
    expect(told('span-differs')).toEqual(['errors.offline de'])
    expect(told('value-differs')).toEqual(['account.greeting he'])
    expect(told('same-link-words')).toEqual(['help.contact en'])
    expect(told('low-contrast').length).toBe(8)
    expect(told('missing-glyph')).toEqual([])
    expect(told('text-cut').length).toBeGreaterThan(20)
    // What is of the sheet and of the places stands somewhere too.
    for (const { code, location } of findings)
      expect([code, location]).toEqual([
        code,
        expect.objectContaining({ line: expect.any(Number) }),
      ])
    const messages = ['en', 'de', 'ar'].flatMap(one => [
      '--catalog',
      join(data, `receipt.${one}.mf2.json`),
    ])
    write('receipt.json', {
      scales: [1],
      places: [
        {
          name: 'receipt',
          allows: ['lone-word'],
          keys: 'receipt.*',
          width: 200,
          values: { count: 3, price: 15.2, day: '2026-04-30', boat: 'Tern', minutes: 12 },
        },
      ],
    })
    const receipt = run(
      'receipt.json',
      '-s',
      join(data, 'sheet.json'),
      ...messages,
      ...files,
      '--format',
      'json',
    )
    const codes = JSON.parse(receipt.out).findings.map(({ code }: { code: string }) => code)
    expect(codes.filter((code: string) => !code.startsWith('unused-'))).toEqual([])
  })

  it('stacks the cells of its table on a narrow terminal', () => {
    const { stdout } = spawnSync(
      process.execPath,
      [command, 'check', ...scenario, '--scales', '1'],
      {
        cwd,
        encoding: 'utf8',
        env: { ...process.env, COLUMNS: '80' },
      },
    )
    expect(stdout).toMatch(
      /^ticket button · board\.button · de\n {2}what {6}the contrast is too low for AA\n {2}worst at {2}100 %/m,
    )
    const [heads, row] = spawnSync(
      process.execPath,
      [command, 'measure', '-t', '出発', '--font', join(packages, 'kosugi')],
      {
        cwd,
        encoding: 'utf8',
      },
    )
      .stdout.split('\n')
      .slice(3)
    expect(heads.split(/ +/).length).toBe(row.split(/ +/).length)
  })

  it('ends with 0 where nothing is wrong', () => {
    write('plain.en.json', { title: 'Boats' })
    write('plain.json', { places: [{ name: 'title', style: 'body', keys: 'title', width: 200 }] })
    write('sheet.json', { styles: { body: { size: 16 } } })
    const plain = ['plain.json', '-s', 'sheet.json', '--catalog', 'plain.en.json']
    expect(run(...plain)).toEqual({ code: 0, out: 'nothing is wrong\n', err: '' })
    expect(JSON.parse(run(...plain, '--format', 'json').out)).toEqual({ version: 1, findings: [] })
  })

  it('has the same findings with several processes and with merged parts, byte by byte', () => {
    const json = ['--format', 'json']
    const whole = run(...fewer, ...json, '-o', 'whole.json')
    expect(whole).toEqual({ code: 1, out: '', err: '' })
    expect(run(...fewer, ...json, '--jobs', '2', '-o', 'jobs.json').code).toBe(1)
    const parts = ['1/3', '2/3', '3/3'].map(part => {
      const file = `part-${part[0]}.json`
      run(...fewer, ...json, '--part', part, '-o', file)
      return file
    })
    expect(run('--merge', ...parts, ...json, '-o', 'merged.json').code).toBe(1)
    const read = (file: string) => readFileSync(join(cwd, file), 'utf8')
    expect(read('jobs.json')).toBe(read('whole.json'))
    expect(read('merged.json')).toBe(read('whole.json'))
    expect(run('--merge', ...parts.slice(1)).err).toMatch(/^error: .*1 of 3.*\n$/)
    for (const format of ['table', 'sarif', 'junit', 'markdown']) {
      const one = run(...fewer, '--format', format)
      expect(run('--merge', ...parts, '--format', format)).toEqual(one)
    }
  })

  it('reports a full disk in one line', () => {
    const nowhere = join(cwd, 'nowhere')
    const env = { ...process.env, TMPDIR: nowhere }
    const args = [command, 'check', ...fewer, '--jobs', '2']
    const { status, stderr } = spawnSync(process.execPath, args, { cwd, env, encoding: 'utf8' })
    expect([status, stderr]).toEqual([
      2,
      `error: cannot make a folder in ${nowhere} (there is no such file or folder)\n`,
    ])
  })

  it('refuses broken parts, whatever was written before', () => {
    run(...fewer, '--format', 'json', '--part', '1/1', '-o', 'only.json')
    const text = readFileSync(join(cwd, 'only.json'), 'utf8')
    const lines = text.split('\n')
    const merge = (broken: string) => {
      writeFileSync(join(cwd, 'broken.json'), broken)
      const { out, ...told } = run('--merge', 'broken.json', '--format', 'json')
      return { ...told, isWhole: out !== '' }
    }
    expect(merge(text)).toEqual({ code: 1, err: '', isWhole: true })
    // The same written otherwise.
    expect(merge(JSON.stringify(JSON.parse(text), null, 3)).isWhole).toBe(true)
    for (const [broken, told] of [
      [text.slice(0, -30), 'error: '],
      [`${lines.slice(0, 9).join('\n')}\n`, 'error: broken.json ends before its last finding\n'],
      [`${text}{}\n`, 'error: broken.json goes on behind its end\n'],
      [text.replace('"code"', '"cod"'), 'error: broken.json has a line that is not a finding\n'],
      [text.replace('"situations":[', '"situations":{'), 'error: '],
    ] as const) {
      const { code, err, isWhole } = merge(broken)
      expect([code, isWhole, err.split('\n').length]).toEqual([2, false, 2])
      expect(err).toContain(told)
    }
  })

  it.each([
    ['as soon as it has a folder', 0],
    ['while its processes work', 600],
  ])('leaves nothing behind where it is ended %s', async (_, later) => {
    const own = mkdtempSync(join(tmpdir(), 'dot-line-'))
    const scales = Array.from({ length: 300 }, (_, i) => 1 + i / 100)
    const args = ['check', ...scenario, '--scales', scales.join(), '--jobs', '2']
    const env = { ...process.env, TMPDIR: own }
    const ended = spawn(process.execPath, [command, ...args], { cwd, env, stdio: 'ignore' })
    while (readdirSync(own).length === 0 && ended.exitCode === null) {
      await new Promise(resolve => setImmediate(resolve))
    }
    await new Promise(resolve => setTimeout(resolve, later))
    ended.kill('SIGTERM')
    expect(await once(ended, 'exit')).toEqual([null, 'SIGTERM'])
    expect(readdirSync(own)).toEqual([])
  })

  it.each([300, 1500])(
    'leaves nothing behind where it is killed outright, after %s ms',
    async later => {
      const own = mkdtempSync(join(tmpdir(), 'dot-line-'))
      const scales = Array.from({ length: 300 }, (_, i) => 1 + i / 100)
      const args = ['check', ...scenario, '--scales', scales.join(), '--jobs', '2']
      const env = { ...process.env, TMPDIR: own }
      const killed = spawn(process.execPath, [command, ...args], { cwd, env, stdio: 'ignore' })
      while (readdirSync(own).length === 0 && killed.exitCode === null)
        await new Promise(resolve => setTimeout(resolve, 5))
      await new Promise(resolve => setTimeout(resolve, later))
      killed.kill('SIGKILL')
      // Its processes end themselves, at their next text, and the last removes their folder.
      await expect.poll(() => readdirSync(own), { timeout: 120_000 }).toEqual([])
    },
  )

  it('ends at once and leaves no temporary files', async () => {
    const own = mkdtempSync(join(tmpdir(), 'dot-line-'))
    const texts = Array.from({ length: 2000 }, (_, i) => [
      `k${i}`,
      `Boat ${i} to Ardle Point is late`,
    ])
    write('many.en.json', Object.fromEntries(texts))
    const width = Array.from({ length: 90 }, (_, i) => 40 + i / 10)
    write('many.json', { places: [{ name: 'n', style: 'body', keys: '*', width, maxLines: 1 }] })
    write('sheet.json', { styles: { body: { size: 16 } } })
    const args = ['check', 'many.json', '-s', 'sheet.json', '--catalog', 'many.en.json']
    const env = { ...process.env, TMPDIR: own }
    const ended = spawn(process.execPath, [command, ...args], { cwd, env, stdio: 'ignore' })
    const { pid = 0 } = ended
    while (ended.exitCode === null && namelessFiles(pid).length === 0) {
      await new Promise(resolve => setTimeout(resolve, 20))
    }
    ended.kill('SIGTERM')
    expect(await once(ended, 'exit')).toEqual([null, 'SIGTERM'])
    expect(readdirSync(own)).toEqual([])
  })

  it('accepts the findings that a file lists', () => {
    const accepted = ['--accepted', 'accepted.json']
    const { code, out } = run(...fewer, ...accepted, '--update')
    expect([code, out]).toEqual([0, expect.stringMatching(/^\d+ findings accepted\n$/)])
    expect(run(...fewer, ...accepted)).toEqual({ code: 0, out: 'nothing is wrong\n', err: '' })
    const larger = run(...fewer, ...accepted, '--catalog', join(data, 'strings.el.json'))
    expect(larger.code).toBe(1)
    expect(larger.out).not.toContain('· de')
    expect(run(...fewer, '--update').err).toMatch(/^error: .*--accepted FILE\n$/)
  })

  it('checks pseudo-translations and writes reports for build services', () => {
    expect(run(...fewer, '--pseudo', 'longer').out).toContain('· en-XC')
    const sarif = JSON.parse(run(...fewer, '--format', 'sarif').out)
    expect(sarif.runs[0].results.length).toBeGreaterThan(20)
    expect(run(...fewer, '--format', 'junit').out).toContain('<testsuites tests=')
    expect(run(...fewer, '--format', 'markdown').out).toContain('### text-cut')
  })

  it('checks the texts that a change affects', () => {
    const old = JSON.parse(readFileSync(join(data, 'strings.de.json'), 'utf8'))
    old.ports.brackwater = 'Brackwater'
    write('old.de.json', old)
    const found = (...since: readonly string[]) => {
      const { out } = run(...fewer, '--format', 'json', ...since)
      const { findings } = JSON.parse(out) as { findings: { key: string; place: string }[] }
      return [...new Set(findings.filter(({ place }) => place !== '').map(({ key }) => key))]
    }
    expect(found().length).toBeGreaterThan(8)
    expect(found('--since', 'old.de.json')).toEqual(['ports.brackwater'])
    expect(found('--since', join(data, 'sheet.json'))).toEqual([])
    write('old-sheet.json', {
      ...JSON.parse(readFileSync(join(data, 'sheet.json'), 'utf8')),
      modes: {},
    })
    expect(found('--since', 'old-sheet.json')).toEqual(found())
    const twice = run(...fewer, '--since', 'old-sheet.json', '--since', join(data, 'sheet.json'))
    expect(twice.code).toBe(2)
    expect(twice.err).toContain('error: two sheets are given as they were: old-sheet.json and ')
  })

  it('draws its situations on a page and checks catalogs by themselves', () => {
    const proof = dotline('proof', ...scenario, '--scales', '1', '-o', 'proof.html')
    const fine = { code: 0, out: '', err: '' }
    expect(proof).toEqual(fine)
    const page = readFileSync(join(cwd, 'proof.html'), 'utf8')
    expect(page.startsWith('<!doctype html>')).toBe(true)
    expect(page.includes('Fahrkarten kaufen')).toBe(true)
    expect(page.includes('src=')).toBe(false)
    const found = ['--scales', '2', '--only-found']
    expect(dotline('proof', ...scenario, ...found, '-o', 'proof.pdf').code).toBe(0)
    expect(readFileSync(join(cwd, 'proof.pdf'), 'latin1').startsWith('%PDF-')).toBe(true)
    expect(dotline('proof', ...scenario, ...found, '-o', 'proof.png')).toEqual(fine)
    expect(existsSync(join(cwd, 'proof-2.png'))).toBe(true)
    write('other.json', { styles: {} })
    const other = ['--against', 'other.json', '--format', 'html']
    expect(dotline('proof', ...scenario, ...found, ...other).err).toContain("no mode named 'dark'")
    expect(dotline('proof', ...fewer, '-o', 'proof.txt').err).toBe(
      "error: there is no proof in 'txt' (available: html, pdf, png)\n",
    )
    expect(dotline('proof', 'none.json').code).toBe(2)
    write('wrong.en.json', { a: '~strong[x', b: { c: '~strogn[y] {port}' } })
    const sheet = ['-s', join(data, 'sheet.json')]
    const { code, out } = dotline('markup', 'wrong.en.json', ...sheet)
    expect(code).toBe(2)
    expect(out).toMatch(/in 'a': .* at wrong\.en\.json:2:2/)
    expect(out).toMatch(/in 'b\.c': .*strogn.* at wrong\.en\.json:4:3 .*did you mean 'strong'/)
    expect(out).not.toContain('no value')
    expect(dotline('markup', join(data, 'strings.de.json'), ...sheet)).toEqual({
      code: 0,
      out: 'no problems\n',
      err: '',
    })
  })

  it('reports every name of the places that the sheet lacks, also with several processes', () => {
    write('strings.en.json', { late: 'Boats are late' })
    write('names.json', {
      modes: ['drak'],
      places: [{ name: 'a', style: 'headlin', keys: 'late', background: 'papr' }],
    })
    const sheet = join(data, 'sheet.json')
    const args = ['names.json', '-s', sheet, '--catalog', 'strings.en.json']
    const expected = [
      "error: no mode named 'drak' at names.json:3:3 (did you mean 'dark'?)",
      "error: no style named 'headlin' at names.json:8:4 (did you mean 'headline'?)",
      "error: no ink named 'papr', and no color at names.json:10:4 (did you mean 'paper'?)",
      '',
    ].join('\n')
    expect(run(...args)).toEqual({ code: 2, out: '', err: expected })
    expect(run(...args, '--jobs', '2')).toEqual({ code: 2, out: '', err: expected })
    expect(dotline('proof', ...args, '-o', 'names.html').err).toBe(expected)
  })

  it('finds nothing unused in the built-in sheet', () => {
    write('strings.en.json', { late: 'Boats' })
    write('plain.json', { places: [{ name: 'a', keys: 'late', width: 320 }] })
    const found = run('plain.json', '--catalog', 'strings.en.json')
    expect(found).toEqual({ code: 0, out: 'nothing is wrong\n', err: '' })
  })

  it('reports bad input with its location and writes nothing', () => {
    write('bad.json', { places: [{ name: 'x', keys: 'bord.*' }] })
    const catalog = ['--catalog', join(data, 'strings.en.json')]
    for (const [args, said] of [
      [[], 'no list of places (give a file in JSON, or -)'],
      [
        ['none.json', ...catalog],
        'cannot read the list of places none.json (there is no such file',
      ],
      [['bad.json'], 'no texts to check (give --catalog FILE)'],
      [
        ['bad.json', ...catalog],
        "'bord.*' of the place 'x' is not a key of the catalog at bad.json:5:4",
      ],
      [['bad.json', 'plain.json', ...catalog], 'one list of places is checked: bad.json'],
      [['bad.json', ...catalog, '--part', '4/3'], 'It takes a part and how many there are'],
      [['bad.json', ...catalog, '--jobs', '2'], "'bord.*' of the place 'x'"],
      [['bad.json', ...catalog, '--format', 'srif'], 'Allowed choices are table, json, sarif'],
      [['bad.json', ...catalog, '--pseudo', 'x'], 'Allowed choices are accented, longer, mirrored'],
    ] as const) {
      const { code, err, out } = run(...args, '-o', 'never.json')
      expect([code, out], said).toEqual([2, ''])
      expect(err).toContain(said)
      expect(err.trim().split('\n'), err).toHaveLength(1)
    }
    expect(existsSync(join(cwd, 'never.json'))).toBe(false)
  })
})
