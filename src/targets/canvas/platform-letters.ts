import type { GlyphsItem } from '../../drawing/index.ts'
import { unitScale } from '../../drawing/index.ts'
import type { CanvasContext } from './canvas-context.ts'

const missing = 0

/** A context that writes text, as those of pages do (HTML, CanvasText and CanvasTextDrawingStyles). */
interface WritingContext {
  font: string
  textAlign: 'left'
  textBaseline: 'alphabetic'
  direction: 'ltr' | 'rtl'
  fillText(text: string, x: number, y: number): void
}

const writes = (context: CanvasContext): context is CanvasContext & WritingContext =>
  'fillText' in context

/**
 * Paints the letters of a run that its face lacks in whatever face the browser has for them, each in the
 * room that was measured for it; gives the run without them.
 */
export function paintPlatformLetters(context: CanvasContext, item: GlyphsItem): GlyphsItem {
  const { isOfPlatform: _, ...rest } = item
  if (!writes(context)) return rest
  const { face, size, ink, glyphs, x, y, text = '', isRightToLeft } = item
  const scale = unitScale(face, size)
  const ids = glyphs.glyphs.slice()
  const space = face.glyphOf(0x20)
  const order = [...glyphs.clusters].sort((a, b) => a - b)
  context.save()
  context.fillStyle = ink.color
  context.globalAlpha *= ink.opacity
  context.font = `${face.slant === 'normal' ? '' : 'italic '}${face.weight} ${size}px "dotline-none"`
  context.textBaseline = 'alphabetic'
  context.textAlign = 'left'
  context.direction = isRightToLeft ? 'rtl' : 'ltr'
  let along = 0
  for (let i = 0; i < ids.length; i++) {
    const [cluster, advance] = [glyphs.clusters[i], glyphs.advances[i]]
    if (ids[i] === missing) {
      const behind = order.find(one => one > cluster) ?? text.length
      if (advance > 0) context.fillText(text.slice(cluster, behind), x + along * scale, y)
      ids[i] = space
    }
    along += advance
  }
  context.restore()
  return { ...rest, glyphs: { ...glyphs, glyphs: ids } }
}
