// Items of two to three lines with a bold word and a link: text elements, and paragraphs of the same words.
import { defineCatalog, defineSheet, openFonts } from 'dot-line'
import { sans } from 'dot-line/fonts/sans'
import { provideText } from 'dot-line/screen'

const sheet = defineSheet({
  inks: { deep: '#0b3d5c' },
  styles: {
    body: { size: 16, leading: 1.4 },
    strong: { weight: 700 },
    link: { ink: 'deep', underline: true },
  },
})
const main = document.querySelector('main')
const pieces = {
  words: i => [
    'Boats to Ardle Point ',
    `${i}`,
    ' are ',
    'late',
    ` by ${i % 60} minutes, because a `,
    'gale',
    ' is coming in from the west.',
  ],
  // Browsers break URLs elsewhere than UAX #14 does: each line of these has to be made to end where it is to.
  urls: i => [
    'Timetable ',
    `${i}`,
    ' at ',
    'boats',
    ` https://boats.example/routes/${i}/ardle-point/stops?day=${i % 31}&from=quillhaven/quay `,
    'gale',
    ' from the west/north-west (force 8–9).',
  ],
}
const greek = i => [
  'Τα πλοία για Άρντλ Πόιντ ',
  `${i}`,
  ' έχουν ',
  'καθυστέρηση',
  ` ${i % 60} λεπτών, επειδή `,
  'θύελλα',
  ' έρχεται από τα δυτικά.',
]
const catalogs = {
  en: defineCatalog(
    {
      item: 'Boats to Ardle Point {n} are ~strong[late] by {m} minutes, because a ~link,href=/x[gale] is coming in from the west.',
    },
    { language: 'en' },
  ),
  el: defineCatalog(
    {
      item: 'Τα πλοία για Άρντλ Πόιντ {n} έχουν ~strong[καθυστέρηση] {m} λεπτών, επειδή ~link,href=/x[θύελλα] έρχεται από τα δυτικά.',
    },
    { language: 'el' },
  ),
}
const markupOf = ([a, n, b, bold, c, link, d]) =>
  `${a}${n}${b}~strong[${bold}]${c}~link,href=/x[${link}]${d}`
let kind = 'words'
let provider
const frames = () => new Promise(done => requestAnimationFrame(() => requestAnimationFrame(done)))

/** Waits until everything that is seen is as it is to be. */
window.settle = async () => {
  await provider?.settled()
  await frames()
}

window.prepare = async which => {
  kind = which
  const fonts = await openFonts({ builtIn: sans })
  provider = provideText(document, { sheet, fonts, catalog: catalogs.en, onProblem: () => {} })
}

window.createTheirs = count => {
  for (let i = 0; i < count; i++) {
    const [a, n, b, bold, c, link, d] = pieces[kind](i)
    const p = document.createElement('p')
    const strong = document.createElement('b')
    strong.append(bold)
    const target = document.createElement('a')
    target.href = '/x'
    target.append(link)
    p.append(a + n + b, strong, c, target, d)
    main.append(p)
  }
}
window.createOurs = (count, isOfCatalog) => {
  for (let i = 0; i < count; i++) {
    const text = document.createElement('dot-line')
    text.setAttribute('text-style', 'body')
    if (isOfCatalog) {
      text.setAttribute('message', 'item')
      text.values = { n: i, m: i % 60 }
    } else text.setAttribute('markup', markupOf(pieces[kind](i)))
    main.append(text)
  }
}
window.narrow = () => {
  document.body.style.width = '300px'
}
window.rewordTheirs = () => {
  for (const p of document.querySelectorAll('p')) p.firstChild.data = `Other ${p.firstChild.data}`
}
window.rewordOurs = () => {
  for (const text of document.querySelectorAll('dot-line')) text.markup = `Other ${text.markup}`
}
window.rescaleTheirs = () => {
  document.body.style.fontSize = '24px'
}
window.rescaleOurs = () => provider.update({ reader: { scale: 1.5 } })
window.translateTheirs = () => {
  document.querySelectorAll('p').forEach((p, i) => {
    const [a, n, b, bold, c, link, d] = greek(i)
    const [first, strong, middle, target, last] = p.childNodes
    first.data = a + n + b
    strong.firstChild.data = bold
    middle.data = c
    target.firstChild.data = link
    last.data = d
  })
}
window.translateOurs = () => {
  document.documentElement.lang = 'el'
  provider.update({ catalog: catalogs.el })
}
const streamed =
  'The boat to Ardle Point leaves the second quay at noon, and comes back with the evening tide'.split(
    ' ',
  )

/** A text that grows word by word, a frame each; gives the longest of their frames, in milliseconds. */
window.stream = async count => {
  const text = document.createElement('dot-line')
  text.setAttribute('text-style', 'body')
  text.streaming = true
  main.append(text)
  let [markup, longest] = ['', 0]
  for (let i = 0; i < count; i++) {
    const word = streamed[i % streamed.length]
    markup += i % 9 === 0 ? `~strong[${word}] ` : `${word} `
    text.markup = markup
    await new Promise(done => {
      // Asked for before the provider's own frame, which the text asks for.
      requestAnimationFrame(() => {
        const start = performance.now()
        setTimeout(() => {
          longest = Math.max(longest, performance.now() - start)
          done()
        })
      })
    })
  }
  return longest
}
/** Leaves what is out of sight to the page, as pages of many paragraphs do. */
window.leaveUnseen = () => {
  const style = document.createElement('style')
  style.textContent = 'main > p { content-visibility: auto; contain-intrinsic-size: auto 60px }'
  document.head.append(style)
}
/** Scrolls by almost a screen, a frame at a time. */
window.scrollOn = async screens => {
  for (let i = 0; i < screens; i++) {
    scrollBy(0, 700)
    await new Promise(resolve => requestAnimationFrame(() => setTimeout(resolve)))
  }
}

window.longestTask = 0
new PerformanceObserver(list => {
  for (const { duration } of list.getEntries()) {
    window.longestTask = Math.max(window.longestTask, duration)
  }
}).observe({ entryTypes: ['longtask'] })
window.benchReady = true
