// Breaks paragraphs into lines, and lets the browser do it by standard CSS with the same fonts.

import { defineSheet, openFonts, typesetterFor } from 'dot-line'
import { allFaces } from 'dot-line/fonts/all'
import { moreFonts, paragraphs } from './paragraphs.ts'

export interface Broken {
  readonly language: string
  readonly width: number
  readonly text: string
  /** Offsets at which lines start. */
  readonly ours: readonly number[]
  readonly browser: readonly number[]
}

declare global {
  interface Window {
    broken?: readonly Broken[]
    failure?: string
  }
}

const size = 16
const widths = Array.from({ length: 40 }, (_, i) => 70 + i * 11.37)

/** Where the browser starts its lines: where the top of a character lies below those before it. */
function browserStarts(node: Text): number[] {
  const starts: number[] = []
  const range = document.createRange()
  let line = -Infinity
  for (let offset = 0; offset < node.length; offset++) {
    range.setStart(node, offset)
    range.setEnd(node, offset + 1)
    // Marks have no box of their own, and spaces that hang may have none.
    const rects = [...range.getClientRects()].filter(rect => rect.width > 0 || rect.height > 0)
    const top = rects.at(-1)?.bottom
    if (top === undefined || top <= line + size / 2) continue
    line = top
    starts.push(offset)
  }
  return starts
}

async function compared(): Promise<Broken[]> {
  const fonts = await openFonts({ builtIn: allFaces, files: moreFonts })
  const broken: Broken[] = []
  for (const { language, family, url, text } of paragraphs) {
    const name = `Test ${language}`
    document.fonts.add(await new FontFace(name, `url(${url})`).load())
    const sheet = defineSheet({
      styles: {
        defaults: {
          family,
          size,
          language,
          leading: 2,
          direction: 'auto',
          lineBreak: 'keep-slash',
        },
      },
    })
    const typesetter = typesetterFor({ sheet, fonts })
    const box = document.createElement('div')
    box.lang = language
    box.dir = 'auto'
    box.style.cssText =
      `font: ${size}px/2 "${name}"; white-space: pre-wrap; overflow-wrap: anywhere; ` +
      'line-break: normal; font-kerning: normal; text-rendering: geometricPrecision; margin: 0'
    const node = document.createTextNode(text)
    box.append(node)
    document.body.replaceChildren(box)
    for (const width of widths) {
      box.style.width = `${width}px`
      const ours = typesetter.set(text, { width }).lines.map(line => line.start)
      broken.push({ language, width, text, ours, browser: browserStarts(node) })
    }
  }
  return broken
}

window.broken = await compared().catch((error: unknown) => {
  window.failure = String(error)
  return []
})
