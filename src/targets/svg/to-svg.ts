import {
  asDrawing,
  base64,
  type Drawing,
  eachItem,
  finishPath,
  type GlyphsItem,
  type GroupItem,
  hiddenLayers,
  type Item,
  idsOnce,
  inkBoxOf,
  isDecoration,
  isReadOut,
  isUnheard,
  layoutText,
  leadsSomewhere,
  numberText,
  type PaintedItem,
  singleSpaced,
  type TextItem,
  unitScale,
} from '../../drawing/index.ts'
import type { Face } from '../../fonts/index.ts'
import type { Layout } from '../../layout/index.ts'
import { xmlText } from '../../notation/index.ts'
import { aFunction, aString, checkOptions, either, oneOf } from '../../problem/index.ts'
import { type Definitions, svgDefinitions } from './definitions.ts'
import { type GlyphUses, glyphUses } from './glyph-uses.ts'
import { painted, pathElement } from './paint.ts'
import { type SvgShapes, sharedDefinitions, someShapes } from './svg-shapes.ts'
import { isPlainText, openText, textFonts } from './text-element.ts'
import { transformText } from './transform-text.ts'

/** Options of `toSvg`. */
export interface SvgOptions {
  /** Title, read out by screen readers. Default: that of the drawing. */
  readonly title?: string
  /** A longer description. Default: that of the drawing. */
  readonly description?: string
  /**
   * The form of text: `outlines` (the default), which need no fonts; real text with `embedded`
   * fonts; or real text in fonts from a URL for each face. Text that a browser would set
   * differently stays outlines.
   */
  readonly textAs?: 'outlines' | 'embedded' | ((face: Face) => string)
  /** For many SVGs in one page: `svgShapesFor()` writes each glyph once for all of them. */
  readonly shapes?: SvgShapes
}

/**
 * A drawing or a layout as an SVG document. Glyphs are outlines, each defined once, so the file
 * needs no fonts and looks the same everywhere.
 *
 * @param shown A layout or a drawing.
 * @param options Title, description, and how text is written.
 * @returns SVG source.
 * @example
 * toSvg(layout, { textAs: 'embedded' })
 */
export function toSvg(shown: Drawing | Layout, options: SvgOptions = {}): string {
  checkOptions('toSvg', options, {
    title: aString,
    description: aString,
    textAs: either(oneOf('outlines', 'embedded'), aFunction),
    shapes: someShapes,
  })
  const drawing = asDrawing(shown)
  const { box, language, items } = drawing
  const { textAs = 'outlines', shapes } = options
  const description = options.description ?? drawing.description
  const title = options.title ?? drawing.title
  const shared = shapes && sharedDefinitions(shapes)
  const definitions = shared ?? svgDefinitions()
  const writeGlyphs = glyphUses(definitions)
  const fonts =
    textAs === 'outlines' ? undefined : textFonts(typeof textAs === 'function' ? textAs : undefined)
  const text = fonts && openText(fonts, undefined)
  let body = ''
  let hasParts = false
  const once = idsOnce()
  // Outlines say nothing: where there is more to be reported than one name, each text says what it is.
  const saysTexts =
    !fonts && (isStructured(items) || (title !== undefined && leadsSomewhere(items)))
  /** Texts that are elements, and are open. */
  const elements = new Set<TextItem>()
  /**
   * Number of open groups whose texts are not read out: links have their own, decorations have
   * none.
   */
  let silent = 0
  /** Number of open links: the link's text covers everything in it. */
  let links = 0
  eachItem(items, {
    skips: hiddenLayers(box),
    enter(group) {
      if (isReadOut(group)) hasParts = true
      if (isSilent(group)) silent++
      body += (text?.close() ?? '') + groupStart(group, once(group.id), links > 0, definitions)
      if (group.link !== undefined) links++
    },
    text(item) {
      const id = once(item.id)
      const said = saysTexts && silent === 0 ? textRole(item) : []
      if (id === undefined && said.length === 0) return false
      body += `${text?.close() ?? ''}<g${attributesText([['id', id], ...said])}>\n`
      elements.add(item)
      return false
    },
    endText(item) {
      if (elements.delete(item)) body += `${text?.close() ?? ''}</g>\n`
    },
    leave(group) {
      if (isSilent(group)) silent--
      if (group.link !== undefined) links--
      body += text?.close() ?? ''
      body += group.link === undefined ? '</g>\n' : '</a>\n'
    },
    item(item) {
      if (item.kind === 'image' && item.label !== undefined) hasParts = true
      if (text && item.kind === 'glyphs' && isPlainText(item)) {
        body += text.add(item)
        return
      }
      body += text?.close() ?? ''
      if (item.kind !== 'glyphs') {
        body += shapeElement(item, definitions)
        return
      }
      const path = finishPath(item)
      body += path ? pathElement(path, definitions) : glyphsItem(item, writeGlyphs)
    },
  })
  body += text?.close() ?? ''
  const [x, y, width, height] = [box.x, box.y, box.width, box.height].map(n => numberText(n))
  const lang = language === undefined ? '' : ` lang="${xmlText(language)}"`
  // With a title that names it the picture is read out by that; without one, by its text.
  const label =
    title === undefined && !saysTexts ? ` aria-label="${xmlText(spokenText(items))}"` : ''
  // Parts of an image are not read out, so links, labels and real text must not be in one.
  const role = hasParts || fonts ? 'group' : 'img'
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" ` +
    `viewBox="${x} ${y} ${width} ${height}" role="${role}"${lang}${label}>\n` +
    (title === undefined ? '' : `<title>${xmlText(title)}</title>\n`) +
    (description === undefined ? '' : `<desc>${xmlText(description)}</desc>\n`) +
    (fonts?.styleSheet() ?? '') +
    `${shared ? '' : `<defs>\n${definitions.all()}</defs>\n`}${body}</svg>\n`
  )
}

function groupStart(
  group: GroupItem,
  id: string | undefined,
  isInLink: boolean,
  definitions: Definitions,
): string {
  const { matrix, opacity = 1, blur = 0, link, role, language, title, label, level } = group
  const transform = matrix ? ` transform="${transformText(matrix)}"` : ''
  const through = opacity < 1 ? ` opacity="${numberText(opacity)}"` : ''
  const blurred = blur > 0 ? ` filter="url(#${blurFilter(group, blur, definitions)})"` : ''
  const spoken = label ?? (link === undefined || isInLink ? undefined : spokenText(group.items))
  // A part of a link that says nothing, such as a space, is no link to those who hear it.
  const isMute = link !== undefined && spoken === ''
  const meaning = [
    ['id', id],
    ['role', role],
    ['lang', language],
    ['aria-label', isMute ? undefined : spoken],
    ['aria-level', role === 'heading' ? String(level ?? 1) : undefined],
    ['aria-hidden', isMute || isUnheard(group) ? 'true' : undefined],
    ['tabindex', isMute ? '-1' : undefined],
  ] as const
  const attributes = attributesText(meaning) + transform + through + blurred
  const start =
    link === undefined ? `<g${attributes}>\n` : `<a href="${xmlText(link)}"${attributes}>\n`
  return title === undefined ? start : `${start}<title>${xmlText(title)}</title>\n`
}

function attributesText(list: readonly (readonly [string, string | undefined])[]): string {
  return list
    .map(([name, value]) => (value === undefined ? '' : ` ${name}="${xmlText(value)}"`))
    .join('')
}

const isSilent = (group: GroupItem) => group.link !== undefined || isDecoration(group)

/** Whether parts of a drawing have roles, labels or links. */
function isStructured(items: readonly Item[]): boolean {
  let isFound = false
  eachItem(items, {
    skips: () => isFound,
    enter(group) {
      if (isReadOut(group) && !isDecoration(group)) isFound = true
    },
    text: () => true,
    item: () => {},
  })
  return isFound
}

/** The role of a text in an image, which has no readable parts; with links, it isn't an image. */
function textRole(item: TextItem) {
  const label = layoutText(item.layout)
  if (label === '') return []
  const role = leadsSomewhere([item]) ? 'group' : 'img'
  return [
    ['role', role],
    ['lang', item.layout.style.language],
    ['aria-label', label],
  ] as const
}

/** A filter needs its area: as far as the blur is visible. */
function blurFilter({ items }: GroupItem, blur: number, definitions: Definitions): string {
  const ink = inkBoxOf(items) ?? { x: 0, y: 0, width: 0, height: 0 }
  const reach = 2 * blur
  const region = [
    ['x', ink.x - reach],
    ['y', ink.y - reach],
    ['width', ink.width + 2 * reach],
    ['height', ink.height + 2 * reach],
  ] as const
  const box = region.map(([name, value]) => `${name}="${numberText(value)}"`).join(' ')
  const deviation = numberText(blur / 2)
  return definitions.add(
    'blur',
    `${box} ${deviation}`,
    id =>
      `<filter id="${id}" filterUnits="userSpaceOnUse" color-interpolation-filters="sRGB" ${box}>` +
      `<feGaussianBlur stdDeviation="${deviation}"/></filter>`,
  )
}

/** One text a label, with a space between them, and none inside of one. */
function spokenText(items: readonly Item[]): string {
  const texts: string[] = []
  let baseline: number | undefined
  eachItem(items, {
    text({ layout }) {
      texts.push(` ${layoutText(layout)} `)
      return true
    },
    item(item) {
      if (item.kind === 'image' && item.label !== undefined) texts.push(` ${item.label} `)
      if (item.kind !== 'glyphs') return
      if (baseline !== undefined && item.y !== baseline) texts.push(' ')
      texts.push(item.text)
      baseline = item.y
    },
  })
  return singleSpaced(texts.join(''))
}

function shapeElement(item: Exclude<PaintedItem, GlyphsItem>, definitions: Definitions): string {
  switch (item.kind) {
    case 'path':
      return pathElement(item, definitions)
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
      const roleText =
        item.label === undefined ? '' : ` role="img" aria-label="${xmlText(item.label)}"`
      const box = `x="${left}" y="${top}" width="${w}" height="${h}"${roleText}`
      return `<image ${box} preserveAspectRatio="none" href="${href}"/>\n`
    }
    case 'rule': {
      const [x1, y1, x2, y2] = [...item.from, ...item.to].map(n => numberText(n))
      const width = numberText(item.width)
      const ends = `x1="${x1}" y1="${y1}" x2="${x2}" y2="${y2}"`
      const { dash, dashStart = 0 } = item
      const lengths = dash?.map(length => numberText(length)).join(' ')
      const start = dashStart === 0 ? '' : ` stroke-dashoffset="${numberText(dashStart)}"`
      const dashed = dash ? ` stroke-dasharray="${lengths}"${start}` : ''
      return `<line ${ends} stroke-width="${width}"${dashed}${painted('stroke', item.ink)}/>\n`
    }
  }
}

/** A group in font units. */
function glyphsItem(item: GlyphsItem, write: GlyphUses): string {
  const uses = write(item)
  if (uses === '') return ''
  const scale = numberText(unitScale(item.face, item.size), 9)
  const place = `translate(${numberText(item.x)} ${numberText(item.y)}) scale(${scale} -${scale})`
  return `<g transform="${place}"${painted('fill', item.ink)}>${uses}</g>\n`
}
