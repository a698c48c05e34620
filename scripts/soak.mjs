// Runs the library for long, and looks whether its memory stays flat: `npm run soak`, or with the names of
// parts and a share of the whole: `npm run soak -- texts documents 0.1`.
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { readDocument, setDocument } from '../dist/document/index.js'
import {
  defineSheet,
  draw,
  openFonts,
  place,
  readCatalog,
  typesetterFor,
} from '../dist/index.node.js'
import { toHtml } from '../dist/targets/html/index.js'
import { toPathData, toPolygons } from '../dist/targets/outline/index.js'
import { toPdf } from '../dist/targets/pdf/index.js'
import { toPng } from '../dist/targets/png/index.js'
import { toSvg } from '../dist/targets/svg/index.js'

if (!globalThis.gc) {
  process.stderr.write('error: node --expose-gc scripts/soak.mjs\n')
  process.exit(2)
}
const asked = process.argv.slice(2)
const share = Number(asked.find(word => Number(word) > 0) ?? 1)
const data = name =>
  readFileSync(fileURLToPath(new URL(`../examples/lantern-sound/${name}`, import.meta.url)), 'utf8')

let state = 7
const next = below => {
  state = (Math.imul(state, 1664525) + 1013904223) >>> 0
  return Math.floor((state / 2 ** 32) * below)
}
const pick = list => list[next(list.length)]

/** Megabytes in use, when all that is not is given back; what is noticed to be gone, in the next turn. */
const inUse = async () => {
  globalThis.gc()
  await new Promise(done => setTimeout(done))
  globalThis.gc()
  const { heapUsed, external, arrayBuffers } = process.memoryUsage()
  return (heapUsed + external + arrayBuffers) / 2 ** 20
}

/** Runs so many rounds in ten parts; fails where the memory of the last is far above that of the third. */
async function soak(name, rounds, round) {
  const count = Math.max(10, Math.round(rounds * share))
  const marks = []
  const start = performance.now()
  for (let part = 0; part < 10; part++) {
    for (let i = 0; i < count / 10; i++) await round(part * (count / 10) + i)
    marks.push(await inUse())
  }
  tell(`${name}: ${count} rounds`, start, marks)
}

/** Prints how much was in use at the end of each part. */
function tell(what, start, marks) {
  const seconds = Math.round((performance.now() - start) / 1000)
  const isFlat = marks[9] <= marks[2] * 1.1 + 8
  if (!isFlat) process.exitCode = 1
  const figures = marks.map(mark => mark.toFixed(0)).join(' ')
  process.stdout.write(
    `${what}, ${seconds} s, MB in use: ${figures}  ${isFlat ? 'flat' : 'GROWS'}\n`,
  )
}

const pieces = [
  ...[
    'Boats ',
    'late ',
    'Saint Orrin’s Landing ',
    '12 ',
    'שלום ',
    'مرحبا ',
    '出発 ',
    '\n',
    '\t',
    '\u00ad',
    '\u200d',
  ],
  ...[
    '~strong[bold] ',
    '~big,red[x] ',
    '~size=0.5x[y',
    '] ',
    '{port} ',
    '{',
    '~',
    '👩‍🚀 ',
    '\ud800',
    'e\u0301 ',
    '[1] ',
  ],
]
const texts = async () => {
  const fonts = await openFonts()
  const values = { port: 'Ardle Point' }
  const styles = () => ({
    defaults: { size: 6 + next(40), family: pick(['sans', 'serif', 'mono']) },
    strong: { weight: 700 },
    big: { size: '1.5x', underline: next(2) === 0 },
    red: { ink: '#c8331f', tracking: next(5) / 50 },
    body: {
      align: pick(['start', 'center', 'end', 'justify']),
      breaking: pick(['fast', 'even', 'best']),
      leading: 1 + next(10) / 10,
    },
  })
  let typesetter
  await soak('texts', 300_000, async i => {
    if (i % 500 === 0) {
      typesetter = typesetterFor({
        sheet: defineSheet({ styles: styles() }),
        fonts,
        problems: 'collect',
        reader: { scale: 0.5 + next(30) / 10 },
      })
    }
    const text = Array.from({ length: 1 + next(14) }, () => pick(pieces)).join('')
    const layout = typesetter.set(text, {
      style: 'body',
      width: 20 + next(400),
      values,
      ...(next(3) === 0 && { maxLines: 1 + next(3) }),
    })
    const shown = draw({ width: 420, height: 420 }, [
      place(layout, 10, 10, { angle: next(4) * 30 }),
    ])
    toSvg(shown)
    toHtml(layout)
    // Those that take long have their turns.
    if (i % 20 === 0) toPdf(shown)
    if (i % 20 === 7) toPathData(shown)
    if (i % 100 === 13) toPng(shown)
    if (i % 100 === 29) await toPolygons(shown)
  })
  fonts.close()
}

const documents = async () => {
  const fonts = await openFonts()
  const sheet = defineSheet({
    styles: {
      defaults: { family: 'serif', size: 11, leading: 1.4 },
      strong: { weight: 700 },
      boat: {},
      alert: {},
      link: {},
    },
  })
  const catalog = readCatalog(data('strings.en.json'), { language: 'en' })
  const { document } = readDocument(data('notice.json'))
  await soak('documents', 10_000, () => {
    const set = setDocument(document, { sheet, fonts, catalog, artwork: new Map() })
    toPdf([...set.pages()], { ...set.metadata, title: 'Notice' })
  }).catch(error => {
    process.exitCode = 1
    process.stdout.write(`documents: ${error.message}\n`)
  })
  fonts.close()
}

const fonts = async () => {
  const folder = fileURLToPath(new URL('../assets/fonts/', import.meta.url))
  const files = [
    'SourceSerif4-Regular.ttf',
    'SourceSans3-Bold.ttf',
    'SourceCodePro-Regular.ttf',
  ].map(name => folder + name)
  const sheet = defineSheet({ styles: { body: { size: 14, family: ['Source Serif 4', 'sans'] } } })
  await soak('fonts', 5000, async i => {
    const fonts = await openFonts({ builtIn: ['sans'] })
    await fonts.add(files[i % files.length])
    typesetterFor({ sheet, fonts, problems: 'collect' }).set(`Boats ${i}`, {
      style: 'body',
      width: 60,
    }).lines
    fonts.close()
    // Faces that went are noticed between two turns.
    if (i % 50 === 0) await new Promise(done => setTimeout(done))
  })
}

/** A page of 5,000 live texts, as many changes as an hour brings at one a second, one after the other. */
const page = async () => {
  const { openBenchPage } = await import('../bench/served-page.mjs')
  const { page: shown, close } = await openBenchPage('../scripts/soak-page/', 'window.soakReady', {
    viewport: { width: 1000, height: 800 },
  })
  const session = await shown.context().newCDPSession(shown)
  const heap = async () => {
    await session.send('HeapProfiler.collectGarbage')
    const { usedSize } = await session.send('Runtime.getHeapUsage')
    return usedSize / 2 ** 20
  }
  const marks = []
  const count = Math.max(10, Math.round(3600 * share))
  const start = performance.now()
  for (let part = 0; part < 10; part++) {
    await shown.evaluate(`change(${Math.round(count / 10)})`)
    marks.push(await heap())
  }
  const wrong = await shown.evaluate('window.soakProblems')
  await close()
  if (wrong > 0) process.exitCode = 1
  tell(`page: 5,000 elements, ${count} changes, ${wrong} with problems`, start, marks)
}

const parts = { texts, documents, fonts, page }
const unknown = asked.find(word => !Object.hasOwn(parts, word) && !(Number(word) > 0))
if (unknown !== undefined) {
  const known = Object.keys(parts).join(', ')
  process.stderr.write(`error: '${unknown}' is no part and no share (parts: ${known})\n`)
  process.exit(2)
}
const names = Object.keys(parts).filter(name => asked.includes(name))
for (const name of names.length > 0 ? names : Object.keys(parts)) await parts[name]()
