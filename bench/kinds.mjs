// What each kind of label costs beside a plain one, in CPU time, of 20,000 different texts of ten known words:
// one string set again and again is learned by heart, and flatters. `npm run bench`, after a build.
import { defineSheet, openFonts, openHyphenation, typesetterFor } from './build/inside.js'
import { figure } from './support.mjs'

const words =
  'Boats to Ardle Point are late by half an hour today because of difficult weather off Gannet Stair; passengers ' +
  'waiting at the quay may take the 14:30 ferry instead, which calls at Fell Harbour (north) and sea-side stops. ' +
  'Office hours: telephone Type Wave official waffle don’t e-mail information responsibility organisation afternoon'
const known = words.split(' ')
const count = 20_000
let seed = 7
const random = () => {
  seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0
  return seed / 2 ** 32
}
const texts = Array.from({ length: count }, () =>
  Array.from({ length: 10 }, () => known[Math.floor(random() * known.length)]),
)
const plain = texts.map(text => text.join(' '))
const changed = (sign, at) =>
  texts.map(text => [...text.slice(0, at), sign, ...text.slice(at)].join(' '))
const spans = texts.map(text =>
  [...text.slice(0, 4), `~strong[${text[4]}]`, ...text.slice(5)].join(' '),
)
const tabs = texts.map(text => `${text.slice(0, 5).join(' ')}\t${text.slice(5).join(' ')}`)
const paragraphs = changed('\n', 5)

const sheet = defineSheet({
  styles: {
    body: { size: 16 },
    strong: { weight: 700 },
    best: { breaking: 'best' },
    even: { breaking: 'even' },
    block: { align: 'justify' },
    hyphenated: { hyphenation: true, language: 'en' },
    hyphenatedBest: { hyphenation: true, language: 'en', breaking: 'best' },
    item: { marker: { text: '•' } },
  },
})
const fonts = await openFonts()
const hyphenation = await openHyphenation('en')
const { set } = typesetterFor({ sheet, fonts, hyphenation })
const valuesOf = i => ({ port: texts[i][0], cause: texts[i][1] })
const withSpan = 'Boats to ~strong[{port}] are late today because of difficult weather off {cause}'
const withLink = withSpan.replace('strong', 'href="https://quay.example"')
const withValue = 'Boats to {port} are late today because of difficult weather off {cause}'
const width = 200
const kinds = {
  'three lines': [2.1, i => set(plain[i], { style: 'body', width })],
  values: [2.1, i => set(withValue, { style: 'body', values: valuesOf(i) })],
  'a span with a value': [2.1, i => set(withSpan, { style: 'body', values: valuesOf(i) })],
  'a link with a value': [2.1, i => set(withLink, { style: 'body', values: valuesOf(i) })],
  'markup that is new each time': [4.2, i => set(spans[i], { style: 'body' })],
  'a tab': [2.1, i => set(tabs[i], { style: 'body' })],
  'a marker': [2.1, i => set(plain[i], { style: 'item' })],
  best: [2.1, i => set(plain[i], { style: 'best', width })],
  even: [2.1, i => set(plain[i], { style: 'even', width })],
  justified: [2.1, i => set(plain[i], { style: 'block', width })],
  hyphenated: [2.1, i => set(plain[i], { style: 'hyphenated', width })],
  'hyphenated, best': [2.1, i => set(plain[i], { style: 'hyphenatedBest', width })],
  'cut at two lines': [2.1, i => set(plain[i], { style: 'body', width, maxLines: 2 })],
  'cut, with a span': [
    2.1,
    i => set(withSpan, { style: 'body', width, maxLines: 2, values: valuesOf(i) }),
  ],
  'two paragraphs': [4.2, i => set(paragraphs[i], { style: 'body', width })],
  fitted: [4.2, i => set(plain[i], { style: 'body', width, height: 60, fit: { min: 8, max: 40 } })],
  'an empty list of changes': [2.1, i => set(plain[i], { style: 'body', overrides: {} })],
}

// Bounds are 1.5 times, or thrice, a plain label as it was before all kinds were laid out by numbers: measured side by
// side, that took 1.4 times as long as it does now.
const plainly = i => set(plain[i], { style: 'body' })
const cpu = run => {
  const before = process.cpuUsage()
  for (let i = 0; i < count; i++) run(i)
  const { user, system } = process.cpuUsage(before)
  return (user + system) / count
}
const all = [plainly, ...Object.values(kinds).map(([, run]) => run)]
for (const run of all) for (let i = 0; i < 2000; i++) run(i)
const least = all.map(() => Infinity)
for (let round = 0; round < 5; round++) {
  all.forEach((run, i) => {
    least[i] = Math.min(least[i], cpu(run))
  })
}
const [one, ...others] = least
Object.entries(kinds).forEach(([name, [most]], i) => {
  const amounts = `${others[i].toFixed(2)} µs / ${one.toFixed(2)} µs`
  figure(`${name} / a plain label of ten known words`, amounts, others[i] / one, most)
})
