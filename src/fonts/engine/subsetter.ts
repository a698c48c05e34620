import { fail } from '../../problem/index.ts'
import type { WasmModule } from '../platform-types.ts'
import type { Coordinates } from '../variations.ts'
import { type Calls, callsOf } from './calls.ts'
import { withOwnName } from './own-name.ts'
import { type Heap, tagNumber } from './wasm-memory.ts'

/**
 * The glyphs that a font file keeps: some glyphs under their ids, or everything that shows some
 * characters.
 */
export type Kept = { readonly glyphs: Iterable<number> } | { readonly codePoints: Iterable<number> }

/**
 * A font file with a part of its glyphs; of a variable font, as it stands `at` its coordinates. With
 * glyphs it is what a document takes; with characters it can be set text in, with all its features.
 * `name` is for messages.
 */
export type Subsetter = (
  bytes: Uint8Array,
  index: number,
  kept: Kept,
  at: Coordinates,
  name: string,
) => Uint8Array

const flagNoHinting = 0x1
const flagRetainGlyphIds = 0x2
/** Missing glyphs must stay visible. */
const flagKeepMissingOutline = 0x40
const flagNoLayoutClosure = 0x200
const setOfDroppedTables = 3
const setOfFeatures = 6
const memoryModeReadOnly = 1

/** Tables that a PDF reader has no use for: shaping is done, and names stand in the document. */
const dropped = [
  'GSUB',
  'GPOS',
  'GDEF',
  'BASE',
  'kern',
  'name',
  'post',
  'OS/2',
  'STAT',
  'DSIG',
  'meta',
]

/** Tables that no text is set with. */
const droppedOfText = ['DSIG', 'meta']

const used = [
  '_initialize malloc free hb_blob_create hb_blob_destroy hb_blob_get_length hb_blob_get_data',
  'hb_face_create hb_face_destroy hb_face_reference_blob hb_set_add hb_subset_or_fail',
  'hb_subset_input_create_or_fail hb_subset_input_destroy hb_subset_input_glyph_set',
  'hb_subset_input_set hb_subset_input_set_flags hb_subset_input_pin_all_axes_to_default',
  'hb_subset_input_unicode_set hb_set_clear hb_set_invert',
  'hb_subset_input_pin_axis_location',
]
  .join(' ')
  .split(' ')

/** A running module. */
interface Running {
  readonly hb: Calls
  readonly heap: Heap
}

/** Its memory cannot grow: a font that finds no room in what others have left gets a module of its own. */
export function startSubsetter(module: WasmModule): Subsetter {
  let running: Running | undefined
  return (bytes, index, kept, at, name) => {
    const isText = 'codePoints' in kept
    const wanted = { isText, values: [...(isText ? kept.codePoints : kept.glyphs)] }
    const again = running && attempt(running, bytes, index, wanted, at, name)
    if (again) return again
    running = start(module)
    const subset = attempt(running, bytes, index, wanted, at, name)
    if (subset) return subset
    running = undefined
    return fail('font-subset', `the font ${name} could not be subset`)
  }
}

function start(module: WasmModule): Running {
  const { exports } = new WebAssembly.Instance(module)
  if (!(exports.memory instanceof WebAssembly.Memory)) return fail('engine', 'no memory')
  const hb = callsOf(exports, used)
  hb._initialize()
  return { hb, heap: { malloc: hb.malloc, free: hb.free, memory: exports.memory } }
}

/** Everything it takes it gives back; undefined if the font, or its memory, did not allow it. */
function attempt(
  { hb, heap }: Running,
  bytes: Uint8Array,
  index: number,
  { isText, values }: { readonly isText: boolean; readonly values: readonly number[] },
  at: Coordinates,
  name: string,
): Uint8Array | undefined {
  const pointer = hb.malloc(Math.max(1, bytes.length))
  if (pointer === 0) return undefined
  new Uint8Array(heap.memory.buffer).set(bytes, pointer)
  const blob = hb.hb_blob_create(pointer, bytes.length, memoryModeReadOnly, 0, 0)
  const face = hb.hb_face_create(blob, index)
  const input = hb.hb_subset_input_create_or_fail()
  try {
    if (input === 0) return undefined
    const always = flagNoHinting | flagKeepMissingOutline
    const flags = isText ? always : always | flagRetainGlyphIds | flagNoLayoutClosure
    hb.hb_subset_input_set_flags(input, flags)
    pinAxes(hb, input, face, at)
    const kept = isText
      ? hb.hb_subset_input_unicode_set(input)
      : hb.hb_subset_input_glyph_set(input)
    for (const value of values) hb.hb_set_add(kept, value)
    const drop = hb.hb_subset_input_set(input, setOfDroppedTables)
    for (const tag of isText ? droppedOfText : dropped) hb.hb_set_add(drop, tagNumber(tag))
    if (isText) {
      const features = hb.hb_subset_input_set(input, setOfFeatures)
      hb.hb_set_clear(features)
      hb.hb_set_invert(features)
    }
    const subset = hb.hb_subset_or_fail(face, input)
    if (subset === 0) return undefined
    const file = written({ hb, heap }, subset)
    // A subset of glyphs alone has no table of names.
    return isText ? withOwnName(file) : file
  } catch (error) {
    // A trap leaves the module's memory in no state to go on with.
    return fail('font-subset', `the font ${name} could not be subset`, { hint: String(error) })
  } finally {
    hb.hb_subset_input_destroy(input)
    hb.hb_face_destroy(face)
    hb.hb_blob_destroy(blob)
    hb.free(pointer)
  }
}

/** The bytes of a subset, which is given back. */
function written({ hb, heap }: Running, subset: number): Uint8Array {
  const result = hb.hb_face_reference_blob(subset)
  const length = hb.hb_blob_get_length(result)
  const data = hb.hb_blob_get_data(result, 0)
  const copy = new Uint8Array(heap.memory.buffer).slice(data, data + length)
  hb.hb_blob_destroy(result)
  hb.hb_face_destroy(subset)
  return copy
}

/** A PDF reader knows no axes: all are pinned, those that are not named where they usually are. */
function pinAxes(hb: Calls, input: number, face: number, at: Coordinates) {
  hb.hb_subset_input_pin_all_axes_to_default(input, face)
  for (const [tag, value] of at) {
    hb.hb_subset_input_pin_axis_location(input, face, tagNumber(tag), value)
  }
}
