import * as pdfjs from 'pdfjs-dist/legacy/build/pdf.mjs'

/** What the module of the viewer looks for when it is loaded, where there is no page. */
const element = { style: {}, getContext: () => ({}) }
Object.assign(globalThis, {
  pdfjsLib: pdfjs,
  window: { requestAnimationFrame() {} },
  document: { documentElement: element, createElement: () => element },
})

interface Bus {
  on(name: string, listener: (event: { readonly state: number }) => void): void
  dispatch(name: string, event: object): void
}
interface Viewer {
  readonly EventBus: new () => Bus
  readonly PDFFindController: new (options: object) => { setDocument(pdf: object): void }
}
const found = 0
const isRunning = 3

/** Whether the search of a viewer finds a text in a PDF. */
export async function findInPdf(bytes: Uint8Array, query: string): Promise<boolean> {
  // Its types are of a page.
  const path: string = 'pdfjs-dist/legacy/web/pdf_viewer.mjs'
  const viewer: Viewer = await import(path)
  const data = new Uint8Array(bytes)
  const pdf = await pdfjs.getDocument({ data, verbosity: 0 }).promise
  const eventBus = new viewer.EventBus()
  const linkService = { page: 1, rotation: 0, pagesCount: pdf.numPages, eventBus }
  const finder = new viewer.PDFFindController({ linkService, eventBus })
  finder.setDocument(pdf)
  eventBus.dispatch('pagesinit', {})
  const state = new Promise<number>(resolve => {
    eventBus.on('updatefindcontrolstate', event => {
      if (event.state !== isRunning) resolve(event.state)
    })
  })
  const options = { caseSensitive: false, entireWord: false, matchDiacritics: false }
  eventBus.dispatch('find', { source: null, type: '', query, highlightAll: true, ...options })
  return (await state) === found
}
