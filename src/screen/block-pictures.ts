import { asDrawing, type Layout } from '../core.ts'
import { canvasPart } from './canvas-part.ts'
import { writtenNodes } from './written-nodes.ts'

/** The items below and above the letters of a block. */
export interface BlockPictures {
  /** Elements with a picture; nothing where the text is empty. Those that stay are kept. */
  write(below: string, above: string): void
  /** The whole text on a canvas below its letters, or none. */
  paint(layout: Layout | undefined): void
}

/** Not by its class: each window has one of its own. */
const isElement = (node: Node): node is Element => node.nodeType === node.ELEMENT_NODE

export function blockPictures(block: HTMLElement): BlockPictures {
  const { ownerDocument: page } = block
  const shown = new Map<
    'below' | 'above',
    { readonly html: string; readonly picture: Element | null }
  >()
  let canvas: HTMLCanvasElement | undefined

  function put(place: 'below' | 'above', html: string) {
    const before = shown.get(place)
    if ((before?.html ?? '') === html) return
    before?.picture?.remove()
    const picture = writtenNodes(page, html).find(isElement) ?? null
    shown.set(place, { html, picture })
    if (picture) block[place === 'below' ? 'prepend' : 'append'](picture)
  }

  return {
    write(below, above) {
      put('below', below)
      put('above', above)
    },
    paint(layout) {
      if (!layout) {
        canvas?.remove()
        canvas = undefined
        return
      }
      const own = canvas ?? page.createElement('canvas')
      const ratio = page.defaultView?.devicePixelRatio ?? 1
      // As large as its ink, which may reach beyond its frame.
      const { x, y, width, height } = asDrawing(layout).box
      own.width = Math.ceil(width * ratio)
      own.height = Math.ceil(height * ratio)
      own.className = 'dotline-painted'
      own.setAttribute('aria-hidden', 'true')
      const place = { left: x, top: y, width: own.width / ratio, height: own.height / ratio }
      for (const [name, units] of Object.entries(place)) own.style.setProperty(name, `${units}px`)
      const context = own.getContext('2d')
      if (context)
        canvasPart.current()?.paintCanvas(context, layout, { x: -x, y: -y, pixelRatio: ratio })
      if (!canvas) block.prepend(own)
      canvas = own
    },
  }
}
