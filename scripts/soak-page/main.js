// Five thousand live texts whose values, styles and widths change, and with them sheet, reader and size of the page.
import { defineSheet, openFonts } from 'dot-line'
import { allFaces } from 'dot-line/fonts/all'
import { provideText } from 'dot-line/screen'

const sheets = [14, 15].map(size =>
  defineSheet({ styles: { body: { size }, small: { size: size - 3 }, strong: { weight: 700 } } }),
)
const provider = provideText(document, {
  sheet: sheets[0],
  fonts: await openFonts({ builtIn: allFaces }),
})
const main = document.querySelector('main')
const texts = Array.from({ length: 5000 }, (_, i) => {
  const text = document.createElement('dot-line')
  text.setAttribute('text-style', 'body')
  text.setAttribute('markup', `Boat ${i} to ~strong[{port}] is {minutes} minutes late`)
  text.values = { port: 'Ardle Point', minutes: i % 60 }
  // Some are painted.
  if (i % 10 === 0) text.setAttribute('paint', i % 20 === 0 ? 'canvas' : 'svg')
  return text
})
main.append(...texts)
window.soakProblems = 0

const frame = () => new Promise(done => requestAnimationFrame(done))
let at = 0
window.change = async count => {
  for (let i = 0; i < count; i++, at++) {
    const text = texts[(at * 37) % texts.length]
    text.values = { port: at % 2 === 0 ? 'Low Emmerly' : 'Saint Orrin’s Landing', minutes: at }
    if (at % 5 === 0) text.setAttribute('text-style', at % 2 === 0 ? 'small' : 'body')
    if (at % 11 === 0) {
      text.remove()
      main.append(text)
    }
    if (at % 400 === 0) provider.update({ sheet: sheets[(at / 400) % 2] })
    if (at % 700 === 0) main.style.width = `${300 + (at % 500)}px`
    await frame()
    if (text.problems.length > 0) window.soakProblems++
  }
}
await frame()
window.soakReady = true
