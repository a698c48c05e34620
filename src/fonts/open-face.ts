import type { Engine } from './engine/harfbuzz.ts'
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

/** Opens a face; `name` is what messages call it. `release` gives its memory back. */
export function openFace(
  engines: FontEngines,
  bytes: Uint8Array,
  name: string,
): { face: Face; release: () => void } {
  const said = inspectFace(bytes, name)
  const font = engines.engine.open(bytes, 0, name)
  const outlines = new Map<number, Outline>()
  const extents = new Map<number, Extents | undefined>()
  const glyphs = new Map<number, number>()
  const face: Face = {
    key: `${said.postScriptName}:${name}`,
    ...said,
    bytes,
    glyphOf: codePoint => kept(glyphs, codePoint, font.glyphOf),
    advance: font.advance,
    extents: glyph => kept(extents, glyph, font.extents),
    outline: glyph => kept(outlines, glyph, font.outline),
    shape: font.shape,
    subset: wanted => engines.subsetter()(bytes, 0, wanted, name),
  }
  return { face, release: font.release }
}

/** The value for a key, made on first asking. Bounded by what a face has: its glyphs, its characters. */
function kept<T>(map: Map<number, T>, key: number, make: (key: number) => T): T {
  const found = map.get(key)
  if (found !== undefined || map.has(key)) return found as T
  const made = make(key)
  map.set(key, made)
  return made
}
