import { fail } from '../problem/index.ts'
import type { Engine, EngineFont } from './engine/harfbuzz.ts'
import type { Subsetter } from './engine/subsetter.ts'
import type { Extents, Face, Outline } from './face.ts'
import { type FaceNames, readFaceNames, readSfnt } from './sfnt.ts'

/** What faces are opened with: one for a whole shelf. */
export interface FontEngines {
  readonly engine: Engine
  /** Started on first use; it is a second WASM module that only documents need. */
  readonly subsetter: () => Subsetter
}

/** Reads what a font file says of itself, without opening it in the engine. */
export function inspectFace(bytes: Uint8Array, name: string): FaceNames {
  return readFaceNames(readSfnt(bytes, name), name)
}

/**
 * Opens a face; `name` is what messages call it, `key` tells it from all others of its shelf.
 * `release` gives its memory back; what was not read of it until then cannot be read after.
 */
export function openFace(
  engines: FontEngines,
  bytes: Uint8Array,
  name: string,
  key: string,
): { face: Face; release: () => void } {
  const said = inspectFace(bytes, name)
  const font = engines.engine.open(bytes, 0, name)
  const outlines = new Map<number, Outline>()
  const extents = new Map<number, Extents | undefined>()
  const glyphs = new Map<number, number>()
  let released = false
  /** The engine would read memory that is another's by now. */
  function whileOpen(): EngineFont {
    return released ? fail('closed-shelf', `the shelf of the font ${name} is closed`) : font
  }
  const face: Face = {
    key,
    ...said,
    bytes,
    glyphOf: codePoint => kept(glyphs, codePoint, c => whileOpen().glyphOf(c)),
    advance: glyph => whileOpen().advance(glyph),
    extents: glyph => kept(extents, glyph, g => whileOpen().extents(g)),
    outline: glyph => kept(outlines, glyph, g => whileOpen().outline(g)),
    shape: (text, segment) => whileOpen().shape(text, segment),
    subset: wanted => engines.subsetter()(bytes, 0, wanted, name),
  }
  const release = () => {
    if (!released) font.release()
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
