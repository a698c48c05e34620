// Each text twice: in a shadow tree, and in the light of a page whose styles reach far.
import { defineSheet, openFonts } from 'dot-line'
import { sans } from 'dot-line/fonts/sans'
import { provideText, type TextProvider } from 'dot-line/screen'

declare global {
  interface Window {
    /** The texts' boxes and letters, and their words, of both kinds. */
    measureTexts(attributes: Readonly<Record<string, string>>): Promise<readonly MeasuredText[]>
    provider?: TextProvider
    said: string[]
    lightReady?: true
  }
}

export interface MeasuredText {
  readonly width: number
  readonly height: number
  /** Left and top of each letter, from the text's own corner. */
  readonly letters: readonly (readonly number[])[]
  readonly ink: string
  readonly words: string
}

const sheet = defineSheet({
  inks: { deep: '#0b3d5c', flare: '#a5281a' },
  styles: {
    defaults: { ink: 'deep' },
    body: { size: 16, leading: 1.4 },
    strong: { weight: 700 },
    link: { ink: 'flare', underline: true },
    backed: { backing: { ink: '#cfe8f5', padding: 3 } },
    hover: { ink: '#000000' },
    steps: { from: 'body', marker: { text: '{number}.' } },
  },
})
const fonts = await openFonts({ builtIn: sans })
window.said = []
const provider = provideText(document, {
  sheet,
  fonts,
  onProblem: problem => window.said.push(problem.code),
})
window.provider = provider
const main = document.querySelector('main') ?? document.body

function measured(text: HTMLElement): MeasuredText {
  const { left, top, width, height } = text.getBoundingClientRect()
  const root = text.shadowRoot ?? text
  const letters: number[][] = []
  const range = document.createRange()
  const walker = document.createTreeWalker(root, NodeFilter.SHOW_TEXT)
  let ink = ''
  while (walker.nextNode()) {
    const node = walker.currentNode
    if (node.parentElement?.closest('svg,.dotline-rest')) continue
    for (let i = 0; i < (node.nodeValue ?? '').length; i++) {
      range.setStart(node, i)
      range.setEnd(node, i + 1)
      const box = range.getBoundingClientRect()
      if (box.width > 0) letters.push([box.left - left, box.top - top, box.width])
    }
    if (node.parentElement) ink += ` ${getComputedStyle(node.parentElement).color}`
  }
  return { width, height, letters, ink, words: text.innerText }
}

window.measureTexts = async attributes => {
  const texts = ['shadow', 'light'].map(tree => {
    const text = document.createElement('dot-line')
    text.setAttribute('text-style', 'body')
    for (const [name, value] of Object.entries(attributes)) text.setAttribute(name, value)
    text.setAttribute('tree', tree)
    return text
  })
  main.replaceChildren(...texts)
  await provider.settled()
  await new Promise(resolve => requestAnimationFrame(() => requestAnimationFrame(resolve)))
  return texts.map(measured)
}
window.lightReady = true
