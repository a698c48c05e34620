import { execFileSync, spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { readCatalog, readSheet } from 'dot-line'
import { readPlaces } from 'dot-line/check'
import { describe, expect, it } from 'vitest'
import { dotline as dotlineApart, dotlineHosted } from '../support/command.ts'
import { installed } from '../support/installed.ts'

const cwd = mkdtempSync(join(tmpdir(), 'dot-line-'))
const dotline = (...args: readonly string[]) => dotlineHosted(args, cwd)

describe('dotline completion', () => {
  writeFileSync(join(cwd, 'notice.txt'), 'late')
  const scripts = Object.fromEntries(
    ['bash', 'zsh', 'fish'].map(shell => {
      const { code, out } = dotline('completion', shell)
      expect(code).toBe(0)
      writeFileSync(join(cwd, `dotline.${shell}`), out)
      return [shell, out]
    }),
  )
  /** What Bash offers for the last of the words. */
  function offered(...words: readonly string[]): readonly string[] {
    const script = `source ./dotline.bash; COMP_WORDS=(dotline "$@"); COMP_CWORD=$#; _dotline; printf '%s\\n' "\${COMPREPLY[@]}"`
    const out = execFileSync('bash', ['-c', script, 'bash', ...words], { cwd, encoding: 'utf8' })
    return out.split('\n').filter(word => word !== '')
  }

  it('offers commands, options, choices and files in Bash', () => {
    expect(offered('re')).toEqual(['render'])
    expect(offered('')).toEqual(expect.arrayContaining(['check', 'init', 'help', '--version']))
    expect(offered('check', '--form')).toEqual(['--format'])
    expect(offered('check', '--format', 'j')).toEqual(['json', 'junit'])
    expect(offered('completion', '')).toEqual(['bash', 'zsh', 'fish'])
    expect(offered('help', 'ch')).toEqual(['chart', 'check'])
    expect(offered('render', 'noti')).toEqual(['notice.txt'])
    expect(offered('render', '-o', 'noti')).toEqual(['notice.txt'])
    expect(offered('nonsense', '--h')).toEqual(['--help'])
  })

  it('knows every command and every option in each shell', () => {
    for (const name of ['render', 'check', 'proof', 'preview', 'exchange', 'init']) {
      const help = dotline(name, '--help').out
      const options = [...help.matchAll(/^ {2}(?:-\w, )?--([\w-]+)/gm)].map(([, one]) => one)
      expect(options.length).toBeGreaterThan(0)
      for (const option of options) {
        if (option === 'help') continue
        expect(scripts.bash.includes(`--${option}`), option).toBe(true)
        expect(scripts.zsh.includes(`--${option}[`), option).toBe(true)
        expect(scripts.fish.includes(`-l ${option} `), option).toBe(true)
      }
    }
  })

  it.each(['zsh', 'fish'].filter(installed))('is read by %s', shell => {
    const { status, stderr } = spawnSync(shell, ['-n', `dotline.${shell}`], {
      cwd,
      encoding: 'utf8',
    })
    expect([status, stderr]).toEqual([0, ''])
    if (shell === 'zsh') return
    const asked = `source ./dotline.fish; complete -C 'dotline check --format '`
    const out = execFileSync('fish', ['-c', asked], { cwd, encoding: 'utf8' })
    expect(out.split('\n').map(line => line.split('\t')[0])).toEqual(
      expect.arrayContaining(['json', 'sarif', 'table']),
    )
  })

  it('refuses an unknown shell', () => {
    const { code, err } = dotline('completion', 'csh')
    expect([code, err.trim().split('\n').length]).toEqual([2, 1])
    expect(err).toContain('bash, zsh, fish')
  })
})

describe('dotline init', () => {
  it('writes a starting set of files and the next steps', () => {
    const { code, out, err } = dotline('init', 'texts')
    expect([code, err]).toEqual([0, ''])
    for (const name of ['sheet.json', 'strings.en.json', 'places.json']) {
      expect(out).toContain(`texts/${name}\n`)
    }
    const sheet = readSheet(readFileSync(join(cwd, 'texts/sheet.json'), 'utf8'))
    readCatalog(readFileSync(join(cwd, 'texts/strings.en.json'), 'utf8'), {
      styles: sheet.styleNames,
    })
    readPlaces(readFileSync(join(cwd, 'texts/places.json'), 'utf8'))
    // What it says can be typed as it stands.
    const said = [...out.matchAll(/^ {2}dotline (.*)$/gm)].map(([, line]) => line)
    expect(said.length).toBe(3)
    const [, check, render] = said
    expect(dotline(...check.split(' '))).toEqual({ code: 0, out: 'nothing is wrong\n', err: '' })
    const [first, ...rest] = render.split(/ (?=-)/)
    const words = rest.flatMap(one => [one.slice(0, 2), one.slice(3).replace(/^'|'$/g, '')])
    expect(dotline(first, ...words).code).toBe(0)
    expect(existsSync(join(cwd, 'late.svg'))).toBe(true)
  })

  it('shows the next steps with the command it was called by', () => {
    const env = { npm_command: 'exec' }
    const { code, out } = dotlineApart(['init', 'by-npx'], { cwd, env })
    expect([code, out.match(/^ {2}npx dotline /gm)?.length]).toEqual([0, 3])
  })

  it('leaves existing files unchanged', () => {
    writeFileSync(join(cwd, 'texts/strings.en.json'), '{"mine":"mine"}')
    const { code, err } = dotline('init', 'texts')
    expect(code).toBe(2)
    expect(err).toContain('are there already')
    expect(readFileSync(join(cwd, 'texts/strings.en.json'), 'utf8')).toBe('{"mine":"mine"}')
  })
})
