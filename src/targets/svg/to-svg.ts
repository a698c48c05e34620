import {
  asDrawing,
  type Drawing,
  eachGlyph,
  eachItem,
  type GlyphsItem,
  type Item,
  numberText,
  type PaintedItem,
} from '../../drawing/index.ts'
import type { Face } from '../../fonts/index.ts'
import type { Layout } from '../../layout/index.ts'
import type { SolidInk } from '../../sheet/index.ts'
import { base64 } from './base64.ts'
import { colorGlyph } from './color-glyph.ts'
import { outlinePath } from './outline-path.ts'
import { transformText } from './transform-text.ts'
import { xmlText } from './xml.ts'

export interface SvgOptions {
  /** What the picture is called; read out by screen readers. The drawing's own title without it. */
  readonly title?: string
}

/**
 * A drawing or a layout as an SVG document. Glyphs are outlines, each defined once, so the file
 * needs no fonts and looks the same everywhere.
 */
export function toSvg(shown: Drawing | Layout, options: SvgOptions = {}): string {
  const drawing = asDrawing(shown)
  const { box, language, items } = drawing
  const title = options.title ?? drawing.title
  const glyphs = glyphDefinitions()
  let body = ''
  eachItem(items, {
    enter({ matrix }) {
      body += matrix ? `<g transform="${transformText(matrix)}">\n` : '<g>\n'
    },
    leave() {
      body += '</g>\n'
    },
    item(item) {
      body += svgItem(item, glyphs)
    },
  })
  const [x, y, width, height] = [box.x, box.y, box.width, box.height].map(n => numberText(n))
  const lang = language === undefined ? '' : ` lang="${xmlText(language)}"`
  // With a title that names it the picture is read out by that; without one, by its text.
  const label = title === undefined ? ` aria-label="${xmlText(spokenText(items))}"` : ''
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" ` +
    `viewBox="${x} ${y} ${width} ${height}" role="img"${lang}${label}>\n` +
    (title === undefined ? '' : `<title>${xmlText(title)}</title>\n`) +
    `<defs>\n${glyphs.definitions()}</defs>\n${body}</svg>\n`
  )
}

function spokenText(items: readonly Item[]): string {
  const texts: string[] = []
  let baseline: number | undefined
  eachItem(items, {
    item(item) {
      if (item.kind !== 'glyphs') return
      if (baseline !== undefined && item.y !== baseline) texts.push(' ')
      texts.push(item.text)
      baseline = item.y
    },
  })
  return texts.join('').replace(/\s+/g, ' ').trim()
}

function svgItem(item: PaintedItem, glyphs: GlyphDefinitions): string {
  switch (item.kind) {
    case 'glyphs':
      return glyphsItem(item, glyphs)
    case 'rectangle': {
      const { x, y, width, height, radius, ink } = item
      const round = radius > 0 ? ` rx="${numberText(radius)}"` : ''
      const [left, top, w, h] = [x, y, width, height].map(n => numberText(n))
      return `<rect x="${left}" y="${top}" width="${w}" height="${h}"${round}${painted('fill', ink)}/>\n`
    }
    case 'image': {
      const { x, y, width, height, picture } = item
      const [left, top, w, h] = [x, y, width, height].map(n => numberText(n))
      const href = `data:image/${picture.format};base64,${base64(picture.bytes)}`
      const box = `x="${left}" y="${top}" width="${w}" height="${h}"`
      return `<image ${box} preserveAspectRatio="none" href="${href}"/>\n`
    }
    case 'rule': {
      const [x1, y1, x2, y2] = [...item.from, ...item.to].map(n => numberText(n))
      const width = numberText(item.width)
      const ends = `x1="${x1}" y1="${y1}" x2="${x2}" y2="${y2}"`
      return `<line ${ends} stroke-width="${width}"${painted('stroke', item.ink)}/>\n`
    }
  }
}

/** A group in font units: every glyph stands at a whole number, or nearly. */
function glyphsItem(item: GlyphsItem, { idOf }: GlyphDefinitions): string {
  const scale = numberText(item.size / item.face.metrics.unitsPerEm, 9)
  let uses = ''
  eachGlyph(item, (glyph, x, y) => {
    const id = idOf(item.face, glyph)
    if (id === undefined) return
    const raised = y === 0 ? '' : ` y="${y}"`
    // Whole font units, but where a line was justified.
    const across = Number.isInteger(x) ? x : numberText(x, 3)
    uses += `<use href="#${id}" x="${across}"${raised}/>`
  })
  if (uses === '') return ''
  const place = `translate(${numberText(item.x)} ${numberText(item.y)}) scale(${scale} -${scale})`
  return `<g transform="${place}"${painted('fill', item.ink)}>${uses}</g>\n`
}

function painted(what: 'fill' | 'stroke', { color, opacity }: SolidInk): string {
  const through = opacity < 1 ? ` ${what}-opacity="${numberText(opacity)}"` : ''
  return ` ${what}="${color}"${through}`
}

interface GlyphDefinitions {
  /** The id of a glyph's definition; undefined where there is nothing to paint. */
  idOf(face: Face, glyph: number): string | undefined
  definitions(): string
}

/**
 * Ids name face and glyph, a variable face with where it stands: where two drawings share a page,
 * one id means one shape.
 */
function glyphDefinitions(): GlyphDefinitions {
  const prefixes = new Map<Face, string>()
  const ids = new Map<string, string | undefined>()
  let definitions = ''
  const prefixOf = (face: Face) => {
    let prefix = prefixes.get(face)
    if (prefix === undefined) {
      const place = [...face.coordinates].map(([tag, value]) => `-${tag}${value}`).join('')
      const made = face.madeUp.map(what => `-${what}`).join('')
      const plain = (face.postScriptName + place + made).replace(/[^A-Za-z0-9.-]/g, '')
      const taken = [...prefixes.values()].filter(p => p === plain || p.startsWith(`${plain}_`))
      prefix = taken.length > 0 ? `${plain}_${taken.length}` : plain
      prefixes.set(face, prefix)
    }
    return prefix
  }
  return {
    idOf(face, glyph) {
      const id = `${prefixOf(face)}-${glyph}`
      if (ids.has(id)) return ids.get(id)
      const shape = glyphShape(face, glyph, id)
      ids.set(id, shape === '' ? undefined : id)
      if (shape !== '') definitions += `${shape}\n`
      return ids.get(id)
    },
    definitions: () => definitions,
  }
}

/** What a glyph's id stands for; nothing where there is nothing to paint. */
function glyphShape(face: Face, glyph: number, id: string): string {
  const parts = face.colorParts(glyph)
  if (parts) return colorGlyph(parts, id)
  const path = outlinePath(face.outline(glyph))
  return path === '' ? '' : `<path id="${id}" d="${path}"/>`
}
