// Puts scenes onto a page as real text, and beside each its SVG.
import type { Face } from 'dot-line'
import { toHtml } from 'dot-line/html'
import { toSvg } from 'dot-line/svg'
import { openScenes, sceneDrawing, sceneLayout, sceneNames, scenePlace } from './scenes.ts'

/** Where a scene stands on the page as text, and where its picture. */
export interface ShownScene {
  readonly name: string
  readonly text: DOMRect
  readonly picture: DOMRect
}

declare global {
  interface Window {
    shown?: readonly ShownScene[]
    failure?: string
  }
}

function addRules(css: string) {
  const sheet = new CSSStyleSheet()
  sheet.replaceSync(css)
  document.adoptedStyleSheets.push(sheet)
}

const fontUrls = new Map<string, string>()

/** Fonts are fetched, each once: some have 5 MB, and would be in the stylesheet of every scene. */
function fontUrl({ id, bytes }: Face): string {
  const url = fontUrls.get(id) ?? URL.createObjectURL(new Blob([new Uint8Array(bytes)]))
  fontUrls.set(id, url)
  return url
}

async function shown(): Promise<ShownScene[]> {
  const fonts = await openScenes()
  addRules(
    'body{margin:0;display:grid;grid-template-columns:600px 600px} figure{margin:0;display:flow-root;overflow:clip;background:#fff} ' +
      `figure>div{margin:${scenePlace.y}px ${scenePlace.x}px !important} img{display:block}`,
  )
  const names = sceneNames.filter(name => !name.endsWith('turned'))
  for (const [i, name] of names.entries()) {
    const drawing = sceneDrawing(name, fonts)
    const { width, height } = drawing.box
    const { html, css } = toHtml(sceneLayout(name, fonts), { prefix: `t${i}-`, fontUrl })
    addRules(`${css} .f${i}{width:${width}px;height:${height}px}`)
    const text = document.createElement('figure')
    text.className = `f${i}`
    text.innerHTML = html
    const picture = document.createElement('figure')
    picture.className = `f${i}`
    const image = new Image()
    image.src = `data:image/svg+xml,${encodeURIComponent(toSvg(drawing))}`
    picture.append(image)
    document.body.append(text, picture)
    await image.decode()
  }
  await Promise.all([...document.fonts].map(face => face.load()))
  await document.fonts.ready
  return names.map((name, i) => {
    const [text, picture] = document.querySelectorAll(`.f${i}`)
    return {
      name,
      text: text.getBoundingClientRect(),
      picture: picture.getBoundingClientRect(),
    }
  })
}

window.shown = await shown().catch((error: unknown) => {
  window.failure = error instanceof Error ? (error.stack ?? error.message) : String(error)
  return []
})
