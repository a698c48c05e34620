import { execFileSync, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import {
  cpSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { createServer } from 'node:http'
import { extname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { checkPackage, createPackageFromTarballData } from '@arethetypeswrong/core'
import { nodeResolve } from '@rollup/plugin-node-resolve'
import { build as esbuild } from 'esbuild'
import { publint } from 'publint'
import { rollup } from 'rollup'
import { build as viteBuild } from 'vite'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import webpack from 'webpack'
import { launchBrowser } from './support/browser.ts'
import { fontFiles } from './support/font-files.ts'
import { packedApp, userPackages } from './support/packed-app.ts'

const root = fileURLToPath(new URL('..', import.meta.url))
const { folder: app, installed, command, tarball } = packedApp()

const node = (...args: readonly string[]) =>
  spawnSync(process.execPath, args, { cwd: app, encoding: 'utf8' })
const dotline = (...args: readonly string[]) => node(command, ...args)

describe('the packed package, installed without development packages', () => {
  it('has few dependencies and is small', () => {
    expect(userPackages().length).toBeLessThanOrEqual(10)
    expect(userPackages().join()).not.toMatch(/resvg|harfbuzzjs|hyphen/)
    const size = execFileSync('du', ['-sk', '--apparent-size', join(app, 'node_modules')], {
      encoding: 'utf8',
    })
    // Two thousand of it are the docs and their pictures.
    expect(Number.parseInt(size, 10)).toBeLessThan(12_300)
  })

  it('has no install scripts', () => {
    const { scripts } = JSON.parse(readFileSync(join(installed, 'package.json'), 'utf8'))
    for (const name of ['preinstall', 'install', 'postinstall', 'prepare']) {
      expect(scripts).not.toHaveProperty(name)
    }
  })

  it('has all linked files and pictures of its pages', () => {
    const pages = readdirSync(installed, { recursive: true, encoding: 'utf8' }).filter(
      name => name.endsWith('.md') && !name.startsWith('dist'),
    )
    expect(pages.length).toBeGreaterThan(40)
    for (const page of pages) {
      const text = readFileSync(join(installed, page), 'utf8').replace(/```.*?```/gs, '')
      for (const [, link] of text.matchAll(/\]\(([^)#\s]+)[^)]*\)/g)) {
        if (/^\w+:/.test(link)) continue
        expect(existsSync(join(installed, page, '..', link)), `${page}: ${link}`).toBe(true)
      }
    }
  })

  it('has an executable command', () => {
    expect(
      execFileSync(join(root, 'dist/cli/main.js'), ['--version'], { encoding: 'utf8' }),
    ).toMatch(/^\d+\.\d+\.\d+\n$/)
  })

  it('carries the licenses of all it ships', () => {
    for (const file of ['LICENSE', 'THIRD-PARTY-NOTICES.md', 'CHANGELOG.md']) {
      expect(existsSync(join(installed, file)), file).toBe(true)
    }
    const licenses = readdirSync(join(installed, 'licenses'))
    for (const name of [
      'HarfBuzz',
      'Unicode',
      'culori',
      'htmlparser2',
      'entities',
      'jsonc-parser',
    ]) {
      expect(licenses).toContain(`${name}.txt`)
    }
    expect(
      readdirSync(join(installed, 'assets/fonts')).filter(f => f.endsWith('.txt')),
    ).toHaveLength(3)
  })

  it('starts for help and version without the library', () => {
    expect(dotline('--version').stdout.trim()).toMatch(/^\d+\.\d+\.\d+$/)
    expect(dotline('--help').stdout).toContain('Usage: dotline')
    // What is loaded before a command is called: the imports of its main file, and theirs.
    const loaded = new Set(['main.js'])
    for (const name of loaded) {
      const code = readFileSync(join(installed, 'dist/cli', name), 'utf8')
      for (const [, part] of code.matchAll(/(?:from|import) ?["']\.\/([^"']+)["'];/g))
        loaded.add(part)
    }
    const sizes = [...loaded].map(name => statSync(join(installed, 'dist/cli', name)).size)
    expect(sizes.reduce((sum, size) => sum + size)).toBeLessThan(20_000)
  })

  it.each([
    ['render', ['-t', 'Boats to ~strong[Ardle Point]', '-w', '220', '-o', 'a.svg']],
    ['render', ['-t', 'Tern', '-o', 'a.pdf']],
    ['render', ['-t', 'Tern', '-o', 'a.html']],
    ['measure', ['-t', 'Boats to Quillhaven', '-w', '120']],
    ['sheet', ['node_modules/dot-line/examples/lantern-sound/sheet.json', '--why', 'headline']],
    ['markup', ['-t', 'Boats are ~strong[late]']],
    ['fonts', []],
    ['specimen', ['--family', 'serif', '-o', 'fonts.html']],
  ])('runs dotline %s %j', (name, args) => {
    const { status, stderr } = dotline(name, ...args)
    expect([status, stderr.replace(/^warning: .*\n/gm, '')]).toEqual([0, ''])
  })

  it('names the optional packages for PNG and hyphenation, and the demo works without them', () => {
    const { status, stderr } = dotline('render', '-t', 'Tern', '-o', 'a.png')
    expect([status, stderr]).toEqual([
      2,
      'error: PNGs need the package @resvg/resvg-js, which is not installed (npm install @resvg/resvg-js)\n',
    ])
    const demo = dotline('demo', '-o', 'demo')
    expect([demo.status, demo.stderr.replace(/^warning: .*\n/gm, '')]).toEqual([0, ''])
    expect(demo.stderr).toMatch(/npm install @resvg\/resvg-js/)
    expect(demo.stderr).toMatch(/npm install hyphen/)
    const solid = dotline('render', '-t', 'Tern', '-o', 'a.stl')
    expect([solid.status, solid.stderr]).toEqual([
      2,
      expect.stringMatching(/^error: .*npm install manifold-3d/),
    ])
    expect(readdirSync(join(app, 'demo'))).toContain('board.svg')
    expect(readdirSync(join(app, 'demo'))).not.toContain('board.png')
  })
})

const program = `
  const sheet = defineSheet({ styles: {} })
  openFonts(OPTIONS).then(fonts => {
    const svg = toSvg(typesetterFor({ sheet, fonts }).set('Tern office'))
    DONE(svg.includes('<use') ? 'set' : 'nothing')
  }, error => DONE(error.code + ': ' + error.message))
`
const inNode = program.replace('OPTIONS', '{}').replaceAll('DONE', 'console.log')
const esm =
  "import { defineSheet, openFonts, typesetterFor } from 'dot-line'\nimport { toSvg } from 'dot-line/svg'\n"

describe('in Node', () => {
  it('runs as a module, by require, and in a worker', () => {
    writeFileSync(join(app, 'a.mjs'), esm + inNode)
    expect(node('a.mjs').stdout).toBe('set\n')
    const required =
      "const { defineSheet, openFonts, typesetterFor } = require('dot-line')\nconst { toSvg } = require('dot-line/svg')\n"
    writeFileSync(join(app, 'a.cjs'), required + inNode)
    expect(node('--no-warnings', 'a.cjs')).toMatchObject({ stdout: 'set\n', stderr: '' })
    writeFileSync(
      join(app, 'w.mjs'),
      "import { Worker } from 'node:worker_threads'\nnew Worker('./a.mjs')",
    )
    expect(node('w.mjs').stdout).toBe('set\n')
  })

  it('exports its package file, fonts and engine', () => {
    const code = `
      import { createRequire } from 'node:module'
      const require = createRequire(import.meta.url)
      console.log(require('dot-line/package.json').name, require.resolve('dot-line/assets/wasm/harfbuzz.wasm').length > 9)
      console.log(import.meta.resolve('dot-line/assets/fonts/SourceSans3-Regular.ttf').endsWith('.ttf'))`
    writeFileSync(join(app, 'e.mjs'), code)
    expect(node('e.mjs').stdout).toBe('dot-line true\ntrue\n')
  })

  it('runs from one file bundled by esbuild with a stated assets folder', async () => {
    const out = join(app, 'bundled.mjs')
    const bundled = async (code: string) => {
      writeFileSync(join(app, 'b.mjs'), esm + code)
      await esbuild({
        entryPoints: [join(app, 'b.mjs')],
        bundle: true,
        platform: 'node',
        format: 'esm',
        outfile: out,
        logLevel: 'error',
      })
      return node(out).stdout
    }
    expect(await bundled(inNode)).toMatch(/missing-asset: .*openFonts\(\{ assets \}\) says where/)
    const told = program
      .replace('OPTIONS', "{ assets: 'node_modules/dot-line/assets' }")
      .replaceAll('DONE', 'console.log')
    expect(await bundled(told)).toBe('set\n')
  })
})

describe('types', () => {
  const consumer = `
    import { type Layout, defineSheet, openFonts, typesetterFor } from 'dot-line'
    import { paintCanvas } from 'dot-line/canvas'
    import { chartTextsFor } from 'dot-line/chart'
    import { drawChart } from 'dot-line/chart-file'
    import { check } from 'dot-line/check'
    import { setDocument } from 'dot-line/document'
    import { toHtml } from 'dot-line/html'
    import { openHyphenation } from 'dot-line/hyphenation'
    import { messageFormat } from 'dot-line/messages'
    import { toStl } from 'dot-line/outline'
    import { toPdf } from 'dot-line/pdf'
    import { toPng } from 'dot-line/png'
    import { toSvg } from 'dot-line/svg'
    import { graphemes } from 'dot-line/unicode'
    import { readXliff } from 'dot-line/xliff'
    const sheet = defineSheet({ inks: { deep: '#000000' }, styles: { strong: { weight: 700 } } })
    export async function run(): Promise<readonly unknown[]> {
      const hyphenation = await openHyphenation('en')
      const typesetter = typesetterFor({ sheet, fonts: await openFonts(), hyphenation })
      const layout: Layout = typesetter.set('to ~strong[{port}]', { values: { port: 'Ardle' }, overrides: { ink: 'deep' } })
      // @ts-expect-error a style that the sheet does not have
      typesetter.set('to ~strung[Ardle]')
      return [toSvg(layout), toPdf(layout), toPng(layout), toHtml(layout), toStl(layout, { depth: 2 }), graphemes('a'), paintCanvas,
        chartTextsFor, drawChart, check, setDocument, messageFormat, readXliff]
    }`

  it.each([
    ['typescript-5.5', ['ES2022', 'DOM'], 'Bundler'],
    ['typescript', ['ES2022', 'DOM'], 'NodeNext'],
    ['typescript', ['ES2022'], 'Bundler'],
  ])('compile with %s, %j, %s, all of them checked', (compiler, lib, moduleResolution) => {
    const folder = join(app, `types-${compiler}-${lib.length}-${moduleResolution}`)
    mkdirSync(folder)
    const inPage = lib.includes('DOM') ? "import 'dot-line/screen'\n" : ''
    writeFileSync(join(folder, 'a.ts'), inPage + consumer)
    const compilerOptions = {
      ...{ target: 'ES2022', module: moduleResolution === 'Bundler' ? 'ESNext' : 'NodeNext' },
      ...{ moduleResolution, lib, types: [], strict: true, exactOptionalPropertyTypes: true },
      ...{ skipLibCheck: false, noEmit: true },
    }
    writeFileSync(
      join(folder, 'tsconfig.json'),
      JSON.stringify({ compilerOptions, files: ['a.ts'] }),
    )
    const { stdout } = spawnSync(
      process.execPath,
      [join(root, 'node_modules', compiler, 'bin/tsc'), '-p', folder],
      { encoding: 'utf8' },
    )
    expect(stdout).toBe('')
  })

  it('and exports are clean', async () => {
    const { messages } = await publint({ pkgDir: installed, strict: true })
    expect(messages).toEqual([])
    // One of each kind of export, by its conditions: those of a kind are made and resolved alike.
    const { exports: all } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'))
    const kinds = Object.entries<object | string>(all)
      .filter(([, target]) => typeof target === 'object')
      .map(([entry, target]) => [Object.keys(target).join(), entry] as const)
    const entrypoints = [...new Map(kinds.toReversed()).values()]
    expect(entrypoints).toContain('.')
    const checked = await checkPackage(createPackageFromTarballData(tarball), { entrypoints })
    expect(checked.types).toBeTruthy()
    // It is of modules only: what could not load those before Node 20.19 is not meant.
    const problems = (checked.types ? checked.problems : []).filter(
      p => !('resolutionKind' in p && ['node10', 'node16-cjs'].includes(p.resolutionKind)),
    )
    expect(problems).toEqual([])
  })
})

const types: Record<string, string> = {
  '.html': 'text/html',
  '.js': 'text/javascript',
  '.wasm': 'application/wasm',
}

describe('in a browser, under a strict policy', () => {
  const pages = join(app, 'pages')
  let base = ''
  let browser: Awaited<ReturnType<typeof launchBrowser>>
  const importMap = JSON.stringify({
    imports: {
      'dot-line': '/published/dist/index.js',
      'dot-line/svg': '/published/dist/targets/svg/index.js',
      'dot-line/fonts/': '/published/dist/faces/',
      fflate: '/fflate.js',
    },
  })
  const mapHash = createHash('sha256').update(importMap).digest('base64')
  const strict = `default-src 'none'; script-src 'self' 'wasm-unsafe-eval' 'sha256-${mapHash}'; connect-src 'self'`
  const server = createServer((request, response) => {
    const { pathname, searchParams } = new URL(request.url ?? '/', 'http://localhost')
    const file = join(pages, pathname)
    if (!existsSync(file)) return void response.writeHead(404).end()
    const policy = searchParams.has('no-wasm') ? strict.replace(" 'wasm-unsafe-eval'", '') : strict
    response.writeHead(200, {
      'content-type': types[extname(file)] ?? 'application/octet-stream',
      'content-security-policy': policy,
    })
    response.end(readFileSync(file))
  })
  beforeAll(async () => {
    const source = (options: string, faces = '') =>
      faces +
      esm +
      'const done = text => { document.title = text }\n' +
      program
        .replace('OPTIONS', `{ builtIn: ${options}, files: ['/font.woff2'] }`)
        .replaceAll('DONE', 'done')
    // Each of the two ways that names may be written: a page without a bundler needs the longer.
    const faces = (end = '') =>
      [400, 700]
        .map(weight => `import { sans${weight} } from 'dot-line/fonts/sans-${weight}${end}'\n`)
        .join('')
    mkdirSync(pages, { recursive: true })
    writeFileSync(join(app, 'page.js'), source('[sans400, sans700]', faces()))
    writeFileSync(join(app, 'page-told.js'), source("['sans'], assets: '/assets'"))
    writeFileSync(
      join(app, 'page-small.js'),
      "import { escapeMarkup } from 'dot-line'\nescapeMarkup('a')\n",
    )
    writeFileSync(
      join(app, 'index.html'),
      '<!doctype html><script type="module" src="./page.js"></script>',
    )
    writeFileSync(
      join(app, 'told.html'),
      '<!doctype html><script type="module" src="./page-told.js"></script>',
    )
    cpSync(fontFiles.variable, join(pages, 'font.woff2'))
    cpSync(join(installed, 'assets'), join(pages, 'assets'), { recursive: true })
    await viteBuild({
      root: app,
      base: '/sub/path/',
      logLevel: 'error',
      build: {
        outDir: join(pages, 'sub/path'),
        emptyOutDir: true,
        rollupOptions: { input: [join(app, 'index.html'), join(app, 'told.html')] },
      },
    })
    await new Promise<void>((done, failed) => {
      webpack(
        {
          mode: 'production',
          context: app,
          entry: './page.js',
          output: { path: join(pages, 'webpack'), publicPath: '/webpack/' },
          performance: { hints: false },
          // Whether it finds its parts is asked, not how small they are.
          optimization: { minimize: false },
        },
        (error, stats) =>
          error || stats?.hasErrors() ? failed(error ?? new Error(stats?.toString())) : done(),
      )
    })
    const rolled = await rollup({
      input: join(app, 'page-told.js'),
      plugins: [nodeResolve({ browser: true, preferBuiltins: false })],
      onLog(level, log) {
        if (level === 'warn') throw new Error(log.message)
      },
    })
    await rolled.write({ dir: join(pages, 'rollup'), format: 'esm' })
    // As the package is published, without a bundler.
    cpSync(join(installed, 'dist'), join(pages, 'published/dist'), { recursive: true })
    cpSync(join(installed, 'assets'), join(pages, 'published/assets'), { recursive: true })
    cpSync(join(app, 'node_modules/fflate/esm/browser.js'), join(pages, 'fflate.js'))
    writeFileSync(join(pages, 'mapped.js'), source('[sans400, sans700]', faces('.js')))
    writeFileSync(join(pages, 'mapped-unnamed.js'), source("['sans']"))
    await esbuild({
      entryPoints: [join(app, 'page-told.js')],
      bundle: true,
      format: 'esm',
      splitting: true,
      outdir: join(pages, 'esbuild'),
      logLevel: 'error',
    })
    for (const [name, script] of [
      ['webpack', '/webpack/main.js'],
      ['esbuild', '/esbuild/page-told.js'],
      ['rollup', '/rollup/page-told.js'],
      ['mapped', '/mapped.js'],
      ['mapped-unnamed', '/mapped-unnamed.js'],
    ]) {
      writeFileSync(
        join(pages, `${name}.html`),
        `<!doctype html><script type="importmap">${importMap}</script><script type="module" src="${script}"></script>`,
      )
    }
    browser = await launchBrowser()
    await new Promise<void>(done => void server.listen(0, '127.0.0.1', done))
    const address = server.address()
    if (address === null || typeof address !== 'object')
      throw new Error('the server has no address')
    base = `http://127.0.0.1:${address.port}/`
  })
  afterAll(async () => {
    await browser.close()
    server.close()
  })

  async function titleOf(path: string): Promise<string> {
    const page = await browser.newPage()
    try {
      const errors: string[] = []
      page.on('pageerror', error => errors.push(error.message))
      page.on('console', message => {
        // What was asked for in vain is told by the program.
        const isOwn = !message.text().startsWith('Failed to load resource')
        if (message.type() === 'error' && isOwn) errors.push(message.text())
      })
      await page.goto(base + path)
      // Nothing may be evaluated in the page: its title is asked for until it has one.
      for (;;) {
        const title = await page.title()
        if (title !== '') return title
        if (errors.length > 0) return errors.join('; ')
        await page.waitForTimeout(20)
      }
    } finally {
      await page.close()
    }
  }

  it.each([
    ['Vite, from a path below the root', 'sub/path/index.html'],
    // The addresses that Vite writes have other names in them than the folder's files.
    ['Vite, which is told where the assets are', 'sub/path/told.html'],
    ['webpack', 'webpack.html'],
    ['esbuild, which is told where the assets are', 'esbuild.html'],
    ['Rollup, which is told where the assets are', 'rollup.html'],
    ['nothing, by an import map', 'mapped.html'],
    ['nothing, without naming files', 'mapped-unnamed.html'],
  ])('runs as bundled by %s, WOFF2 too', async (_, path) => {
    expect(await titleOf(path)).toBe('set')
  })

  it('copies the files of the faces that are imported, and no others', async () => {
    const copied = async (entry: string) => {
      const built = await viteBuild({
        root: app,
        logLevel: 'error',
        build: { write: false, rollupOptions: { input: join(app, entry) } },
      })
      const outputs = [built].flat().flatMap(one => ('output' in one ? one.output : []))
      return outputs
        .filter(({ type }) => type === 'asset')
        .map(({ fileName }) => fileName.replace(/^.*\/|-[\w-]{8}(?=\.)/g, ''))
        .sort()
    }
    const engine = 'harfbuzz.wasm'
    const faces = ['SourceSans3-Bold.ttf', 'SourceSans3-Regular.ttf']
    expect(await copied('page.js')).toEqual([...faces, engine])
    expect(await copied('page-small.js')).toEqual([engine])
    const webpacked = readdirSync(join(pages, 'webpack')).filter(name => /ttf|wasm/.test(name))
    expect(webpacked).toHaveLength(3)
  })

  it('says which line a bundler needs where no face is imported', async () => {
    writeFileSync(
      join(app, 'page-unnamed.js'),
      `import { openFonts } from 'dot-line'
openFonts({ builtIn: ['sans'] }).then(() => { document.title = 'set' }, error => { document.title = error.hint })`,
    )
    writeFileSync(
      join(app, 'unnamed.html'),
      '<!doctype html><script type="module" src="./page-unnamed.js"></script>',
    )
    await viteBuild({
      root: app,
      base: '/below/two/unnamed/',
      logLevel: 'error',
      build: {
        outDir: join(pages, 'below/two/unnamed'),
        rollupOptions: { input: join(app, 'unnamed.html') },
      },
    })
    expect(await titleOf('below/two/unnamed/unnamed.html')).toContain(
      "import { sans } from 'dot-line/fonts/sans'",
    )
  })

  it('reports a policy that forbids WebAssembly', async () => {
    expect(await titleOf('esbuild.html?no-wasm')).toMatch(
      /^unavailable-webassembly: .*wasm-unsafe-eval/,
    )
  })
})
