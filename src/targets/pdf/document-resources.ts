import { latin1 } from '../../blocks/index.ts'
import { type GlyphsItem, numberText, type Picture } from '../../drawing/index.ts'
import type { BlendMode, Face, LinearPaint, RadialPaint } from '../../fonts/index.ts'
import type { Blurred } from './blurred.ts'
import type { EmbeddedFace } from './coded.ts'
import { embeddedFace } from './embedded-face.ts'
import { embedBlurred, embedImage } from './embedded-image.ts'
import { type ObjectNumber, type PdfObjects, reference } from './objects.ts'
import type { GraphicsState, Resources } from './resources.ts'
import { addShading } from './shading.ts'

interface Names<K> {
  get(key: K): string | undefined
  set(key: K, name: string): unknown
}

/** A cache for text that is large to keep and cheap to make again: entries go with their object. */
const unkept = <K extends object>() => new WeakMap<K, string>()

/** Names in the order they were first asked for: `F1`, `F2`. */
function named<K>(
  letter: string,
  add: (key: K, name: string) => string,
  names: Names<K> = new Map<K, string>(),
) {
  const entries: string[] = []
  return {
    of(key: K): string {
      let name = names.get(key)
      if (name === undefined) {
        name = `${letter}${entries.length + 1}`
        names.set(key, name)
        entries.push(`/${name} ${add(key, name)}`)
      }
      return name
    },
    dictionary: () => `<< ${entries.join(' ')} >>`,
  }
}

export function documentResources(objects: PdfObjects, isArchived: boolean): Resources {
  const number = objects.reserve()
  const ownFaces = new Map<Face, EmbeddedFace>()
  const drawnFaces = new Map<Face, EmbeddedFace>()
  const fontEntries: string[] = []
  const forms: string[] = []
  const images = named<Picture>('I', picture => reference(embedImage(picture, objects)), unkept())
  const blurs = named<Blurred>(
    'B',
    picture => reference(embedBlurred(picture, objects, isArchived)),
    unkept(),
  )
  const states = named<string>('G', entries => `<< /Type /ExtGState ${entries} >>`)
  const shadings = {
    color: named<LinearPaint | RadialPaint>(
      'S',
      paint => reference(addShading(paint, 'color', objects)),
      unkept(),
    ),
    opacity: named<LinearPaint | RadialPaint>(
      'A',
      paint => reference(addShading(paint, 'opacity', objects)),
      unkept(),
    ),
  }

  function addFont(font: ObjectNumber): string {
    const name = `F${fontEntries.length + 1}`
    fontEntries.push(`/${name} ${reference(font)}`)
    return name
  }

  const resources: Resources = {
    number,
    face(item) {
      const { face } = item
      const isDrawn = isAllDrawn(item)
      const faces = isDrawn ? drawnFaces : ownFaces
      const known = faces.get(face) ?? embeddedFace(face, isDrawn, objects, resources, addFont)
      faces.set(face, known)
      return known
    },
    image: picture => images.of(picture),
    blurred: picture => blurs.of(picture),
    state: state => states.of(stateEntries(state)),
    shading: (paint, shown) => shadings[shown].of(paint),
    form(content, { left, bottom, right, top }, shown) {
      const space = shown === 'color' ? '/DeviceRGB' : '/DeviceGray'
      const box = [left, bottom, right, top].map(n => numberText(n)).join(' ')
      const form = objects.addStream(
        latin1(content),
        `/Type /XObject /Subtype /Form /BBox [${box}] ` +
          `/Group << /S /Transparency /CS ${space} /I true >> /Resources ${reference(number)} `,
      )
      const name = `X${forms.length + 1}`
      forms.push(`/${name} ${reference(form)}`)
      return { name, number: form }
    },
    write() {
      // Faces draw glyphs, which may ask for more resources: they come first.
      for (const face of [...ownFaces.values(), ...drawnFaces.values()]) face.write()
      const shading = `${shadings.color.dictionary().slice(0, -2)}${shadings.opacity.dictionary().slice(2)}`
      const objectEntries = `${images.dictionary().slice(0, -2)}${blurs.dictionary().slice(2, -2)}${forms.join(' ')} >>`
      objects.set(
        number,
        `<< /Font << ${fontEntries.join(' ')} >> /ExtGState ${states.dictionary()} ` +
          `/Shading ${shading} /XObject ${objectEntries} >>`,
      )
    },
  }
  return resources
}

/**
 * Whether none of an item's glyphs are of the font's own bytes: synthesized, of CFF2, which PDF does not
 * know, or of a CFF font that letters have marks in, which knows no glyphs that are put together.
 */
function isAllDrawn({ face, glyphs }: GlyphsItem): boolean {
  if (face.synthesized.length > 0 || face.outlineFormat === 'CFF2') return true
  if (face.outlineFormat !== 'CFF') return false
  return glyphs.clusters.some((cluster, i) => i > 0 && cluster === glyphs.clusters[i - 1])
}

/** `multiply` of CSS is `Multiply` of PDF. */
function blendName(mode: BlendMode): string {
  const words = mode.split('-').map(word => word[0].toUpperCase() + word.slice(1))
  return words.join('')
}

function stateEntries({ opacity, blend, mask }: GraphicsState): string {
  const alpha = opacity === undefined ? '' : numberText(opacity)
  return [
    ...(opacity === undefined ? [] : [`/ca ${alpha} /CA ${alpha}`]),
    ...(blend === undefined ? [] : [`/BM /${blendName(blend)}`]),
    ...(mask === undefined
      ? []
      : [`/SMask << /Type /Mask /S /Luminosity /G ${reference(mask)} >>`]),
  ].join(' ')
}
