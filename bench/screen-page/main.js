// Five hundred texts, as elements of the library and as ordinary ones; driven by bench/screen.mjs.
import { defineSheet, openFonts, typesetterFor } from 'dot-line'
import { paintCanvas } from 'dot-line/canvas'
import { sans as sansFaces } from 'dot-line/fonts/sans'
import { provideText } from 'dot-line/screen'
import sans from '../../assets/fonts/SourceSans3-Regular.ttf?url'
import { prose } from '../corpus.mjs'

const words = prose(200_000).split(/\s+/)
const textOf = i => words.slice((i * 13) % 20_000, ((i * 13) % 20_000) + 12).join(' ')
const main = document.querySelector('main')
const sheets = [16, 18].map(size => defineSheet({ styles: { body: { size, leading: 1.4 } } }))
const fonts = await openFonts({ builtIn: sansFaces })
await new FontFace('Bench', `url(${sans})`).load().then(face => document.fonts.add(face))
const provider = provideText(document, { sheet: sheets[0], fonts, modes: [] })
main.style.width = '300px'

const fill = (count, make) =>
  main.replaceChildren(...Array.from({ length: count }, (_, i) => make(i)))
const ours = i => {
  const element = document.createElement('dot-line')
  element.setAttribute('text-style', 'body')
  element.markup = textOf(i)
  return element
}
const theirs = i => {
  const element = document.createElement('p')
  element.style.cssText = 'font:16px/1.4 Bench;margin:0'
  element.textContent = textOf(i)
  return element
}
const frame = () => new Promise(resolve => requestAnimationFrame(() => setTimeout(resolve)))

Object.assign(window, {
  async showOurs(count = 500) {
    fill(count, ours)
    await provider.settled()
  },
  async showTheirs(count = 500) {
    fill(count, theirs)
    await frame()
  },
  /** Another width: what was wrapped is wrapped anew, and heights are known. */
  async rewrap(width) {
    main.style.width = `${width}px`
    let height = 0
    if (main.firstElementChild.localName === 'p') {
      for (const element of main.children) height += element.offsetHeight
    }
    await frame()
    await frame()
    return height
  },
  /** A width each frame, and all that is to be written after the last. */
  async resize(widths) {
    for (const width of widths) await window.rewrap(width)
    await provider.settled()
    await frame()
  },
  async restyle(which) {
    if (main.firstElementChild.localName === 'p') {
      let height = 0
      for (const element of main.children) element.style.fontSize = which ? '18px' : '16px'
      for (const element of main.children) height += element.offsetHeight
      await frame()
      return height
    }
    provider.update({ sheet: sheets[which] })
    await frame()
    await frame()
    return 0
  },
  /** Lines and heights alone, and painted on a canvas. */
  layOutOnly(width, which, paints) {
    const typesetter = typesetterFor({ sheet: sheets[which], fonts })
    const context = document.createElement('canvas').getContext('2d')
    // What is re-wrapped was wrapped before, as ordinary elements were.
    const prepared = Array.from({ length: 500 }, (_, i) => {
      const text = typesetter.shape(textOf(i), { style: 'body' })
      text.wrap(300)
      return text
    })
    let height = 0
    const start = performance.now()
    for (const text of prepared) {
      if (paints) paintCanvas(context, text.set({ width }), { x: 0, y: 0 })
      else {
        const lines = text.wrap(width)
        height += lines.height + lines.count
      }
    }
    return [performance.now() - start, height]
  },
  async scrollBy60() {
    for (let i = 0; i < 60; i++) {
      window.scrollTo(0, i * 40)
      await new Promise(resolve => requestAnimationFrame(resolve))
    }
  },
})
window.benchReady = true
