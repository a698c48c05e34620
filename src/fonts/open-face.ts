import type { Extents } from '../geometry/index.ts'
import { type Outline, outlineBox, polygon } from '../geometry/index.ts'
import { fail } from '../problem/index.ts'
import type { ColorPart } from './color-glyph.ts'
import { withComposites } from './composite-glyphs.ts'
import type { ContainedFont } from './containers/open-container.ts'
import type { Engine, EngineFont } from './engine/harfbuzz.ts'
import type { Subsetter } from './engine/subsetter.ts'
import type { Face, FaceMetrics, MadeUp, Slant } from './face.ts'
import { type FaceNames, readFaceNames } from './face-names.ts'
import { readLigatureCarets } from './ligature-carets.ts'
import { angleOf, madeUpOutline } from './made-up.ts'
import { sfntTables } from './sfnt-file.ts'
import type { Coordinates } from './variations.ts'
import { readVerticalMetrics } from './vertical-metrics.ts'

/** What faces are opened with: one for a whole shelf. */
export interface FontEngines {
  readonly engine: Engine
  /** Started on first use; it is a second WASM module that only documents need. */
  readonly subsetter: () => Subsetter
}

/** A face as it is to be opened. */
export interface FaceOrder {
  readonly font: ContainedFont
  /** What messages call it. */
  readonly name: string
  /** Tells it from all others of its shelf. */
  readonly key: string
  /** Where on its axes a variable font stands. */
  readonly at: Coordinates
  /** The slant it has there. */
  readonly slant: Slant
  readonly stretch: number
  readonly madeUp: readonly MadeUp[]
}

/** Weight that is made up is called bold. */
const madeUpWeight = 700

/**
 * Opens a face. `release` gives its memory back; what was not read of it until then cannot be read
 * after.
 */
export function openFace(
  engines: FontEngines,
  { font, name, key, at, slant, stretch, madeUp }: FaceOrder,
): { face: Face; release: () => void } {
  const said = readFaceNames(font.tables, name)
  const bytes = font.bytes()
  const opened = engines.engine.open(bytes, font.index, at, name)
  const outlines = new Map<number, Outline>()
  const extents = new Map<number, Extents | undefined>()
  const glyphs = new Map<number, number>()
  /** Of the Basic Multilingual Plane: every character of every text is looked up. */
  let basic: Int32Array | undefined
  const colors = new Map<number, readonly ColorPart[] | undefined>()
  const metrics = measured(said, opened, madeUp)
  let released = false
  /** The engine would read memory that is another's by now. */
  function whileOpen(): EngineFont {
    return released ? fail('closed-shelf', `the shelf of the font ${name} is closed`) : opened
  }
  const colorParts = (glyph: number) =>
    said.colored ? kept(colors, glyph, g => whileOpen().colorParts(g)) : undefined
  /** Faces without a shape for what they lack would let it vanish. */
  const lacksBox = said.colored || opened.outline(missingGlyph).segments === ''
  const drawnOutline = (glyph: number) => {
    const outline = whileOpen().outline(glyph)
    const isMissing = glyph === missingGlyph && outline.segments === ''
    const shown = isMissing ? missingBox(opened.advance(glyph), metrics) : outline
    return madeUp.length > 0 ? madeUpOutline(shown, madeUp, metrics.unitsPerEm) : shown
  }
  const outline = (glyph: number) => kept(outlines, glyph, drawnOutline)
  const isOwn = (glyph: number) => madeUp.length === 0 && !(lacksBox && glyph === missingGlyph)
  const extentsOf = (glyph: number) =>
    kept(extents, glyph, g => (isOwn(g) ? whileOpen().extents(g) : outlineBox(outline(g))))
  let vertical: ReturnType<typeof readVerticalMetrics> | undefined
  let carets: ReturnType<typeof readLigatureCarets> | undefined
  const face: Face = {
    ...said,
    key,
    coordinates: at,
    weight: madeUp.includes('weight') ? madeUpWeight : (at.get('wght') ?? said.weight),
    slant: madeUp.includes('slant') ? 'oblique' : slant,
    stretch,
    madeUp,
    metrics,
    bytes,
    glyphOf(codePoint) {
      if (codePoint > 0xffff) return kept(glyphs, codePoint, c => whileOpen().glyphOf(c))
      basic ??= new Int32Array(0x10000).fill(unknown)
      const known = basic[codePoint]
      if (known !== unknown) return known
      basic[codePoint] = whileOpen().glyphOf(codePoint)
      return basic[codePoint]
    },
    advance: glyph => whileOpen().advance(glyph),
    extents: extentsOf,
    vertical() {
      vertical ??= readVerticalMetrics(font.tables, metrics, extentsOf)
      return vertical
    },
    ligatureCarets(glyph) {
      carets ??= readLigatureCarets(font.tables)
      return carets(glyph)
    },
    outline,
    colorParts,
    isPlain: glyph => isOwn(glyph) && colorParts(glyph) === undefined,
    shape: (text, segment, context) => whileOpen().shape(text, segment, context),
    subset(wanted, composites = []) {
      const own = engines.subsetter()(bytes, font.index, wanted, at, name)
      const { file, first } =
        composites.length > 0 ? withComposites(own, composites) : { file: own, first: 0 }
      return {
        bytes: file,
        firstComposite: first,
        table: tag => sfntTables(file).get(tag),
      }
    },
  }
  const release = () => {
    if (!released) opened.release()
    released = true
  }
  return { face, release }
}

const missingGlyph = 0
const unknown = -1

/** A frame as high as capitals: what is missing must be seen. */
function missingBox(advance: number, { unitsPerEm, capHeight }: FaceMetrics): Outline {
  const side = unitsPerEm / 16
  const right = Math.max(advance, unitsPerEm / 2) - side
  const line = unitsPerEm / 24
  const outer = polygon(side, 0, side, capHeight, right, capHeight, right, 0)
  const [bottom, top] = [line, capHeight - line]
  const inner = polygon(
    side + line,
    bottom,
    right - line,
    bottom,
    right - line,
    top,
    side + line,
    top,
  )
  return {
    segments: outer.segments + inner.segments,
    points: Float32Array.of(...outer.points, ...inner.points),
  }
}

/** Heights that a font does not state are those of its letters, or else the usual ones. */
function measured(said: FaceNames, font: EngineFont, madeUp: readonly MadeUp[]): FaceMetrics {
  const { unitsPerEm, capHeight, xHeight, italicAngle } = said.metrics
  const topOf = (letter: string) => {
    const glyph = font.glyphOf(letter.charCodeAt(0))
    return glyph === 0 ? undefined : font.extents(glyph)?.top
  }
  return {
    ...said.metrics,
    capHeight: capHeight ?? topOf('H') ?? Math.round(unitsPerEm * 0.7),
    xHeight: xHeight ?? topOf('x') ?? Math.round(unitsPerEm / 2),
    italicAngle: angleOf(italicAngle, madeUp),
  }
}

/** The value for a key, made on first asking. Bounded by what a face has: its glyphs, its characters. */
function kept<T>(map: Map<number, T>, key: number, make: (key: number) => T): T {
  const found = map.get(key)
  if (found !== undefined || map.has(key)) return found as T
  const made = make(key)
  map.set(key, made)
  return made
}
