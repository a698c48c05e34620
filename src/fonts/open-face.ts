import {
  concatenatedOutlines,
  type Extents,
  type Outline,
  outlineBox,
  polygon,
} from '../geometry/index.ts'
import {
  aNumber,
  aString,
  being,
  checkArgument,
  checkArguments,
  fail,
  isObject,
  listOf,
} from '../problem/index.ts'
import type { ColorPart } from './color-glyph.ts'
import type { ContainedFont } from './containers/open-container.ts'
import type { Engine, EngineFont } from './engine/harfbuzz.ts'
import type { Subsetter } from './engine/subsetter.ts'
import type { Face, FaceMetrics, Synthesized } from './face.ts'
import { type FaceNames, readFaceNames } from './face-names.ts'
import { readLigatureCarets } from './ligature-carets.ts'
import { rememberFace } from './open-faces.ts'
import { sharesRules } from './script-rules.ts'
import type { SfntTables } from './sfnt.ts'
import type { Slant } from './slant.ts'
import { spacesStandAlone } from './space-rules.ts'
import { angleOf, synthesizedOutline } from './synthesize.ts'
import type { Coordinates } from './variations.ts'
import { readVerticalMetrics } from './vertical-metrics.ts'

/** The engines that open faces, one set for all fonts. */
export interface FontEngines {
  readonly engine: Engine
  /** Started on first use; it is a second WASM module that only documents need. */
  readonly subsetter: () => Subsetter
  /** The fonts were opened for embedding fonts. */
  readonly embeds: boolean
}

/** A face as it is to be opened. */
interface FaceOrder {
  readonly font: ContainedFont
  /** Its name in messages. */
  readonly name: string
  /** Tells it from all others of its fonts. */
  readonly key: string
  /** Its place on the axes of a variable font. */
  readonly at: Coordinates
  /** The slant it has there. */
  readonly slant: Slant
  readonly stretch: number
  readonly synthesized: readonly Synthesized[]
  /** Called when the face takes memory again after a rest. */
  readonly woken: () => void
}

/** Weight that is synthesized is called bold. */
const synthesizedWeight = 700

/** The source of a face. */
interface Source {
  readonly engines: FontEngines
  readonly font: FaceOrder['font']
  readonly bytes: Uint8Array
  readonly woken: () => void
}

/** A face, and what gives its memory back: for a time, or for good. */
export interface OpenFace {
  readonly face: Face
  rest(): void
  release(): void
}

/**
 * Opens a face. `release` gives its memory back; what was not read of it until then cannot be read
 * after.
 */
export function openFace(
  startedEngines: FontEngines,
  { font: file, name, key, at, slant, stretch, synthesized, woken }: FaceOrder,
): OpenFace {
  const said = readFaceNames(file.tables, name)
  /** Given up when the fonts are closed: what holds a face by then holds little. */
  let source: Source | undefined = {
    engines: startedEngines,
    font: file,
    bytes: file.bytes(),
    woken,
  }
  const needed = () => source ?? fail('closed-fonts', `the fonts of the font ${name} is closed`)
  const { length } = source.bytes
  const reopen = () => {
    const { engines, font, bytes } = needed()
    return engines.engine.open(bytes, font.index, at, name)
  }
  let opened: EngineFont | undefined = reopen()
  const outlines = new Map<number, Outline>()
  const extents = new Map<number, Extents | undefined>()
  const glyphs = new Map<number, number>()
  /**
   * Glyphs of the Basic Multilingual Plane, in pages of 256: every character of every text is
   * looked up.
   */
  const pages: (Int32Array | undefined)[] = new Array(0x100).fill(undefined)
  const colors = new Map<number, readonly ColorPart[] | undefined>()
  const metrics = measured(said, opened, synthesized)
  const missingAdvance = opened.advance(missingGlyph)
  /** The engine would read memory that is another's by now. */
  function whileOpen(): EngineFont {
    if (!opened) {
      opened = reopen()
      needed().woken()
    }
    return opened
  }
  const colorParts = (glyph: number) =>
    said.colored ? kept(colors, glyph, g => whileOpen().colorParts(g)) : undefined
  /** Faces without a shape for what they lack would let it vanish. */
  const lacksBox = said.colored || opened.outline(missingGlyph).segments === ''
  const drawnOutline = (glyph: number) => {
    const outline = whileOpen().outline(glyph)
    const isMissing = glyph === missingGlyph && outline.segments === ''
    const shown = isMissing ? missingBox(missingAdvance, metrics) : outline
    return synthesized.length > 0
      ? synthesizedOutline(shown, synthesized, metrics.unitsPerEm)
      : shown
  }
  const outline = (glyph: number) => kept(outlines, glyph, drawnOutline)
  const isOwn = (glyph: number) => synthesized.length === 0 && !(lacksBox && glyph === missingGlyph)
  const extentsOf = (glyph: number) =>
    kept(extents, glyph, g => (isOwn(g) ? whileOpen().extents(g) : outlineBox(outline(g))))
  let vertical: ReturnType<typeof readVerticalMetrics> | undefined
  let carets: ReturnType<typeof readLigatureCarets> | undefined
  const alone = new Map<string, boolean>()
  const shared = new Map<string, boolean>()
  const face: Face = {
    ...said,
    key,
    id: faceId(said.postScriptName, file.tables, length, at, synthesized),
    coordinates: at,
    weight: synthesized.includes('weight') ? synthesizedWeight : (at.get('wght') ?? said.weight),
    slant: synthesized.includes('slant') ? 'oblique' : slant,
    stretch,
    synthesized,
    metrics,
    get bytes() {
      return needed().bytes
    },
    glyphOf(codePoint) {
      checkNumber('glyphOf', 'code point', codePoint)
      if (codePoint > 0xffff) return kept(glyphs, codePoint, c => whileOpen().glyphOf(c))
      let page = pages[codePoint >> 8]
      if (!page) {
        page = new Int32Array(0x100).fill(unknown)
        pages[codePoint >> 8] = page
      }
      const at = codePoint & 0xff
      if (page[at] === unknown) page[at] = whileOpen().glyphOf(codePoint)
      return page[at]
    },
    advance(glyph) {
      checkNumber('advance', 'glyph', glyph)
      return whileOpen().advance(glyph)
    },
    extents(glyph) {
      checkNumber('extents', 'glyph', glyph)
      return extentsOf(glyph)
    },
    vertical() {
      vertical ??= readVerticalMetrics(needed().font.tables, metrics, extentsOf)
      return vertical
    },
    ligatureCarets(glyph) {
      checkNumber('ligatureCarets', 'glyph', glyph)
      carets ??= readLigatureCarets(needed().font.tables)
      return carets(glyph)
    },
    outline(glyph) {
      checkNumber('outline', 'glyph', glyph)
      return outline(glyph)
    },
    colorParts(glyph) {
      checkNumber('colorParts', 'glyph', glyph)
      return colorParts(glyph)
    },
    isPlain(glyph) {
      checkNumber('isPlain', 'glyph', glyph)
      return isOwn(glyph) && colorParts(glyph) === undefined
    },
    spacesStandAlone(features) {
      checkArgument('spacesStandAlone', 'features', features, listOf(aString))
      const key = features.join()
      let known = alone.get(key)
      if (known === undefined) {
        known = spacesStandAlone(needed().font.tables, face.glyphOf(0x20), features)
        alone.set(key, known)
      }
      return known
    },
    sharesRules(one, other, features) {
      checkArguments(
        'sharesRules',
        ['one', one, aString],
        ['other', other, aString],
        ['features', features, listOf(aString)],
      )
      const key = `${one} ${other} ${features.join()}`
      let known = shared.get(key)
      if (known === undefined) {
        known = sharesRules(needed().font.tables, one, other, features)
        shared.set(key, known)
      }
      return known
    },
    shape(text, segment, context) {
      checkArguments('shape', ['text', text, aString], ['segment', segment, aSegment])
      return whileOpen().shape(text, segment, context)
    },
    subset(wanted) {
      checkArgument('subset', 'glyphs', wanted, being('a list of glyphs', isIterable))
      const { engines, font, bytes } = needed()
      return engines.subsetter()(bytes, font.index, { glyphs: wanted }, at, name)
    },
    subsetForText(text) {
      checkArgument('subsetForText', 'text', text, aString)
      const { engines, font, bytes } = needed()
      return engines.subsetter()(bytes, font.index, { codePoints: codePointsOf(text) }, at, name)
    },
  }
  /** Gives the engine's memory back until the face is used again. */
  const rest = () => {
    opened?.release()
    opened = undefined
    for (const kept of [outlines, extents, colors]) kept.clear()
  }
  const release = () => {
    opened?.release()
    opened = undefined
    source = undefined
  }
  rememberFace(face, () => source !== undefined, startedEngines.embeds)
  return { face, rest, release }
}

/**
 * A check for calls that are made for each letter: only input that would stop the engine is
 * refused.
 */
function checkNumber(owner: string, name: string, value: unknown) {
  if (typeof value !== 'number') checkArgument(owner, name, value, aNumber)
}

const isIterable = (value: unknown) =>
  typeof value === 'object' && value !== null && Symbol.iterator in value

const aSegment = being(
  'an object with script, language, direction and features',
  value =>
    isObject(value) &&
    typeof value.script === 'string' &&
    typeof value.language === 'string' &&
    (value.direction === 'ltr' || value.direction === 'rtl') &&
    Array.isArray(value.features) &&
    value.features.every(feature => typeof feature === 'string'),
)

/**
 * Characters that typesetting programs substitute for others: spaces, hyphens, a circle under marks
 * that stand alone, mirrored brackets.
 */
const always = ' \u00a0-\u2010\u25cc()[]{}<>«»‹›'
const forms = ['NFC', 'NFD', 'NFKD'] as const

/** Composed and decomposed as well: a font may have either. */
function codePointsOf(text: string): ReadonlySet<number> {
  const all = [always, text, ...forms.map(form => text.normalize(form))].join('')
  return new Set([...all].map(character => character.codePointAt(0) ?? 0))
}

/** A few tables that no two different fonts share: `head` has a checksum of the whole file. */
function faceId(
  name: string,
  tables: SfntTables,
  length: number,
  at: Coordinates,
  synthesized: readonly Synthesized[],
): string {
  let hash = length
  for (const tag of ['head', 'maxp', 'OS/2']) {
    const table = tables.table(tag)
    for (let i = 0; i < (table?.byteLength ?? 0); i++) {
      hash = Math.imul(hash ^ (table?.getUint8(i) ?? 0), 0x01000193)
    }
  }
  const place = [...at].map(([tag, value]) => `${tag}${value}`)
  return [name, (hash >>> 0).toString(16), ...place, ...synthesized].join(' ')
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
  return concatenatedOutlines([outer, inner])
}

/** Heights that a font does not state are those of its letters, or else the usual ones. */
function measured(
  said: FaceNames,
  font: EngineFont,
  synthesized: readonly Synthesized[],
): FaceMetrics {
  const { unitsPerEm, capHeight, xHeight, italicAngle } = said.metrics
  const topOf = (letter: string) => {
    const glyph = font.glyphOf(letter.charCodeAt(0))
    return glyph === 0 ? undefined : font.extents(glyph)?.top
  }
  return {
    ...said.metrics,
    capHeight: capHeight ?? topOf('H') ?? Math.round(unitsPerEm * 0.7),
    xHeight: xHeight ?? topOf('x') ?? Math.round(unitsPerEm / 2),
    italicAngle: angleOf(italicAngle, synthesized),
  }
}

/**
 * The value for a key, made on first asking. Bounded by what a face has: its glyphs, its
 * characters.
 */
function kept<T>(map: Map<number, T>, key: number, make: (key: number) => T): T {
  const keptEntry = map.get(key)
  if (keptEntry !== undefined || map.has(key)) return keptEntry as T
  const made = make(key)
  map.set(key, made)
  return made
}
