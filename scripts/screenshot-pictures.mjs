import { execFileSync } from 'node:child_process'
import { copyFileSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { Resvg } from '@resvg/resvg-js'
import { chartTextsFor, restyleChart } from '../dist/chart/index.js'
import * as library from '../dist/index.node.js'
import { toSvg } from '../dist/targets/svg/index.js'
import { architecturePicture } from './architecture-picture.mjs'
import { constructPicture, constructs } from './markup-constructs.mjs'

const root = fileURLToPath(new URL('../', import.meta.url))

/** The PNGs that `dotline demo` writes. */
export function demoPictures(folder) {
  const made = mkdtempSync(join(tmpdir(), 'dot-line-'))
  execFileSync(process.execPath, ['dist/cli/main.js', 'demo', '-o', made], { cwd: root })
  for (const name of [
    'board.png',
    'passengers.png',
    'tide.png',
    'reader-curve.png',
    'line-kinds.png',
    'gallery.png',
  ]) {
    copyFileSync(join(made, name), join(folder, name))
  }
}

/** The built-in families, under their own names. */
export function specimenPicture(folder) {
  const fonts = readdirSync(join(root, 'assets/fonts'))
    .filter(name => name.endsWith('.ttf'))
    .flatMap(name => ['--font', join('assets/fonts', name)])
  const families = ['Source Sans 3', 'Source Serif 4', 'Source Code Pro'].flatMap(name => [
    '--family',
    name,
  ])
  const args = ['dist/cli/main.js', 'specimen', ...fonts, ...families]
  execFileSync(process.execPath, [...args, '-o', join(folder, 'specimen.png')], { cwd: root })
}

/** The pages of the notice beside each other: in English, and the first one in two other languages. */
export async function documentPictures(browser, folder) {
  const made = mkdtempSync(join(tmpdir(), 'dot-line-'))
  const sheet = join(made, 'paper.json')
  const { inks, styles } = JSON.parse(
    readFileSync(join(root, 'examples/lantern-sound/sheet.json'), 'utf8'),
  )
  const others = ['Noto Sans Arabic', 'Kosugi']
  const sans = { family: ['sans', ...others], weight: 'bold' }
  const paper = {
    inks,
    styles: {
      ...Object.fromEntries(['strong', 'boat', 'alert'].map(name => [name, styles[name]])),
      link: { ink: 'kelp', weight: 'bold' },
      defaults: { family: ['serif', ...others], size: 12, leading: 1.42, ink: 'deep' },
      'document-subtitle': { size: 13 },
      'document-heading-1': { ...sans, size: 26, leading: 1.15 },
      'document-heading-2': { ...sans, size: 15, leading: 1.2 },
      'document-running': { family: ['sans', ...others], size: 8 },
    },
  }
  writeFileSync(sheet, JSON.stringify(paper))
  const packages = join(root, 'node_modules/@expo-google-fonts')
  const fonts = ['noto-sans-arabic/400Regular', 'noto-sans-arabic/700Bold', 'kosugi'].flatMap(
    name => ['--font', join(packages, name)],
  )
  const page = await browser.newPage({ viewport: { width: 1280, height: 900 } })
  const pagesIn = language => {
    const catalog = `examples/lantern-sound/strings.${language}.json`
    const args = ['examples/lantern-sound/notice.json', '-s', sheet, '--catalog', catalog, ...fonts]
    const output = ['--pixel-ratio', '1.5', '-o', join(made, `${language}.png`)]
    execFileSync(process.execPath, ['dist/cli/main.js', 'render', ...args, ...output], {
      cwd: root,
    })
    return [1, 2].map(number => {
      const data = readFileSync(join(made, `${language}-${number}.png`)).toString('base64')
      return `<img height="880" src="data:image/png;base64,${data}">`
    })
  }
  const shoot = async (images, file) => {
    const style = 'margin:10px;display:flex;gap:10px;justify-content:center;background:#7c95a2'
    await page.setContent(`<body style="${style}">${images.join('')}</body>`)
    await page.screenshot({ path: join(folder, file) })
  }
  await shoot(pagesIn('en'), 'document.png')
  await shoot([pagesIn('ar')[0], pagesIn('ja')[0]], 'document-languages.png')
  await page.close()
}

/** What is found of the scenario's texts in German. */
export async function proofPicture(browser, path) {
  const made = mkdtempSync(join(tmpdir(), 'dot-line-'))
  const data = 'examples/lantern-sound/'
  const catalogs = ['en', 'de'].flatMap(language => [
    '--catalog',
    `${data}strings.${language}.json`,
  ])
  const file = join(made, 'proof.html')
  const args = [
    'proof',
    `${data}places.json`,
    '-s',
    `${data}sheet.json`,
    ...catalogs,
    '--scales',
    '1,2',
  ]
  execFileSync(process.execPath, ['dist/cli/main.js', ...args, '-o', file], { cwd: root })
  const page = await browser.newPage({ viewport: { width: 1280, height: 900 } })
  await page.goto(`file://${file}#code=any&language=de`)
  await page.screenshot({ path })
  await page.close()
}

/** A chart as a plotting package wrote it, and with its texts set anew, as a browser shows both. */
export async function restyledPicture(browser, path) {
  const { defineSheet, openFonts } = library
  const chart = readFileSync(join(root, 'test/fixtures/charts/names-in-groups.svg'), 'utf8')
  const sheet = defineSheet({
    inks: { deep: '#0b3d5c', kelp: '#2c6e49' },
    styles: {
      defaults: { family: 'serif', ink: 'deep', size: 14 },
      'chart-tick': { size: 10 },
      'chart-value': { weight: 'bold', size: 12, ink: 'kelp' },
      'chart-title': { size: 19, weight: 'bold' },
    },
  })
  const texts = chartTextsFor({ sheet, fonts: await openFonts(), problems: 'collect' })
  const { svg } = restyleChart(chart, { texts })
  const page = await browser.newPage({
    viewport: { width: 1164, height: 424 },
    deviceScaleFactor: 2,
  })
  await page.setContent(
    // Each in a shadow root, for a stylesheet of one must not reach the other; in a font of the package.
    `<style>@font-face{font-family:Shipped;src:url(data:font/ttf;base64,${readFileSync(join(root, 'assets/fonts/SourceSans3-Regular.ttf')).toString('base64')})}</style>
    <body style="margin:12px;display:flex;gap:20px">${[chart, svg]
      .map(one => one.replace(/<\?xml.*?\?>/, '').replaceAll('sans-serif', 'Shipped'))
      .map(one => `<div><template shadowrootmode="open">${one}</template></div>`)
      .join('')}</body>`,
  )
  await page.evaluate('document.fonts.ready')
  await page.screenshot({ path })
  await page.close()
}

/** What the README's own code writes, on white with a margin. */
export function readmePicture(folder, readme) {
  const codes = [...readme.matchAll(/```ts\n(.*?)```/gs)].map(found => found[1])
  const code = codes.find(one => one.includes("'notice.svg'")) ?? ''
  const written = join(mkdtempSync(join(tmpdir(), 'dot-line-')), 'notice.svg')
  const run = code
    .replace("'notice.svg'", JSON.stringify(written))
    .replace("'notice.pdf'", JSON.stringify(join(dirname(written), 'notice.pdf')))
  execFileSync(process.execPath, ['--input-type=module', '-e', run], { cwd: root })
  const [, x, y, width, height] = /viewBox="(\S+) (\S+) (\S+) (\S+)"/
    .exec(readFileSync(written, 'utf8'))
    .map(Number)
  const margin = 20
  const box = [x - margin, y - margin, width + 2 * margin, height + 2 * margin].join(' ')
  const svg = readFileSync(written, 'utf8')
    .replace(/viewBox="[^"]+"/, `viewBox="${box}"`)
    .replace(/ width="[^"]+"/, ` width="${width + 2 * margin}"`)
    .replace(/ height="[^"]+"/, ` height="${height + 2 * margin}"`)
  const picture = new Resvg(svg, { fitTo: { mode: 'zoom', value: 3 }, background: '#ffffff' })
  writeFileSync(join(folder, 'readme-notice.png'), picture.render().asPng())
}

/** The pictures of docs/markup.md. */
export async function constructPictures(folder) {
  const fonts = await library.openFonts()
  for (const construct of constructs) {
    const svg = constructPicture(library, toSvg, fonts, construct)
    writeFileSync(join(folder, `markup-${construct.name}.svg`), svg)
  }
}

/** The figure of the architecture, drawn with the library itself. */
export const drawArchitecture = () => architecturePicture(library, toSvg)
