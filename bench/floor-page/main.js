// What the least programs take that do only what cannot be left out; driven by bench/floors.mjs.
import { openFonts } from 'dot-line'
import { sans as sansFaces } from 'dot-line/fonts/sans'
import sans from '../../assets/fonts/SourceSans3-Regular.ttf?url'
import { strings, time, unseen, words } from '../page-words.js'

const rounds = 9
const least = run => Math.min(...Array.from({ length: rounds }, (_, round) => run(round)))

const fonts = await openFonts({ builtIn: sansFaces })
const face = fonts.face('sans', { weight: 400, slant: 'normal' })
const segment = { script: 'Latn', language: 'en', direction: 'ltr', features: [] }
await new FontFace('Bench', `url(${sans})`).load().then(own => document.fonts.add(own))
const context = document.createElement('canvas').getContext('2d')
context.font = '16px Bench'
document.body.style.cssText = 'font: 16px/1.4 Bench; margin: 0'
let total = 0

// Words by their hash in flat tables, told from others by their characters; nothing is kerned.
const hashOf = (text, start, end) => {
  let hash = 0x811c9dc5 | 0
  for (let i = start; i < end; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193)
  return hash
}
const size = 1 << 16
const slots = new Int32Array(size).fill(-1)
const known = []
const advances = new Int32Array(size)
for (const word of new Set(words)) {
  let slot = hashOf(word, 0, word.length) & (size - 1)
  while (slots[slot] >= 0) slot = (slot + 1) & (size - 1)
  slots[slot] = known.push(word) - 1
  advances[known.length - 1] = 400 * word.length
}
const advanceOf = (text, start, end) => {
  for (let slot = hashOf(text, start, end) & (size - 1); ; slot = (slot + 1) & (size - 1)) {
    const word = known[slots[slot]]
    if (word.length !== end - start) continue
    let i = 0
    while (i < word.length && word.charCodeAt(i) === text.charCodeAt(start + i)) i++
    if (i === word.length) return advances[slots[slot]]
  }
}
/** What a layout has that is read by its owner and by nobody else. */
const lines = { enumerable: true, configurable: true, get: () => [] }
function leastLayout(text, room) {
  let [width, widest, count, start] = [0, 0, 1, 0]
  for (let at = 0; at <= text.length; at++) {
    if (at < text.length && text.charCodeAt(at) !== 32) continue
    const advance = advanceOf(text, start, at) * 0.016
    if (width + advance > room) {
      count++
      width = 0
    }
    width += advance + 4
    if (width > widest) widest = width
    start = at + 1
  }
  const layout = { text, width: widest, height: count * 20, textWidth: widest, frame: room }
  return Object.defineProperty(layout, 'lines', lines)
}
const setAll = (list, room) => {
  for (const text of list) {
    const { width, height } = leastLayout(text, room)
    total += width + height
  }
}
const measureAll = list => {
  for (const text of list) context.measureText(text)
}
const label = least(round => {
  const fresh = strings(10_000, 3, round)
  return time(() => setAll(fresh, Infinity))
})
const measured = least(round => {
  const fresh = strings(10_000, 3, round)
  measureAll(fresh)
  return time(() => measureAll(fresh))
})

const shapedFirst = least(() => {
  const strange = unseen(2000)
  return time(() => {
    for (const text of strange) total += face.shape(text, segment).advances[0]
  })
})
const measuredFirst = least(() => {
  const strange = unseen(2000)
  return time(() => measureAll(strange))
})

const twoLines = least(round => {
  const list = strings(1000, 9, round)
  return time(() => setAll(list, 240))
})
const elements = least(round => {
  const list = strings(1000, 9, round)
  const boxes = list.map(() => document.createElement('div'))
  for (const box of boxes) box.style.width = '240px'
  document.body.replaceChildren(...boxes)
  return time(() => {
    boxes.forEach((box, i) => {
      box.textContent = list[i]
    })
    for (const box of boxes) total += box.offsetHeight
  })
})
document.body.replaceChildren()

// Pictures of labels, whatever is in them.
const canvas = document.createElement('canvas')
canvas.width = 1200
canvas.height = 800
const screen = canvas.getContext('2d')
screen.font = '16px Bench'
const names = strings(1000, 3, 1)
const at = i => [(i % 8) * 140, (Math.floor(i / 8) % 36) * 22]
const settled = run => {
  screen.clearRect(0, 0, canvas.width, canvas.height)
  return time(() => {
    run()
    screen.getImageData(0, 0, 1, 1)
  })
}
const fillAll = () => {
  for (const [i, name] of names.entries()) screen.fillText(name, at(i)[0], at(i)[1] + 16)
}
const filledFirst = settled(fillAll)
const filled = least(() => settled(fillAll))
const zoomed = (run, frame) => {
  screen.save()
  screen.scale(1 + (frame + 1) / 50, 1 + (frame + 1) / 50)
  const took = settled(run)
  screen.restore()
  return took
}
const filledZoomed = least(frame => zoomed(fillAll, frame))
const own = new OffscreenCanvas(128, 24)
const ownContext = own.getContext('2d', { willReadFrequently: true })
const pixels = new ImageData(128, 24)
new Uint32Array(pixels.data.buffer).fill(0x80402010)
const putAndDraw = () =>
  names.forEach((_, i) => {
    ownContext.putImageData(pixels, 0, 0)
    screen.drawImage(own, ...at(i))
  })
const bitmaps = names.map(() => {
  ownContext.putImageData(pixels, 0, 0)
  return own.transferToImageBitmap()
})
const drawKept = () => {
  for (const [i, bitmap] of bitmaps.entries()) screen.drawImage(bitmap, ...at(i))
}
const put = least(() => settled(putAndDraw))
const putZoomed = least(frame => zoomed(putAndDraw, frame))
const kept = least(() => settled(drawKept))

// Elements with a block and two spans a line, whose words are replaced.
const texts = Array.from({ length: 500 }, (_, i) =>
  words.slice((i * 13) % 20_000, ((i * 13) % 20_000) + 12),
)
const main = document.createElement('main')
document.body.append(main)
const plainOnes = texts.map(list => {
  const element = document.createElement('p')
  element.style.margin = '0'
  element.textContent = list.join(' ')
  return element
})
const linedOnes = texts.map(() => {
  const element = document.createElement('div')
  const block = document.createElement('div')
  block.style.cssText = 'white-space: pre; height: 67px'
  for (let i = 0; i < 3; i++) {
    const line = document.createElement('span')
    line.style.display = 'block'
    line.append(document.createElement('span'))
    block.append(line)
  }
  element.append(block)
  return element
})
const frame = () => new Promise(resolve => requestAnimationFrame(() => setTimeout(resolve)))
Object.assign(window, {
  figures: {
    label,
    measured,
    shapedFirst,
    measuredFirst,
    twoLines,
    elements,
    put,
    filledFirst,
    kept,
    filled,
    putZoomed,
    filledZoomed,
  },
  async showPlain() {
    main.replaceChildren(...plainOnes)
    await frame()
  },
  async rewrapPlain(width) {
    main.style.width = `${width}px`
    for (const element of plainOnes) total += element.offsetHeight
    await frame()
    await frame()
  },
  async restylePlain(size) {
    for (const element of plainOnes) element.style.fontSize = `${size}px`
    for (const element of plainOnes) total += element.offsetHeight
    await frame()
  },
  async showLined() {
    main.replaceChildren(...linedOnes)
    await frame()
  },
  async rewrapLined(width) {
    main.style.width = `${width}px`
    const each = Math.ceil(width / 70)
    linedOnes.forEach((element, i) => {
      ;[...element.firstChild.children].forEach((line, n) => {
        line.firstChild.textContent = texts[i].slice(n * each, (n + 1) * each).join(' ')
      })
    })
    await frame()
    await frame()
  },
  async restyleLined(size) {
    for (const element of linedOnes) {
      for (const line of element.firstChild.children) line.firstChild.style.fontSize = `${size}px`
    }
    await frame()
    await frame()
  },
})
if (total === 0) throw new Error('nothing was done')
