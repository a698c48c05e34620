import { fail } from '../../problem/index.ts'
import type { Coordinates } from '../variations.ts'
import { place, tagNumber } from './wasm-memory.ts'

/**
 * A font file with some glyphs only, under the ids they had; of a variable font, as it stands `at`
 * its coordinates. `name` is for messages.
 */
export type Subsetter = (
  bytes: Uint8Array,
  index: number,
  glyphs: Iterable<number>,
  at: Coordinates,
  name: string,
) => Uint8Array

type Call = (...args: number[]) => number

const flagNoHinting = 0x1
const flagRetainGlyphIds = 0x2
/** What is missing must be seen. */
const flagKeepMissingOutline = 0x40
const flagNoLayoutClosure = 0x200
const setOfDroppedTables = 3
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

/**
 * Starts from the module anew for every subset: its memory cannot grow, and a fresh instance is
 * cheaper (under a millisecond) than one font failing because of those before it.
 */
export function startSubsetter(module: WebAssembly.Module): Subsetter {
  return (bytes, index, glyphs, at, name) => {
    const { exports } = new WebAssembly.Instance(module)
    const call = (fn: string): Call => {
      const value = exports[fn]
      if (typeof value !== 'function') return fail('engine', `the subsetting module has no ${fn}`)
      return (...args) => value(...args)
    }
    if (!(exports.memory instanceof WebAssembly.Memory)) return fail('engine', 'no memory')
    call('_initialize')()
    const heap = { malloc: call('malloc'), free: call('free'), memory: exports.memory }
    const pointer = place(heap, bytes, `the font ${name}`)
    const blob = call('hb_blob_create')(pointer, bytes.length, memoryModeReadOnly, 0, 0)
    const face = call('hb_face_create')(blob, index)
    const input = call('hb_subset_input_create_or_fail')()
    const flags = flagNoHinting | flagRetainGlyphIds | flagKeepMissingOutline | flagNoLayoutClosure
    call('hb_subset_input_set_flags')(input, flags)
    const add = call('hb_set_add')
    pinAxes(call, input, face, at)
    const kept = call('hb_subset_input_glyph_set')(input)
    for (const glyph of glyphs) add(kept, glyph)
    const drop = call('hb_subset_input_set')(input, setOfDroppedTables)
    for (const tag of dropped) add(drop, tagNumber(tag))
    const subset = call('hb_subset_or_fail')(face, input)
    if (subset === 0) return fail('font-subset', `the font ${name} could not be subset`)
    const result = call('hb_face_reference_blob')(subset)
    const length = call('hb_blob_get_length')(result)
    const data = call('hb_blob_get_data')(result, 0)
    return new Uint8Array(heap.memory.buffer).slice(data, data + length)
  }
}

/** A PDF reader knows no axes: all are pinned, those that are not named where they usually are. */
function pinAxes(call: (name: string) => Call, input: number, face: number, at: Coordinates) {
  call('hb_subset_input_pin_all_axes_to_default')(input, face)
  for (const [tag, value] of at) {
    call('hb_subset_input_pin_axis_location')(input, face, tagNumber(tag), value)
  }
}
