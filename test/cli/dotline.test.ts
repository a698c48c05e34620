import { spawnSync } from 'node:child_process'
import {
  appendFileSync,
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { beforeAll, describe, expect, it } from 'vitest'
import { dotline, dotlineHosted, dotlineOnTerminal } from '../support/command.ts'
import { fontFiles, read } from '../support/font-files.ts'
import { installed } from '../support/installed.ts'
import { readPdf } from '../support/pdf.ts'

const cwd = mkdtempSync(join(tmpdir(), 'dot-line-'))

beforeAll(() => {
  writeFileSync(join(cwd, 'notice.txt'), 'Boats to ~strong[{port}]\nare ~late[very] late.\n')
  writeFileSync(join(cwd, 'plain.txt'), 'Boats to ~strong[{port}] are late today, we are sorry.\n')
  writeFileSync(
    join(cwd, 'sheet.json'),
    '{ "styles": { "body": { "size": 20 }, "strong": { "weight": 700 } } }',
  )
  writeFileSync(
    join(cwd, 'wrong.json'),
    '{\n "styles": { "body": { "sise": 20, "weight": "heavy" } } }',
  )
  writeFileSync(join(cwd, 'broken.ttf'), 'no font at all')
  writeFileSync(join(cwd, 'latin1.txt'), Buffer.from([0xe4, 0xf6]))
  mkdirSync(join(cwd, 'folder'))
})

const run = (...args: string[]) => dotlineHosted(args, cwd)

describe('dotline render', () => {
  const render = ['render', 'plain.txt', '--value', 'port=Ardle Point', '-w', '180']

  it('writes each format, picked by the ending', async () => {
    for (const ending of ['svg', 'pdf', 'png']) {
      expect(run(...render, '-o', `out.${ending}`)).toEqual({ code: 0, out: '', err: '' })
    }
    expect(readFileSync(join(cwd, 'out.svg'), 'utf8')).toContain(
      'aria-label="Boats to Ardle Point are late',
    )
    expect(readFileSync(join(cwd, 'out.png')).subarray(1, 4).toString()).toBe('PNG')
    const { pages } = await readPdf(readFileSync(join(cwd, 'out.pdf')))
    expect(pages[0].map(r => r.text).join('')).toBe(
      'Boats to Ardle Point are late today, we are sorry.',
    )
  })

  it('takes sheet, style, lines, align and scale', () => {
    const svg = (...more: string[]) => run(...render, ...more).out
    const height = (text: string) => Number(/height="([\d.]+)"/.exec(text)?.[1])
    const normal = svg()
    expect(height(normal)).toBeCloseTo(2 * 22.4, 3)
    expect(height(svg('--max-lines', '1'))).toBeCloseTo(22.4, 3)
    expect(height(svg('--reader-scale', '1.5'))).toBeGreaterThan(height(normal) * 1.4)
    expect(height(svg('--sheet', 'sheet.json'))).toBeGreaterThan(height(normal))
    expect(height(svg('--style', 'headline'))).toBeGreaterThan(height(normal))
    expect(svg('--align', 'end')).not.toBe(normal)
  })

  it('reads standard input, and prints SVG without -o', () => {
    const { out, code } = dotline(['render', '-'], { input: 'Tern & Auk\n' })
    expect(code).toBe(0)
    expect(out).toContain('aria-label="Tern &amp; Auk"')
  })

  it('warns of an unused value and still writes', () => {
    const { code, err } = run(...render, '--value', 'prot=x', '-o', 'warned.svg')
    expect(code).toBe(0)
    expect(err).toMatch(/^warning: .*'prot'.*'port'.*\n$/)
  })
})

describe('bad input: one line, exit code 2, no file', () => {
  it.each([
    [
      ['render', 'notice.txt', '--value', 'port=x'],
      "error: no style named 'late' at notice.txt:2:6 (available: body, headline, strong, emphasis, code, alert, link)",
    ],
    [
      ['render', '-t', 'a ~strong[b'],
      "error: the span ~strong[ is not closed at -t:1:3 (end it with ']')",
    ],
    [['render', 'plain.txt'], 'error: no value for {port} at plain.txt:1:18'],
    [
      ['render', '-t', 'x', '--font', 'broken.ttf'],
      'error: broken.ttf is not a TrueType or OpenType font',
    ],
    [
      ['render', '-t', 'x', '--font', 'none.ttf'],
      'error: cannot read the font file none.ttf (there is no such file)',
    ],
    [
      ['render', 'none.txt'],
      'error: cannot read the text none.txt (there is no such file or folder)',
    ],
    [['render', 'folder'], 'error: cannot read the text folder (it is a folder)'],
    [['render', 'latin1.txt'], 'error: the text latin1.txt is not text in UTF-8'],
    [['render'], "error: there is no text (give a FILE, or -t 'some ~strong[markup]')"],
    [
      ['render', '-t', 'x', 'plain.txt'],
      'error: both -t and the file plain.txt are given (give one of them)',
    ],
    [
      ['render', '-t', 'x', '--style', 'boddy'],
      "error: no style named 'boddy' (did you mean 'body'?)",
    ],
    [
      ['render', '-t', 'x', '--widht', '3'],
      "error: unknown option '--widht' (Did you mean --width?)",
    ],
    [
      ['render', '-t', 'x', '-w', 'wide'],
      "error: option '-w, --width <units>' argument 'wide' is invalid. It takes a number above 0.",
    ],
    [
      ['render', '-t', 'x', '--value', 'port'],
      "error: option '--value <name=text>' argument 'port' is invalid. It takes name=text.",
    ],
    [
      ['render', '-t', 'x', '-a', 'middle'],
      "error: option '-a, --align <edge>' argument 'middle' is invalid. Allowed choices are start, center, end, left, right, justify.",
    ],
    [['rendr'], "error: unknown command 'rendr' (Did you mean render?)"],
  ])('%j', (args, line) => {
    const output = args[0] === 'render' ? ['-o', 'never.svg'] : []
    expect(run(...args, ...output)).toEqual({ code: 2, out: '', err: `${line}\n` })
    expect(existsSync(join(cwd, 'never.svg'))).toBe(false)
  })

  it.each([
    [
      'out.gif',
      "error: no format has the extension '.gif' of 'out.gif' (available: svg, pdf, png, html, dxf, stl)",
    ],
    ['out', "error: 'out' has no extension (available: svg, pdf, png, html, dxf, stl)"],
    ['none/out.svg', 'error: cannot write none/out.svg (there is no such file or folder)'],
  ])('-o %s', (path, line) => {
    expect(run('render', '-t', 'x', '-o', path)).toEqual({ code: 2, out: '', err: `${line}\n` })
  })

  it('lists every mistake of a sheet, a line each', () => {
    const { code, err } = run('render', '-t', 'x', '--sheet', 'wrong.json')
    expect(code).toBe(2)
    expect(err).toContain(
      "error: unknown property 'sise' at wrong.json:2:24 (did you mean 'size'?)\n",
    )
    expect(err).toContain('error: "heavy" is not a valid value for \'weight\' at wrong.json:2:36')
    expect(err.trim().split('\n').length).toBe(2)
  })

  it('leaves no parts of files behind', () => {
    mkdirSync(join(cwd, 'taken.svg'))
    expect(run('render', '-t', 'x', '-o', 'taken.svg').err).toContain(
      'error: cannot write taken.svg',
    )
    expect(readdirSync(cwd).filter(name => name.startsWith('.'))).toEqual([])
  })
})

describe('dotline render: placing', () => {
  it('places a text on a page by its anchor and reports text outside of it', () => {
    const args = ['render', '-t', 'Tern', '--page', '200,100', '--at', '190,50']
    const inside = run(...args, '--anchor', 'end,center')
    expect({ err: inside.err, code: inside.code }).toEqual({ err: '', code: 0 })
    expect(inside.out).toContain('viewBox="0 0 200 100"')
    expect(run(...args).err).toMatch(
      /^warning: 'Tern' extends beyond the drawing by [\d.]+ at the right/,
    )
    expect(run('render', '-t', 'Tern', '--angle', '90').out).toContain('matrix(0 -1 1 0')
    expect(run('render', '-t', 'Tern', '--page', '200').err).toMatch(/two numbers with a comma/)
  })

  it('writes text that stays text as a page', () => {
    const text = 'Boats to ~backing=none,weight=700[Ardle] & <all>'
    expect(run('render', '-t', text, '-w', '80', '-o', 'text.html')).toMatchObject({
      code: 0,
      err: '',
    })
    const page = readFileSync(join(cwd, 'text.html'), 'utf8')
    expect(page).toContain('&amp; &lt;all&gt;')
    expect(page).not.toContain(' style=')
    const turned = run('render', '-t', 'turned', '--angle', '9', '-o', 'x.html')
    expect(turned).toMatchObject({ code: 0, err: '' })
    expect(readFileSync(join(cwd, 'x.html'), 'utf8')).toMatch(/matrix\(0\.98[\s\S]*turned/)
    const down = run('render', '-t', 'x', '--writing-mode', 'sideways-rl', '-o', 'x.html')
    expect(down).toMatchObject({ code: 0, err: '' })
    expect(readFileSync(join(cwd, 'x.html'), 'utf8')).toContain('writing-mode:sideways-rl')
  })

  it('sets vertical text, and images in lines', () => {
    const down = run('render', '-t', 'Tern', '--writing-mode', 'vertical-rl').out
    expect(down).toMatch(/width="22\.4" height="29\.\d+"/)
    const picture = fileURLToPath(new URL('../../docs/screenshots/tide.png', import.meta.url))
    expect(run('render', '-t', 'See {chart}', '--image', `chart=${picture}`).out).toContain(
      '<image ',
    )
    expect(run('render', '-t', '{chart}', '--image', 'chart=none.png').err).toMatch(/cannot read/)
  })
})

describe('dotline measure', () => {
  it('prints sizes, lines, the ink box and the truncated text, as a table or as JSON', () => {
    const measure = (...more: string[]) =>
      run('measure', '-t', 'Boats to Quillhaven are late', '-w', '120', '--max-lines', '2', ...more)
    const { out, err, code } = measure()
    expect({ err, code }).toEqual({ err: '', code: 0 })
    expect(out).toMatch(/^frame {2}120 by 44\.8\nink {4}[\d.]+ by [\d.]+, from [\d.]+, [\d.]+\n/)
    expect(out).toMatch(/^1 {5}0 +[\d.]+ +0 +[\d.]+ +"Boats to "$/m)
    const { lines, inkBox, cut, height } = JSON.parse(
      measure('--max-lines', '1', '--format', 'json').out,
    )
    expect(height).toBeCloseTo(22.4, 6)
    expect(inkBox.width).toBeLessThan(120)
    expect(lines).toMatchObject([{ start: 0, x: 0, top: 0 }])
    expect(cut.text).toBe('Boats to Quillhaven are late'.slice(cut.start))
    expect(measure('--max-lines', '1').out).toMatch(/^cut {4}".*late" \(from \d+ to 28\)$/m)
    expect(run('measure', '-t', ' ').out).toContain('ink    none')
    expect(run('measure').err).toMatch(/^error: there is no text/)
  })

  it('prints the position of a text and its fitted size', () => {
    const { out, err } = run(
      'measure',
      '-t',
      'Tide',
      '--at',
      '100,50',
      '--angle',
      '90',
      '--format',
      'json',
    )
    const { bounds, inkBox } = JSON.parse(out).placed
    expect(err).toBe('')
    expect(bounds.height).toBeGreaterThan(bounds.width)
    expect(bounds.y + bounds.height).toBeCloseTo(50, 6)
    expect(inkBox.x).toBeGreaterThan(100)
    const fitted = run('measure', '-t', 'Tide', '-w', '100', '-l', '1', '--fit', '10,90')
    expect(fitted.out).toMatch(/^size {3}[\d.]+$/m)
    expect(run('measure', '-t', 'Tide', '--angle', 'ten').err).toMatch(/argument 'ten' is invalid/)
  })
})

describe('dotline sheet', () => {
  const ferry = fileURLToPath(new URL('../../examples/lantern-sound/sheet.json', import.meta.url))

  it('prints the resolved styles as a table, in a mode and at a scale', () => {
    const { out, code } = run('sheet', ferry)
    expect(code).toBe(0)
    expect(out).toMatch(/^style +family +size +weight +slant +leading +ink\n/)
    expect(out).toMatch(/^headline +sans +30 +700 +normal +1\.15 +text #0b3d5c$/m)
    expect(out).toMatch(/^strong +sans +16 \* +700/m)
    expect(run('sheet', ferry, '--reader-scale', '2').out).toMatch(/^headline +sans +53\.2 /m)
    expect(run('sheet', ferry, '--mode', 'dark').out).toMatch(/^headline .* text #dcebf2$/m)
  })

  it('says which style and line set each property', () => {
    const { out } = run('sheet', ferry, '--why', 'state')
    expect(out).toMatch(/^weight +700 +state +\S+sheet\.json:\d+:33$/m)
    expect(out).toMatch(/^leading +1\.4 +body +\S+sheet\.json:\d+:\d+$/m)
    expect(out).toMatch(/^family +sans +defaults /m)
    const told = JSON.parse(run('sheet', ferry, '--why', 'state', '--format', 'json').out)
    expect(told).toContainEqual(
      expect.objectContaining({ property: 'weight', stated: 'bold', style: 'state' }),
    )
  })

  it('writes tokens, CSS and JSON and accepts tokens in place of a sheet', () => {
    expect(run('sheet', ferry, '--format', 'css').out).toContain('--dotline-ink-flare: #c8331f;')
    const written = run('sheet', ferry, '--format', 'tokens', '-o', 'ferry.tokens.json')
    expect(written).toMatchObject({ code: 0, out: '' })
    expect(written.err).toContain('warning: modes.dark is a mode, which tokens do not have')
    const json = JSON.parse(run('sheet', ferry, '--format', 'json').out)
    expect(JSON.parse(run('sheet', 'ferry.tokens.json', '--format', 'json').out)).toEqual(json)
    const svg = (sheet: string) =>
      run('render', '-t', 'to ~alert[x]', '--sheet', sheet, '--style', 'headline').out
    expect(svg('ferry.tokens.json')).toBe(svg(ferry))
    expect(svg(ferry)).toContain('fill="#c8331f"')
  })

  it.each([
    [[], "error: missing required argument 'FILE'"],
    [['none.json'], 'error: cannot read the sheet none.json (there is no such file or folder)'],
    [['plain.txt'], 'error: plain.txt is not JSON at plain.txt:1:1 (invalid symbol)'],
    [['sheet.json', '--why', 'boddy'], "error: no style named 'boddy' (did you mean 'body'?)"],
    [
      ['sheet.json', '--why', 'body', '--format', 'css'],
      'error: --why tells of one style, which is no css (print it as a table or as json)',
    ],
    [['sheet.json', '--mode', 'dark'], "error: no mode named 'dark' (the sheet declares no modes)"],
    [
      ['sheet.json', '--format', 'scss'],
      "error: option '--format <format>' argument 'scss' is invalid. Allowed choices are table, tokens, css, json.",
    ],
  ])('refuses %j', (args, line) => {
    expect(run('sheet', ...args)).toEqual({ code: 2, out: '', err: `${line}\n` })
  })
})

describe('dotline markup', () => {
  const ferry = fileURLToPath(new URL('../../examples/lantern-sound/sheet.json', import.meta.url))
  const markup = (...args: string[]) =>
    run('markup', '-t', 'to ~strong[{port}] ~href=tel:555-0147[x]', ...args)

  it('prints the tree, the text, HTML and markup', () => {
    expect(markup().out).toBe(
      'text "to "  0-3\nspan strong  3-18\n  placeholder port  11-17\ntext " "  18-19\n' +
        'span href="tel:555-0147"  19-40\n  text "x"  38-39\n',
    )
    expect(markup('--format', 'text', '--value', 'port=[A]').out).toBe('to [A] x\n')
    expect(markup('--format', 'html', '--value', 'port=<A>').out).toBe(
      'to <strong>&lt;A&gt;</strong> <a href="tel:555-0147">x</a>\n',
    )
    expect(
      dotline(['markup', '-', '--from', 'html', '--format', 'markup'], { input: '<b>a</b> [b]' })
        .out,
    ).toBe('~strong[a] ~[b~]\n')
  })

  it('shows mistakes with a caret under the place, and ends with 2', () => {
    const text = 'Boats to\n~stong[x] ] are'
    expect(run('markup', '-t', text, '--format', 'problems', '--sheet', ferry)).toEqual({
      code: 2,
      err: '',
      out:
        "error: ']' closes nothing at -t:2:11 (write ~] for a plain ']')\n" +
        '  ~stong[x] ] are\n            ^\n' +
        "error: no style named 'stong' at -t:2:2 (did you mean 'strong'?)\n" +
        '  ~stong[x] ] are\n   ^^^^^\n',
    })
    expect(run('markup', '-t', 'fine', '--format', 'problems')).toEqual({
      code: 0,
      err: '',
      out: 'no problems\n',
    })
    expect(run('markup').err).toContain('error: there is no text')
  })
})

describe('dotline fonts', () => {
  const serif = fileURLToPath(
    new URL('../../assets/fonts/SourceSerif4-Italic.ttf', import.meta.url),
  )

  it('lists families and faces, as a table or as JSON', () => {
    const { out, code } = run('fonts', '--font', serif)
    expect(code).toBe(0)
    expect(out).toMatch(/^family +weight +slant +stretch +axes +notes +file\n/)
    expect(out).toMatch(/^Source Serif 4 +400 +italic +100 +SourceSerif4-Italic\.ttf$/m)
    expect(out.match(/^(sans|serif|mono) /gm)?.length).toBe(12)
    const json = JSON.parse(run('fonts', '--format', 'json').out)
    expect(json[0]).toMatchObject({
      family: 'sans',
      weight: 400,
      slant: 'normal',
      stretch: 100,
      axes: [],
      features: expect.arrayContaining(['kern']),
      coverage: expect.arrayContaining([[0x20, 0x7e]]),
      file: 'SourceSans3-Regular.ttf',
    })
  })

  it("lists the system's fonts on request and reports broken ones", () => {
    mkdirSync(join(cwd, 'data/fonts'), { recursive: true })
    copyFileSync(fontFiles.emoji, join(cwd, 'data/fonts/emoji.ttf'))
    writeFileSync(join(cwd, 'data/fonts/broken.otf'), 'no font')
    const env = { XDG_DATA_HOME: join(cwd, 'data'), XDG_DATA_DIRS: '/nowhere', HOME: cwd }
    const { out, err, code } = dotline(['fonts', '--system'], { cwd, env })
    expect(code).toBe(0)
    expect(out).toMatch(/^Noto Color Emoji +400 +normal +100 +color +emoji\.ttf$/m)
    expect(err).toMatch(
      /^warning: .*broken\.otf is not a TrueType or OpenType font; it is left out\n$/,
    )
    expect(dotline(['fonts'], { cwd, env }).out).not.toContain('Noto')
  })

  it('colors tables for a terminal only, or on request', () => {
    const list = (env: Record<string, string>) => dotline(['fonts'], { cwd, env }).out
    const bold = `${String.fromCharCode(27)}[1m`
    expect(list({ CI: 'true' })).not.toContain(bold)
    expect(list({ FORCE_COLOR: '1' })).toContain(bold)
    expect(list({ FORCE_COLOR: '1', NO_COLOR: '1' })).not.toContain(bold)
  })

  it('filters families by the text that they can write', () => {
    expect(run('fonts', '--covers', 'Ελληνικά 12').out).toContain('SourceSans3-Regular.ttf')
    const found = (...options: string[]) =>
      run('fonts', ...options)
        .out.trim()
        .split('\n')
        .slice(1)
    expect(found('--name', 'mono', '--weight', '700').length).toBe(2)
    expect(found('--script', 'Grek', '--name', 'serif').length).toBe(4)
    expect(found('--feature', 'smcp').length).toBe(4)
    expect(run('fonts', '--covers', '漢').out.split('\n')).toHaveLength(2)
    expect(run('fonts', '--font', 'folder')).toMatchObject({
      code: 2,
      err: 'error: there are no fonts in the folder folder\n',
    })
  })
})

describe('dotline specimen', () => {
  it('draws every family, or the named ones, in its own face', async () => {
    expect(run('specimen', '-t', 'Low Emmerly', '-o', 'specimen.pdf')).toEqual({
      code: 0,
      out: '',
      err: '',
    })
    const { pages } = await readPdf(readFileSync(join(cwd, 'specimen.pdf')))
    const text = pages[0].map(r => r.text).join('\n')
    for (const family of ['sans', 'serif', 'mono'])
      expect(text).toContain(`${family}: 400, 400 italic, 700, 700 italic`)
    expect(text.match(/Boats leave at dusk/g)?.length).toBe(12)
    expect(text.match(/Low Emmerly/g)?.length).toBe(3)
    expect(text).toContain('Τα πλοία φεύγουν')
    run('specimen', '-o', 'specimen.html')
    const page = readFileSync(join(cwd, 'specimen.html'), 'utf8')
    expect(page).toContain('<h2><b>serif</b> 400, 400 italic, 700, 700 italic</h2>')
    expect(page.match(/aria-label="Boats leave at dusk"/g)?.length).toBe(12)
    run('specimen', '--family', 'mono', '-o', 'mono.svg')
    expect(readFileSync(join(cwd, 'mono.svg'), 'utf8')).not.toContain('SourceSans3-Bold')
    expect(run('specimen', '--family', 'snas')).toMatchObject({
      code: 2,
      err: "error: no family 'snas' among the fonts (did you mean 'sans'?)\n",
    })
  })
})

describe('a specimen of 60 faces', () => {
  it('shows progress on a terminal only', () => {
    mkdirSync(join(cwd, 'many'))
    const font = read('assets/fonts/SourceCodePro-Regular.ttf')
    const name = Buffer.from('Source Code Pro', 'utf16le').swap16()
    for (let i = 0; i < 60; i++) {
      const copy = Buffer.from(font)
      const other = Buffer.from(`Source Code ${String(i).padStart(3, '0')}`, 'utf16le').swap16()
      for (let at = copy.indexOf(name); at >= 0; at = copy.indexOf(name, at + 2))
        other.copy(copy, at)
      writeFileSync(join(cwd, 'many', `${i}.ttf`), copy)
    }
    const command = ['specimen', '--font', 'many', '-o', 'many.html']
    expect(run(...command)).toEqual({ code: 0, out: '', err: '' })
    expect(readFileSync(join(cwd, 'many.html'), 'utf8').match(/<section>/g)?.length).toBe(63)
    const told = dotlineOnTerminal(command, cwd)
    expect(told).toContain('1 of 63  Source Code 000')
    expect(told).toContain('60 of 63  Source Code 009')
  })
})

describe('dotline chart', () => {
  const chart = fileURLToPath(
    new URL('../../examples/lantern-sound/passengers.json', import.meta.url),
  )
  const sheet = fileURLToPath(new URL('../../examples/lantern-sound/sheet.json', import.meta.url))
  const write = (name: string, text: string) => writeFileSync(join(cwd, name), text)

  it('draws the chart of a file and its CSV, in any format', () => {
    for (const format of ['svg', 'png', 'pdf', 'html']) {
      const file = `chart.${format}`
      const told = run('chart', chart, '-s', sheet, '-o', file)
      expect(told, file).toEqual({ code: 0, out: '', err: '' })
      expect(readFileSync(join(cwd, file)).length).toBeGreaterThan(2000)
    }
    const svg = readFileSync(join(cwd, 'chart.svg'), 'utf8')
    expect(svg).toContain('<title>Passengers through three ports</title>')
    expect(svg).toContain('<desc>Quillhaven: Apr 8.7 – Aug 23.5; Ardle Point: Apr 4.1')
    const html = readFileSync(join(cwd, 'chart.html'), 'utf8')
    expect(html).toContain('<th scope="row">Aug</th><td>23.5</td><td>13.1</td><td>8.2</td>')
  })

  it('applies width, language and scale and reports texts without room', () => {
    const { code, out, err } = run(
      'chart',
      chart,
      '-s',
      sheet,
      '-w',
      '320',
      '--reader-scale',
      '3',
      '--language',
      'de',
    )
    expect(code).toBe(0)
    expect(out).toMatch(/^<svg [^>]*width="320"[^>]*lang="de"/)
    expect(err).toMatch(/warning: no room for \d+ labels: /)
    expect(err).toContain('warning: there is no room for the source')
  })

  it('reports mistakes of a file with their positions', () => {
    write('bad.json', '{ "kind": "bars",\n "x": "a", "y": "c",\n "rows": [{ "a": 1, "b": 2 }] }')
    expect(run('chart', 'bad.json')).toEqual({
      code: 2,
      out: '',
      err: "error: there is no column 'c' at bad.json:2:12 (did you mean 'a'? the columns are a, b)\n",
    })
    write('holes.csv', 'a;b\nx;1\ny\nz;3;4\n')
    write('holes.json', '{ "kind": "lines", "csv": "holes.csv", "x": "a", "y": "b" }')
    const { code, err } = run('chart', 'holes.json', '-o', 'holes.svg')
    expect(code).toBe(2)
    expect(err).toContain('a row of holes.csv has 3 values for 2 columns at holes.csv:4:3')
    expect(existsSync(join(cwd, 'holes.svg'))).toBe(false)
    write('lost.json', '{ "kind": "lines", "csv": "lost.csv", "x": "a", "y": "b" }')
    expect(run('chart', 'lost.json').err).toBe(
      'error: cannot read the data lost.csv (there is no such file or folder)\n',
    )
    expect(run('chart', 'none.json').err).toContain('cannot read the chart none.json')
    expect(run('chart', chart).err).toBe(
      `error: no ink named 'fine', and no color at ${chart}:17:12 (available: text, alert, link)\n`,
    )
    write('words.json', '{ "kind": "lines", "rows": [{ "a": 1, "b": 2 }], "x": "a", "y": "b",\n')
    appendFileSync(join(cwd, 'words.json'), '"texts": { "title": "~strong[", "x": "]" } }')
    expect(run('chart', 'words.json').err).toBe(
      "error: in texts.title: the span ~strong[ is not closed at words.json:2:12 (end it with ']')\n" +
        "error: in texts.x: ']' closes nothing at words.json:2:33 (write ~] for a plain ']')\n",
    )
    write('words.json', '{ "kind": "lines", "rows": [{ "a": 1, "b": 2 }], "x": "a", "y": "b",\n')
    appendFileSync(join(cwd, 'words.json'), '"notes": [{ "x": 1, "text": "~strng[x]" }] }')
    expect(run('chart', 'words.json').err).toBe(
      "error: in notes[0].text: no style named 'strng' at words.json:2:21 (did you mean 'strong'?)\n",
    )
    expect(run('chart').err).toContain("missing required argument 'FILE'")
  })
})

describe('dotline render of a document', () => {
  const notice = fileURLToPath(new URL('../../examples/lantern-sound/notice.json', import.meta.url))
  const sheet = fileURLToPath(new URL('../../examples/lantern-sound/sheet.json', import.meta.url))
  const catalog = fileURLToPath(
    new URL('../../examples/lantern-sound/strings.en.json', import.meta.url),
  )

  it('sets a PDF, a web page, and pictures of its pages', async () => {
    const texts = ['--catalog', catalog]
    for (const format of ['pdf', 'html', 'png', 'svg']) {
      const told = run('render', notice, '-s', sheet, ...texts, '-o', `page.${format}`)
      // Its text refers to pages, which the web has none of.
      const err =
        format === 'html'
          ? expect.stringMatching(/^(warning: a web page has no page .*\n){2}$/)
          : ''
      expect(told, format).toEqual({ code: 0, out: '', err })
    }
    const { title, pages } = await readPdf(readFileSync(join(cwd, 'page.pdf')))
    expect(title).toBe('Winter timetable')
    expect(pages.length).toBeGreaterThan(1)
    expect(readFileSync(join(cwd, 'page.html'), 'utf8')).toContain('aria-level="1"')
    for (const file of ['page-1.png', 'page-2.svg'])
      expect(existsSync(join(cwd, file)), file).toBe(true)
    expect(run('render', notice, '-s', sheet, ...texts, '--format', 'svg').err).toMatch(
      /the document has \d pages/,
    )
  })

  it('takes its texts from a catalog, in the language that its file is named after', async () => {
    const german = catalog.replace('.en.', '.de.')
    const { code } = run('render', notice, '-s', sheet, '--catalog', german, '-o', 'de.html')
    expect(code).toBe(0)
    expect(readFileSync(join(cwd, 'de.html'), 'utf8')).toContain('<html lang="de">')
    const bare = run('render', notice, '-s', sheet, '-o', 'none.pdf')
    expect(bare.code).toBe(2)
    expect(bare.err).toContain("'paper.title' is a key, but there is no catalog at")
    expect(bare.err).toContain(
      'notice.json:48:9 (give one: `catalog`, or --catalog at the command)',
    )
    writeFileSync(join(cwd, 'few.en.json'), '{ "paper": { "titel": "x" } }')
    const few = run('render', notice, '-s', sheet, '--catalog', 'few.en.json', '-o', 'none.pdf')
    expect(few.err).toContain("no text 'paper.title' in the catalog")
    expect(few.err).toContain("did you mean 'paper.titel'?")
    expect(existsSync(join(cwd, 'none.pdf'))).toBe(false)
  })

  it('shows charts from neighboring files', () => {
    writeFileSync(join(cwd, 'counts.csv'), 'month,boats\nMay,3\nJune,5\n')
    writeFileSync(
      join(cwd, 'counts.json'),
      '{ "kind": "bars", "csv": "counts.csv", "x": "month", "y": "boats" }',
    )
    writeFileSync(
      join(cwd, 'report.json'),
      '{ "blocks": [{ "kind": "figure", "artwork": "counts.json", "alt": "Boats" }] }',
    )
    expect(run('render', 'report.json', '-o', 'report.svg')).toEqual({ code: 0, out: '', err: '' })
    const svg = readFileSync(join(cwd, 'report.svg'), 'utf8')
    expect(svg).toContain('<path')
    expect(svg).not.toContain('<image')
  })

  it('reports mistakes with their positions and leaves no file', () => {
    writeFileSync(join(cwd, 'bad.json'), '{ "blocks": [\n { "kind": "paragaph", "text": "x" } ] }')
    expect(run('render', 'bad.json', '-o', 'bad.pdf')).toEqual({
      code: 2,
      out: '',
      err:
        "error: kind may not be 'paragaph' at bad.json:2:4 (did you mean 'paragraph'? it is one of heading, " +
        'paragraph, quotation, list, table, figure, contents, index, leaders, placed, rule, space, page-break, ' +
        'column-break)\n',
    })
    writeFileSync(
      join(cwd, 'lost.json'),
      '{ "blocks": [{ "kind": "paragraph", "text": "~href=\\"#x\\"[x]" }] }',
    )
    const { code, err } = run('render', 'lost.json', '-o', 'lost.pdf')
    expect([code, err]).toEqual([
      0,
      "warning: a link leads to '#x', and nothing in the document has that id\n",
    ])
    expect(
      readdirSync(cwd).filter(name => name.includes('lost.pdf') || name.includes('bad.pdf')),
    ).toEqual(['lost.pdf'])
    // What the system refuses is no bug, and leaves nothing either.
    expect(run('render', 'report.json', '-o', 'folder')).toMatchObject({ code: 2 })
    mkdirSync(join(cwd, 'folder.pdf'))
    expect(run('render', 'report.json', '-o', 'folder.pdf')).toEqual({
      code: 2,
      out: '',
      err: 'error: cannot write folder.pdf (it is a folder)\n',
    })
    expect(readdirSync(cwd).filter(name => name.startsWith('.folder'))).toEqual([])
  })

  it('refuses options of texts, and texts refuse options of documents', () => {
    const document = run('render', 'report.json', '-w', '100', '-o', 'wide.pdf')
    expect(document.err).toBe(
      'error: --width is of texts, and this is a document (a document states it in its file)\n',
    )
    const text = run('render', '-t', 'Tern', '--catalog', 'few.en.json')
    expect(text.err).toBe(
      'error: --catalog is of documents, and this is a text (a document is a FILE that ends in .json)\n',
    )
    expect([document.code, text.code]).toEqual([2, 2])
  })
})

describe('dotline demo', () => {
  it('writes screens, charts, a PDF and a web page and lists them', async () => {
    const { code, out, err } = run('demo', '-o', 'demo')
    expect({ code, err }).toEqual({ code: 0, err: '' })
    const pictures = ['board', 'board-dark', 'gallery', 'line-kinds', 'reader-curve']
    const charts = ['passengers', 'stops', 'tickets', 'tide'].flatMap(name => [
      name,
      `${name}-large`,
    ])
    const files = [
      ...pictures.flatMap(name => [`${name}.png`, `${name}.svg`]),
      ...charts.flatMap(name => [`${name}.pdf`, `${name}.png`, `${name}.svg`]),
      'gallery.pdf',
      'handbook.pdf',
      'notice-flow.pdf',
      'notice.html',
      'notice.pdf',
      'notice.png',
    ].sort()
    expect(readdirSync(join(cwd, 'demo')).sort()).toEqual(files)
    for (const file of files) expect(out).toContain(join('demo', file))
    const { title, pages } = await readPdf(readFileSync(join(cwd, 'demo/notice.pdf')))
    expect(title).toBe('Winter timetable from 2\u00a0November')
    expect(pages[0].map(r => r.text).join(' ')).toContain('Brackwater-under-Heugh')
    if (installed('qpdf')) {
      for (const file of ['gallery.pdf', 'notice.pdf']) {
        expect(spawnSync('qpdf', ['--check', join(cwd, 'demo', file)]).status, file).toBe(0)
      }
    }
    const web = readFileSync(join(cwd, 'demo/notice.html'), 'utf8')
    expect(web).toContain('<title>Winter timetable from 2\u00a0November</title>')
    expect(web).not.toMatch(/ style=|<script/)
  })
})

describe('dotline demo in other languages', () => {
  it('has Greek texts, and English ones for missing keys', () => {
    expect(run('demo', '-o', 'demo-el', '--language', 'el').code).toBe(0)
    expect(readFileSync(join(cwd, 'demo-el/board.svg'), 'utf8')).toContain('lang="el"')
    expect(run('demo', '--language', 'nl')).toMatchObject({
      code: 2,
      err: "error: the demo has no strings in 'nl' (available: en, de, el)\n",
    })
  })
})

describe('help', () => {
  it('exists for the command and for each subcommand', () => {
    expect(run().out).toBe(run('--help').out)
    expect(run('--help').out).toMatch(/render.*set markup.*demo.*write the screens/s)
    for (const command of ['render', 'measure', 'sheet', 'markup', 'fonts', 'specimen', 'demo']) {
      const { code, out } = run(command, '--help')
      expect(code).toBe(0)
      expect(out).toContain(`Usage: dotline ${command}`)
      for (const line of out.split('\n')) expect(line.length).toBeLessThanOrEqual(100)
    }
  })
})
