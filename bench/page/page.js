// What layout costs beside the browser's own measuring, in the same page and the same run.
import { defineSheet, openFonts, typesetterFor } from 'dot-line'
import { paintCanvas } from 'dot-line/canvas'
import { sans as sansFaces } from 'dot-line/fonts/sans'
import sans from '../../assets/fonts/SourceSans3-Regular.ttf?url'
import { strings, time, unseen, words } from '../page-words.js'

const rounds = 9
const fonts = await openFonts({ builtIn: sansFaces })
const typesetter = typesetterFor({
  sheet: defineSheet({ styles: { strong: { weight: 700 } } }),
  fonts,
})
for (const word of words) typesetter.set(word)
await new FontFace('Bench', `url(${sans})`).load().then(face => document.fonts.add(face))
const context = document.createElement('canvas').getContext('2d')
context.font = '16px Bench'
document.body.style.cssText = 'font: 16px/1.4 Bench; margin: 0'

const setAll = (list, setting) => {
  for (const text of list) {
    const { width, height } = typesetter.set(text, setting)
    total += width + height
  }
}
const measureAll = list => {
  for (const text of list) context.measureText(text)
}

/** The sum is used, so that nothing is left out. */
let total = 0

let [labels, measured, layouts, elements] = [Infinity, Infinity, Infinity, Infinity]
let [marked, unmarked, firstSet, firstMeasured] = [Infinity, Infinity, Infinity, Infinity]
for (let round = 0; round < rounds; round++) {
  const fresh = strings(10_000, 3, round)
  labels = Math.min(
    labels,
    time(() => setAll(fresh)),
  )
  measureAll(fresh)
  measured = Math.min(
    measured,
    time(() => measureAll(fresh)),
  )
  const values = strings(10_000, 1, round + 50)
  const before = strings(10_000, 2, round + 90)
  marked = Math.min(
    marked,
    time(() => {
      before.forEach((text, i) => {
        const { width, height } = typesetter.set(`${text} ~strong[late] {value}`, {
          values: { value: values[i] },
        })
        total += width + height
      })
    }),
  )
  unmarked = Math.min(
    unmarked,
    time(() => {
      before.forEach((text, i) => {
        const { width, height } = typesetter.set(`${text} late ${values[i]}`)
        total += width + height
      })
    }),
  )
  const strange = unseen(2000)
  firstSet = Math.min(
    firstSet,
    time(() => setAll(strange)),
  )
  firstMeasured = Math.min(
    firstMeasured,
    time(() => measureAll(strange)),
  )
  const twoLines = strings(1000, 9, round)
  layouts = Math.min(
    layouts,
    time(() => setAll(twoLines, { width: 240 })),
  )
  const boxes = twoLines.map(() => document.createElement('div'))
  for (const box of boxes) box.style.width = '240px'
  document.body.replaceChildren(...boxes)
  elements = Math.min(
    elements,
    time(() => {
      boxes.forEach((box, i) => {
        box.textContent = twoLines[i]
      })
      let height = 0
      for (const box of boxes) height += box.offsetHeight
      if (height === 0) throw new Error('no boxes')
    }),
  )
}

// Drawing labels that are laid out, beside the browser's own text on the same canvas.
const canvas = document.createElement('canvas')
canvas.width = 1200
canvas.height = 800
const screen = canvas.getContext('2d')
screen.font = '16px Bench'
const names = strings(1000, 3, 1)
const placed = names.map((name, i) => ({
  name,
  layout: typesetter.set(name),
  x: (i % 8) * 140,
  y: (Math.floor(i / 8) % 36) * 22,
}))
/** Painting is done when its pixels can be read. */
const settled = run => {
  screen.clearRect(0, 0, canvas.width, canvas.height)
  return time(() => {
    run()
    screen.getImageData(0, 0, 1, 1)
  })
}
/** The least of several frames; `frame` is told which it is. */
const leastFrame = frame =>
  Math.min(...Array.from({ length: rounds }, (_, i) => settled(() => frame(i))))
const paintAll = down => {
  for (const { layout, x, y } of placed) paintCanvas(screen, layout, { x, y: y + down })
}
const fillAll = down => {
  for (const { name, x, y } of placed) screen.fillText(name, x, y + 16 + down)
}
const zoomed = (all, factor) => {
  screen.save()
  screen.scale(factor, factor)
  all(0)
  screen.restore()
}
const filledFirst = settled(() => fillAll(0))
const filled = leastFrame(() => fillAll(0))
const paintedFirst = settled(() => paintAll(0))
const paintedSecond = settled(() => paintAll(0))
await new Promise(resolve => setTimeout(resolve))
settled(() => paintAll(0))
const painted = leastFrame(() => paintAll(0))
const scrolled = leastFrame(frame => paintAll(frame + 1))
// Each frame has a scale of its own, which no frame before had.
const zoomedFilled = leastFrame(frame => zoomed(fillAll, 1 + (frame + 1) / 50))
const zoomedPainted = leastFrame(frame => zoomed(paintAll, 1 + (frame + 1) / 50))
const canvasFrames = {
  filledFirst,
  filled,
  paintedFirst,
  paintedSecond,
  painted,
  scrolled,
  zoomedFilled,
  zoomedPainted,
}
if (total === 0) throw new Error('nothing was set')
const atFirst = { firstSet, firstMeasured }
const withMarks = { marked, unmarked }
window.figures = { labels, measured, layouts, elements, ...canvasFrames, ...atFirst, ...withMarks }
