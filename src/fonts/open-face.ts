import { fail } from '../problem/index.ts'
import type { ContainedFont } from './containers/open-container.ts'
import type { Engine, EngineFont } from './engine/harfbuzz.ts'
import type { Subsetter } from './engine/subsetter.ts'
import type { Extents, Face, Outline } from './face.ts'
import { type FaceNames, readFaceNames, readSfnt } from './sfnt.ts'
import type { Coordinates } from './variations.ts'

/** What faces are opened with: one for a whole shelf. */
export interface FontEngines {
  readonly engine: Engine
  /** Started on first use; it is a second WASM module that only documents need. */
  readonly subsetter: () => Subsetter
}

/** Reads what a font file says of itself, without opening it in the engine. */
export function inspectFace({ bytes, index }: ContainedFont, name: string): FaceNames {
  return readFaceNames(readSfnt(bytes, name, index), name)
}

/**
 * Opens a face, of a variable font as it stands `at` its coordinates; `name` is what messages call it, `key` tells it from all others of its shelf.
 * `release` gives its memory back; what was not read of it until then cannot be read after.
 */
export function openFace(
  engines: FontEngines,
  font: ContainedFont,
  at: Coordinates,
  name: string,
  key: string,
): { face: Face; release: () => void } {
  const { bytes, index } = font
  const said = inspectFace(font, name)
  const opened = engines.engine.open(bytes, index, at, name)
  const outlines = new Map<number, Outline>()
  const extents = new Map<number, Extents | undefined>()
  const glyphs = new Map<number, number>()
  let released = false
  /** The engine would read memory that is another's by now. */
  function whileOpen(): EngineFont {
    return released ? fail('closed-shelf', `the shelf of the font ${name} is closed`) : opened
  }
  const face: Face = {
    key,
    ...said,
    coordinates: at,
    weight: at.get('wght') ?? said.weight,
    bytes,
    glyphOf: codePoint => kept(glyphs, codePoint, c => whileOpen().glyphOf(c)),
    advance: glyph => whileOpen().advance(glyph),
    extents: glyph => kept(extents, glyph, g => whileOpen().extents(g)),
    outline: glyph => kept(outlines, glyph, g => whileOpen().outline(g)),
    shape: (text, segment) => whileOpen().shape(text, segment),
    subset: wanted => engines.subsetter()(bytes, index, wanted, at, name),
  }
  const release = () => {
    if (!released) opened.release()
    released = true
  }
  return { face, release }
}

/** The value for a key, made on first asking. Bounded by what a face has: its glyphs, its characters. */
function kept<T>(map: Map<number, T>, key: number, make: (key: number) => T): T {
  const found = map.get(key)
  if (found !== undefined || map.has(key)) return found as T
  const made = make(key)
  map.set(key, made)
  return made
}
