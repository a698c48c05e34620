// The same boxes twice: around plain elements, and around text elements of the same words and font.
import { defineSheet, faceOf, openFonts } from 'dot-line'
import { sans } from 'dot-line/fonts/sans'
import { provideText, type TextProvider } from 'dot-line/screen'

/** A box with others in it, or a text. */
export interface Box {
  readonly css: string
  readonly tag?: string
  readonly boxes?: readonly Box[]
  readonly text?: string
}

/** Boxes of texts at one width: those around plain elements, and those around ours. */
export interface Measured {
  readonly plain: readonly (readonly number[])[]
  readonly ours: readonly (readonly number[])[]
}

declare global {
  interface Window {
    measureBoxes(tree: Box, width: number, direction: string): Promise<Measured>
    provider?: TextProvider
    fieldProblems: string[]
    containersReady?: true
  }
}

const sheet = defineSheet({
  inks: { deep: '#0b3d5c', shade: '#5b6b73', flare: '#a5281a' },
  styles: {
    defaults: { ink: 'deep' },
    body: { size: 16, leading: 1.4 },
    field: { size: 18, weight: 700, leading: 1.5 },
    placeholder: { ink: 'shade' },
    focus: { ink: 'flare' },
  },
  modes: { dark: { inks: { deep: '#cfe8f5' } } },
})
const fonts = await openFonts({ builtIn: sans })
window.fieldProblems = []
const provider = provideText(document, {
  sheet,
  fonts,
  onProblem: problem => window.fieldProblems.push(problem.code),
})
window.provider = provider
const main = document.querySelector('main') ?? document.body

function built(box: Box, isOurs: boolean): HTMLElement {
  if (box.text !== undefined) {
    const text = document.createElement(isOurs ? 'dot-line' : 'div')
    text.style.cssText = box.css
    text.classList.add('text')
    if (isOurs) {
      text.setAttribute('text-style', 'body')
      text.setAttribute('markup', box.text)
    } else {
      text.classList.add('plain')
      text.textContent = box.text
    }
    return text
  }
  const element = document.createElement(box.tag ?? 'div')
  element.style.cssText = box.css
  if (element instanceof HTMLDetailsElement) element.open = true
  if (element instanceof HTMLDialogElement) element.open = true
  for (const inner of box.boxes ?? []) element.append(built(inner, isOurs))
  return element
}

const boxes = () =>
  [...main.querySelectorAll('.text')].map(text => {
    const { left, top, width, height } = text.getBoundingClientRect()
    return [left, top, width, height]
  })

window.measureBoxes = async (tree, width, direction) => {
  main.style.width = `${width}px`
  main.dir = direction
  main.replaceChildren(built(tree, false))
  const plain = boxes()
  main.replaceChildren(built(tree, true))
  await provider.settled()
  await new Promise(resolve => requestAnimationFrame(() => requestAnimationFrame(resolve)))
  return { plain, ours: boxes() }
}

const first = document.createElement('dot-line')
first.setAttribute('text-style', 'body')
first.setAttribute('markup', 'Tern')
main.append(first)
await provider.settled()
const [run] = (first as HTMLElement & { layout: import('dot-line').Layout }).layout.lines[0].runs
const plainFace = new FontFace('Plain Sans', new Uint8Array(faceOf(run).bytes))
document.fonts.add(await plainFace.load())
window.containersReady = true
