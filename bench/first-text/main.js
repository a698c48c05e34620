// From the start of the script to the first text on a canvas; then the same files fetched and nothing else.
import { defineSheet, engineUrl, openFonts, typesetterFor } from 'dot-line'
import { paintCanvas } from 'dot-line/canvas'
import { allFaces } from 'dot-line/fonts/all'

const start = performance.now()
const fonts = await openFonts({ builtIn: allFaces, loading: 'lazy' })
const typesetter = typesetterFor({ sheet: defineSheet({ styles: {} }), fonts })
const context = document.querySelector('canvas').getContext('2d')
paintCanvas(context, typesetter.set('Boats to Quillhaven', { width: 300 }), { x: 10, y: 10 })
context.getImageData(0, 0, 1, 1)
const shown = performance.now()
const files = performance.getEntriesByType('resource').filter(one => /\.(ttf|wasm)/.test(one.name))
await Promise.all(
  [engineUrl, allFaces[0].url].map(async url => {
    const response = await fetch(url, { cache: 'reload' })
    await response.arrayBuffer()
  }),
)
const fetched = performance.now()
window.firstText = { shown: shown - start, fetched: fetched - shown, files: files.length }
