import { zlibSync } from 'fflate'
import { asDrawing, type Drawing, numberText, type Picture } from '../../drawing/index.ts'
import type { Face } from '../../fonts/index.ts'
import type { Layout } from '../../layout/index.ts'
import { latin1, utf16String } from './bytes.ts'
import { type EmbeddedFont, embeddedFont } from './embedded-font.ts'
import { embedImage } from './embedded-image.ts'
import { type Deflate, pdfObjects, reference } from './objects.ts'
import { pageContent } from './page-content.ts'

export interface PdfOptions {
  /** The document's title; that of the first page that has one without it. */
  readonly title?: string
  /** BCP 47 tag of the document's language. */
  readonly language?: string
  /** Compresses into the zlib format; Node's `zlib.deflateSync` is faster than the one built in. */
  readonly deflate?: Deflate
}

/**
 * Drawings or layouts as the pages of a PDF document (ISO 32000), one unit a point. Fonts are
 * embedded as subsets, and text can be selected and searched. The same pages give the same bytes.
 */
export function toPdf(
  shown: Drawing | Layout | readonly (Drawing | Layout)[],
  options: PdfOptions = {},
): Uint8Array {
  const drawings = [shown].flat().map(asDrawing)
  const title = options.title ?? drawings.find(d => d.title !== undefined)?.title
  const language = options.language ?? drawings.find(d => d.language !== undefined)?.language
  const objects = pdfObjects(options.deflate ?? (bytes => zlibSync(bytes)))
  const fonts = new Map<Face, EmbeddedFont>()
  const opacities = new Map<number, string>()
  const images = new Map<Picture, { readonly name: string; readonly number: number }>()
  const resources = {
    font(face: Face) {
      const font = fonts.get(face) ?? embeddedFont(face, `F${fonts.size + 1}`, objects)
      fonts.set(face, font)
      return font
    },
    image(picture: Picture) {
      const known = images.get(picture) ?? {
        name: `I${images.size + 1}`,
        number: embedImage(picture, objects),
      }
      images.set(picture, known)
      return known.name
    },
    opacity(opacity: number) {
      const name = opacities.get(opacity) ?? `G${opacities.size + 1}`
      opacities.set(opacity, name)
      return name
    },
  }
  const [catalog, pages, shared] = [objects.reserve(), objects.reserve(), objects.reserve()]
  const kids = drawings.map(drawing => {
    const content = objects.addStream(latin1(pageContent(drawing, resources)))
    const { width, height } = drawing.box
    return objects.add(
      `<< /Type /Page /Parent ${reference(pages)} /MediaBox [0 0 ${numberText(width)} ${numberText(height)}] ` +
        `/Resources ${reference(shared)} /Contents ${reference(content)} >>`,
    )
  })
  for (const font of fonts.values()) font.write()
  const fontEntries = [...fonts.values()].map(font => `/${font.name} ${reference(font.number)}`)
  const states = [...opacities].map(([opacity, name]) => {
    const alpha = numberText(opacity)
    return `/${name} << /Type /ExtGState /ca ${alpha} /CA ${alpha} >>`
  })
  const imageEntries = [...images.values()].map(
    ({ name, number }) => `/${name} ${reference(number)}`,
  )
  objects.set(
    shared,
    `<< /Font << ${fontEntries.join(' ')} >> /ExtGState << ${states.join(' ')} >> ` +
      `/XObject << ${imageEntries.join(' ')} >> >>`,
  )
  objects.set(
    pages,
    `<< /Type /Pages /Count ${kids.length} /Kids [${kids.map(reference).join(' ')}] >>`,
  )
  const lang = language === undefined ? '' : `/Lang ${utf16String(language)} `
  const viewer = title === undefined ? '' : '/ViewerPreferences << /DisplayDocTitle true >> '
  objects.set(catalog, `<< /Type /Catalog /Pages ${reference(pages)} ${lang}${viewer}>>`)
  const titled = title === undefined ? '' : `/Title ${utf16String(title)} `
  const info = objects.add(`<< ${titled}/Producer ${utf16String('Dot Line')} >>`)
  return objects.file(catalog, info)
}
