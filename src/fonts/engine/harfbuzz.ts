import { glyphRows } from '../../blocks/index.ts'
import type { Extents, Outline } from '../../geometry/index.ts'
import { fail } from '../../problem/index.ts'
import type { ColorPart } from '../color-glyph.ts'
import type { Context, Segment, ShapedGlyphs } from '../face.ts'
import type { WasmModule } from '../platform-types.ts'
import type { Coordinates } from '../variations.ts'
import { type Calls, callsOf } from './calls.ts'
import type { ColorPen } from './color-pen.ts'
import { loadedColorPen } from './later-color-pen.ts'
import { outlinePen } from './outline-pen.ts'
import { allocate, type Heap, place, tagNumber } from './wasm-memory.ts'

/** A font in HarfBuzz's memory, until it is released. */
export interface EngineFont {
  shape(text: string, segment: Segment, context?: Context): ShapedGlyphs
  glyphOf(codePoint: number): number
  advance(glyph: number): number
  extents(glyph: number): Extents | undefined
  outline(glyph: number): Outline
  /** The parts of a color glyph. */
  colorParts(glyph: number): readonly ColorPart[] | undefined
  release(): void
}

export interface Engine {
  /**
   * `at` is where a variable font stands; `name` is for messages. The bytes must be a font that our own reader has checked.
   */
  open(bytes: Uint8Array, index: number, at: Coordinates, name: string): EngineFont
}

const used = [
  'malloc free hb_blob_create hb_blob_destroy hb_face_create hb_face_destroy hb_font_create',
  'hb_font_destroy hb_font_set_variations hb_font_get_nominal_glyph hb_font_get_glyph_h_advance hb_font_get_glyph_extents',
  'hb_font_draw_glyph hb_draw_funcs_create hb_draw_funcs_set_move_to_func',
  'hb_draw_funcs_set_line_to_func hb_draw_funcs_set_quadratic_to_func',
  'hb_draw_funcs_set_cubic_to_func hb_draw_funcs_set_close_path_func hb_buffer_create',
  'hb_buffer_clear_contents hb_buffer_set_direction hb_buffer_set_script hb_buffer_set_language',
  'hb_buffer_add_utf16 hb_buffer_get_length hb_buffer_get_glyph_infos',
  'hb_buffer_get_glyph_positions hb_language_from_string hb_shape __wasm_call_ctors',
  'hb_font_paint_glyph_or_fail hb_paint_funcs_create hb_color_line_get_color_stops',
  'hb_color_line_get_extend hb_paint_funcs_set_push_transform_func',
  'hb_paint_funcs_set_pop_transform_func hb_paint_funcs_set_push_clip_glyph_func',
  'hb_paint_funcs_set_push_clip_rectangle_func hb_paint_funcs_set_pop_clip_func',
  'hb_paint_funcs_set_color_func hb_paint_funcs_set_linear_gradient_func',
  'hb_paint_funcs_set_radial_gradient_func hb_paint_funcs_set_sweep_gradient_func',
  'hb_paint_funcs_set_push_group_func hb_paint_funcs_set_pop_group_func',
]
  .join(' ')
  .split(' ')

const alone: Context = { before: '', after: '' }
const memoryModeWritable = 2
const directions = { ltr: 4, rtl: 5 }
/** Bytes of `hb_glyph_info_t` and `hb_glyph_position_t`, both five 32-bit fields. */
const fields = 5
/** Bytes of `hb_feature_t`: tag, value, start, end. */
const featureSize = 16
/** Bytes of `hb_variation_t`: tag and value. */
const variationSize = 8

/** A thin binding over HarfBuzz's WASM: only what is used, every block of memory released by name. */
export function startEngine(module: WasmModule): Engine {
  let memory: WebAssembly.Memory | undefined
  const stop = () => fail('engine', 'the shaping engine stopped; the font may be broken')
  const instance = new WebAssembly.Instance(module, {
    wasi_snapshot_preview1: { proc_exit: stop },
    env: {
      _abort_js: stop,
      _emscripten_runtime_keepalive_clear() {},
      _setitimer_js: () => 0,
      emscripten_resize_heap: (size: number) => (growTo(memory, size >>> 0) ? 1 : 0),
    },
  })
  const { exports } = instance
  if (!(exports.memory instanceof WebAssembly.Memory)) return stop()
  memory = exports.memory
  const hb = callsOf(exports, used)
  const heap: Heap = { malloc: hb.malloc, free: hb.free, memory }
  hb.__wasm_call_ctors()
  const outlineOf = outlinePen(exports, hb)
  // Few texts have colored glyphs: what paints them is made for the first that has.
  let colorsOf: ColorPen | undefined
  const loaded = loadedFonts(hb, heap)
  const buffer = hb.hb_buffer_create()
  const scratch = scratchPad(heap)
  const readGlyphs = glyphReader(hb, heap)
  const languages = new Map<string, number>()

  function languageOf(tag: string): number {
    let language = languages.get(tag)
    if (language === undefined) {
      const bytes = new TextEncoder().encode(tag)
      const pointer = place(heap, bytes, 'a language tag')
      language = hb.hb_language_from_string(pointer, bytes.length)
      hb.free(pointer)
      languages.set(tag, language)
    }
    return language
  }

  const scripts = new Map<string, number>()
  function scriptNumber(script: string): number {
    let number = scripts.get(script)
    if (number === undefined) {
      number = tagNumber(script)
      scripts.set(script, number)
    }
    return number
  }

  function shape(
    font: number,
    text: string,
    segment: Segment,
    { before, after }: Context = alone,
  ): ShapedGlyphs {
    const whole = before === '' && after === '' ? text : before + text + after
    const { features } = segment
    const textBytes = whole.length * 2
    const start = scratch(features.length * featureSize + textBytes)
    if (features.length > 0) writeFeatures(new DataView(heap.memory.buffer), start, features)
    const textStart = start + features.length * featureSize
    const units = new Uint16Array(heap.memory.buffer, textStart, whole.length)
    for (let i = 0; i < whole.length; i++) units[i] = whole.charCodeAt(i)
    hb.hb_buffer_clear_contents(buffer)
    hb.hb_buffer_add_utf16(buffer, textStart, whole.length, before.length, text.length)
    hb.hb_buffer_set_direction(buffer, directions[segment.direction])
    hb.hb_buffer_set_script(buffer, scriptNumber(segment.script))
    hb.hb_buffer_set_language(buffer, languageOf(segment.language))
    hb.hb_shape(font, buffer, start, features.length)
    return readGlyphs(buffer, before.length)
  }

  function setVariations(font: number, coordinates: Coordinates) {
    if (coordinates.size === 0) return
    const start = scratch(coordinates.size * variationSize)
    const view = new DataView(heap.memory.buffer, start)
    ;[...coordinates].forEach(([tag, value], i) => {
      view.setUint32(i * variationSize, tagNumber(tag), true)
      view.setFloat32(i * variationSize + 4, value, true)
    })
    hb.hb_font_set_variations(font, start, coordinates.size)
  }

  return {
    open(bytes, index, coordinates, name) {
      const { face, drop } = loaded(bytes, index, name)
      const font = hb.hb_font_create(face)
      setVariations(font, coordinates)
      return {
        shape: (text, segment, context) => shape(font, text, segment, context),
        advance: glyph => hb.hb_font_get_glyph_h_advance(font, glyph),
        outline: glyph => outlineOf(font, glyph),
        colorParts(glyph) {
          colorsOf ??= loadedColorPen()?.(exports, hb, heap, outlineOf)
          return colorsOf?.(font, glyph)
        },
        glyphOf(codePoint) {
          const at = scratch(4)
          const hasGlyph = hb.hb_font_get_nominal_glyph(font, codePoint, at)
          return hasGlyph ? new DataView(heap.memory.buffer).getUint32(at, true) : 0
        },
        extents(glyph) {
          const at = scratch(16)
          if (!hb.hb_font_get_glyph_extents(font, glyph, at)) return undefined
          const view = new DataView(heap.memory.buffer, at)
          const [left, top, width, height] = [0, 4, 8, 12].map(o => view.getInt32(o, true))
          if (width === 0 && height === 0) return undefined
          return { left, top, right: left + width, bottom: top + height }
        },
        release() {
          hb.hb_font_destroy(font)
          drop()
        },
      }
    },
  }
}

/**
 * Fonts in the engine's memory, each once: a variable font is used at many places of its axes, and
 * a collection by many of its faces. What nobody uses any more is given back.
 */
function loadedFonts(hb: Calls, heap: Heap) {
  const blobs = new Map<Uint8Array, { pointer: number; blob: number; users: number }>()
  return (bytes: Uint8Array, index: number, name: string) => {
    let keptBlob = blobs.get(bytes)
    if (!keptBlob) {
      const pointer = place(heap, bytes, `the font ${name}`)
      const blob = hb.hb_blob_create(pointer, bytes.length, memoryModeWritable, 0, 0)
      keptBlob = { pointer, blob, users: 0 }
      blobs.set(bytes, keptBlob)
    }
    const used = keptBlob
    used.users++
    const face = hb.hb_face_create(used.blob, index)
    const drop = () => {
      hb.hb_face_destroy(face)
      used.users--
      if (used.users > 0) return
      blobs.delete(bytes)
      hb.hb_blob_destroy(used.blob)
      hb.free(used.pointer)
    }
    return { face, drop }
  }
}

function growTo(memory: WebAssembly.Memory | undefined, size: number): boolean {
  if (!memory) return false
  const wasmPage = 65536
  try {
    memory.grow(Math.max(1, Math.ceil((size - memory.buffer.byteLength) / wasmPage)))
    return true
  } catch {
    return false
  }
}

/** A block of memory kept between calls and grown when it is too small. */
function scratchPad(heap: Heap): (size: number) => number {
  let pointer = 0
  let size = 0
  return wanted => {
    if (wanted > size || pointer === 0) {
      if (pointer !== 0) heap.free(pointer)
      size = Math.max(1024, wanted * 2)
      pointer = allocate(heap, size, 'a text to shape')
    }
    return pointer
  }
}

/** `liga=0`, `smcp` (which is `smcp=1`): over the whole text. */
function writeFeatures(view: DataView, start: number, features: readonly string[]) {
  features.forEach((feature, i) => {
    const at = start + i * featureSize
    const [tag, value = '1'] = feature.split('=')
    view.setUint32(at, tagNumber(tag), true)
    view.setUint32(at + 4, Number(value), true)
    view.setUint32(at + 8, 0, true)
    view.setUint32(at + 12, 0xffffffff, true)
  })
}

/** Reads what was shaped; views of the memory are made anew when it has grown. */
function glyphReader(hb: Calls, heap: Heap): (buffer: number, start: number) => ShapedGlyphs {
  let words = new Uint32Array(heap.memory.buffer)
  let signed = new Int32Array(heap.memory.buffer)
  return (buffer, start) => {
    if (words.buffer !== heap.memory.buffer) {
      words = new Uint32Array(heap.memory.buffer)
      signed = new Int32Array(heap.memory.buffer)
    }
    const count = hb.hb_buffer_get_length(buffer)
    const infos = hb.hb_buffer_get_glyph_infos(buffer, 0) >> 2
    const positions = hb.hb_buffer_get_glyph_positions(buffer, 0) >> 2
    const shaped = glyphRows(count)
    const { glyphs, advances, offsetsX, offsetsY, clusters, unsafe } = shaped
    for (let i = 0, info = infos, at = positions; i < count; i++, info += fields, at += fields) {
      glyphs[i] = words[info]
      unsafe[i] = words[info + 1] & 1 // HB_GLYPH_FLAG_UNSAFE_TO_BREAK
      clusters[i] = words[info + 2] - start
      advances[i] = signed[at]
      offsetsX[i] = signed[at + 2]
      offsetsY[i] = signed[at + 3]
    }
    return shaped
  }
}
