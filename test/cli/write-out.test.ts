import { spawn, spawnSync } from 'node:child_process'
import {
  chmodSync,
  existsSync,
  lstatSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  statSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { dotlineHosted } from '../support/command.ts'

const main = fileURLToPath(new URL('../../dist/cli/main.js', import.meta.url))
const cwd = mkdtempSync(join(tmpdir(), 'dot-line-'))
/** In one process, for a start takes longer than most of them. */
const dotline = (args: readonly string[]) => dotlineHosted(args, cwd)
const render = (path: string) => dotline(['render', '-t', 'Tern', '-o', path])
const isSvg = (path: string) => readFileSync(join(cwd, path), 'utf8').startsWith('<svg')

describe('a file written by -o', () => {
  it('keeps the mode of the existing file', () => {
    writeFileSync(join(cwd, 'kept.svg'), 'old')
    chmodSync(join(cwd, 'kept.svg'), 0o640)
    expect(render('kept.svg').err).toBe('')
    expect(statSync(join(cwd, 'kept.svg')).mode & 0o777).toBe(0o640)
    expect(isSvg('kept.svg')).toBe(true)
  })

  it('follows symbolic links, also dangling ones', () => {
    writeFileSync(join(cwd, 'target.svg'), 'old')
    symlinkSync('target.svg', join(cwd, 'link.svg'))
    symlinkSync('link.svg', join(cwd, 'chain.svg'))
    symlinkSync('later.svg', join(cwd, 'dangling.svg'))
    for (const name of ['chain.svg', 'dangling.svg']) expect(render(name).err).toBe('')
    for (const name of ['link.svg', 'chain.svg', 'dangling.svg']) {
      expect(lstatSync(join(cwd, name)).isSymbolicLink(), name).toBe(true)
    }
    expect([isSvg('target.svg'), isSvg('later.svg')]).toEqual([true, true])
    symlinkSync('circle.svg', join(cwd, 'circle.svg'))
    const { code, err } = render('circle.svg')
    expect([code, err]).toEqual([2, expect.stringContaining('cannot write circle.svg')])
  })

  it('is written into pipes and devices in place', () => {
    const pipe = join(cwd, 'pipe.svg')
    spawnSync('mkfifo', [pipe])
    const reader = spawn('cat', [pipe], { stdio: 'ignore' })
    expect(render('pipe.svg')).toEqual({ code: 0, out: '', err: '' })
    reader.kill()
    expect(lstatSync(pipe).isFIFO()).toBe(true)
    expect(dotline(['render', '-t', 'Tern', '-o', '/dev/null', '--format', 'svg']).err).toBe('')
    expect(statSync('/dev/null').isCharacterDevice()).toBe(true)
  })

  it('may have a name of the maximum length', () => {
    const name = `${'n'.repeat(240)}.svg`
    expect(render(name)).toEqual({ code: 0, out: '', err: '' })
    expect(isSvg(name)).toBe(true)
  })

  it('leaves no partial file when the command is interrupted', async () => {
    writeFileSync(join(cwd, 'long.txt'), 'Boats to Quillhaven are late. '.repeat(40_000))
    const child = spawn(
      process.execPath,
      [main, 'render', 'long.txt', '-w', '200', '-o', 'ended.pdf'],
      { cwd },
    )
    const ended = new Promise(done => child.on('exit', done))
    while (child.exitCode === null && child.signalCode === null) {
      if (readdirSync(cwd).some(name => name.startsWith('.dotline-'))) child.kill('SIGINT')
      await new Promise(done => setTimeout(done, 2))
    }
    await ended
    expect(readdirSync(cwd).filter(name => name.startsWith('.'))).toEqual([])
  })

  it('is refused with a message when standard output is full', () => {
    if (!existsSync('/dev/full')) return
    const { stderr, status } = spawnSync(
      'sh',
      ['-c', `"${process.execPath}" "${main}" render -t Tern > /dev/full`],
      { cwd, encoding: 'utf8' },
    )
    expect([status, stderr]).toEqual([
      2,
      'error: cannot write to standard output (the disk is full)\n',
    ])
  })

  it('has no control characters from names, on a terminal and in Markdown', () => {
    const hostile = '\u001b[2J\u009b31m\u202eevil'
    writeFileSync(join(cwd, 'sheet.json'), '{"styles":{"body":{"size":16,"maxLines":1}}}')
    writeFileSync(
      join(cwd, 'strings.en.json'),
      JSON.stringify({ [hostile]: 'Boats to Quillhaven' }),
    )
    writeFileSync(
      join(cwd, 'places.json'),
      JSON.stringify({ places: [{ name: hostile, style: 'body', keys: '*', width: 40 }] }),
    )
    const check = ['check', 'places.json', '-s', 'sheet.json', '--catalog', 'strings.en.json']
    for (const format of ['table', 'markdown']) {
      const { out } = dotline([...check, '--format', format])
      expect(out).toContain('U+001B')
      expect(out).not.toMatch(/[\u0000-\u0008\u000b-\u001f\u007f-\u009f\u202a-\u202e\u2066-\u2069]/)
    }
    writeFileSync(join(cwd, 'styles.json'), JSON.stringify({ styles: { [hostile]: { size: 4 } } }))
    const { out, err } = dotline(['sheet', 'styles.json'])
    expect(out + err).not.toMatch(/[\u0000-\u0008\u000b-\u001f\u007f-\u009f\u202a-\u202e]/)
  })
})

describe('escaped text', () => {
  const solid = (...options: readonly string[]) =>
    dotline(['render', '-t', 'Boat', '--depth', '1', '-o', 'solid.stl', ...options])

  it('has its own options', () => {
    const representativeColor = (...options: readonly string[]) => {
      expect(solid(...options).err).toBe('')
      return readFileSync(join(cwd, 'solid.stl')).toString('base64')
    }
    const made = [
      representativeColor(),
      representativeColor('--plate', '3', '--plate-text', 'sunk', '--plate-radius', '2'),
      representativeColor(
        '--plate',
        '3',
        '--plate-text',
        'cut',
        '--bridges',
        '0.5',
        '--letter-height',
        '9',
      ),
      representativeColor('--mirrored', '--advance-factor', '0.8'),
      representativeColor('--along', 'M0 50 Q50 0 100 50'),
    ]
    expect(new Set(made).size).toBe(made.length)
    expect(solid('--bridges', '1')).toMatchObject({ code: 2 })
    expect(solid('--along', 'M0 0', '--mirrored')).toMatchObject({ code: 2 })
    expect(solid('--plate', '3', '--plate-text', 'cut').err).toContain('falls out')
  })
})
