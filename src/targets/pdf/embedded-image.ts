import { isFrame, isOnItsSide, jpegSegments, type Picture } from '../../drawing/index.ts'
import { hexBytes } from '../../notation/index.ts'
import type { Blurred } from './blurred.ts'
import { type ObjectNumber, type PdfObjects, reference } from './objects.ts'
import type { PngParts } from './png-parts.ts'
import { paletteAlpha, pngParts, splitAlpha } from './png-pixels.ts'
import { pngRows } from './png-rows.ts'

/** Writes a picture as an image XObject (ISO 32000-2, 8.9.5), opacity as its soft mask. */
export function embedImage(picture: Picture, objects: PdfObjects): ObjectNumber {
  return picture.format === 'jpeg' ? embedJpeg(picture, objects) : embedPng(picture, objects)
}

function dictionary(picture: Picture, entries: string): string {
  const isTurned = isOnItsSide(picture.orientation ?? 1)
  const [width, height] = isTurned
    ? [picture.height, picture.width]
    : [picture.width, picture.height]
  return `/Type /XObject /Subtype /Image /Width ${width} /Height ${height} ${entries} `
}

/** JPEG data goes in as it is. */
function embedJpeg(picture: Picture, objects: PdfObjects): ObjectNumber {
  const { components, inverted } = jpegColors(picture.bytes)
  const space = components === 1 ? '/DeviceGray' : components === 4 ? '/DeviceCMYK' : '/DeviceRGB'
  const decode = inverted ? ' /Decode [1 0 1 0 1 0 1 0]' : ''
  const entries = `/ColorSpace ${space} /BitsPerComponent 8${decode} /Filter /DCTDecode`
  return objects.addRaw(picture.bytes, dictionary(picture, entries))
}

/** The number of components, and whether four of them are inverted, as they are with an Adobe marker. */
function jpegColors(bytes: Uint8Array): { components: number; inverted: boolean } {
  let adobe = false
  for (const { marker, start } of jpegSegments(bytes)) {
    if (marker === 0xee) adobe = true
    if (!isFrame(marker)) continue
    const components = bytes[start + 5]
    return { components, inverted: adobe && components === 4 }
  }
  return { components: 3, inverted: false }
}

/** PNG data without alpha goes in as it is: PDF knows its filters. With alpha, it is taken apart. */
function embedPng(picture: Picture, objects: PdfObjects): ObjectNumber {
  const parts = pngParts(picture)
  if (parts.colorType === 4 || parts.colorType === 6) {
    const { colors, alpha } = splitAlpha(picture, parts)
    const mask = embedMask(picture, alpha, objects)
    const space = parts.colorType === 4 ? '/DeviceGray' : '/DeviceRGB'
    const entries = `/ColorSpace ${space} /BitsPerComponent 8 /SMask ${reference(mask)}`
    return objects.addStream(colors, dictionary(picture, entries))
  }
  const mask = parts.transparency.length > 0 ? maskEntry(picture, parts, objects) : ''
  const colors = parts.colorType === 2 ? 3 : 1
  const predictor = `/DecodeParms << /Predictor 15 /Colors ${colors} /BitsPerComponent ${parts.bitDepth} /Columns ${picture.width} >>`
  const entries = `/ColorSpace ${colorSpace(parts)} /BitsPerComponent ${parts.bitDepth}${mask}`
  // PDF knows no interlaced rows: those are put in order.
  if (parts.isInterlaced) {
    return objects.addStream(pngRows(picture, parts), dictionary(picture, entries))
  }
  return objects.addRaw(
    parts.data,
    dictionary(picture, `${entries} /Filter /FlateDecode ${predictor}`),
  )
}

/**
 * The transparent parts of a picture without alpha: entries of its palette, or one color (8.9.6.4).
 */
function maskEntry(picture: Picture, parts: PngParts, objects: PdfObjects): string {
  const { colorType, transparency, bitDepth } = parts
  if (colorType === 3) {
    return ` /SMask ${reference(embedMask(picture, paletteAlpha(picture, parts), objects))}`
  }
  const most = (1 << bitDepth) - 1
  const samples: number[] = []
  for (let at = 0; at + 1 < transparency.length; at += 2) {
    const sample = ((transparency[at] << 8) | transparency[at + 1]) & most
    samples.push(sample, sample)
  }
  return samples.length === (colorType === 2 ? 6 : 2) ? ` /Mask [${samples.join(' ')}]` : ''
}

/** One color, as far as each pixel is covered. Readers smooth it, which archives forbid (ISO 19005-2, 6.2.8.1). */
export function embedBlurred(
  picture: Blurred,
  objects: PdfObjects,
  isArchived: boolean,
): ObjectNumber {
  const { width, height, coverage, color } = picture
  const smoothing = isArchived ? '' : '/Interpolate true '
  const head = (w: number, h: number) => `/Type /XObject /Subtype /Image /Width ${w} /Height ${h}`
  const mask = objects.addStream(
    coverage,
    `${head(width, height)} /ColorSpace /DeviceGray /BitsPerComponent 8 ${smoothing}`,
  )
  const components = [1, 3, 5].map(i => Number.parseInt(color.slice(i, i + 2), 16))
  const pixels = new Uint8Array(width * height * 3)
  for (let i = 0; i < pixels.length; i++) pixels[i] = components[i % 3]
  return objects.addStream(
    pixels,
    `${head(width, height)} /ColorSpace /DeviceRGB /BitsPerComponent 8 ${smoothing}/SMask ${reference(mask)} `,
  )
}

function embedMask(picture: Picture, alpha: Uint8Array, objects: PdfObjects): ObjectNumber {
  return objects.addStream(
    alpha,
    dictionary(picture, '/ColorSpace /DeviceGray /BitsPerComponent 8'),
  )
}

function colorSpace({ colorType, palette }: PngParts): string {
  if (colorType === 0) return '/DeviceGray'
  if (colorType === 2) return '/DeviceRGB'
  const hex = hexBytes(palette)
  return `[/Indexed /DeviceRGB ${Math.max(0, palette.length / 3 - 1)} <${hex}>]`
}
