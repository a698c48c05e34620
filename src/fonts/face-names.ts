import { fail } from '../problem/index.ts'
import type { FaceMetrics } from './face.ts'
import { namedWeight } from './named-weight.ts'
import type { SfntTables } from './sfnt.ts'
import type { Slant } from './slant.ts'
import { type NamedInstance, readAxes, type VariationAxis } from './variations.ts'

/** Facts about a face from `name`, `OS/2`, `head`, `hhea`, `post`, `maxp` and `fvar`. */
export interface FaceNames {
  /** Empty where it has no name: fonts that are made small for the web may have none. */
  readonly family: string
  readonly postScriptName: string
  /** Its name within the family: `Bold Italic`. */
  readonly styleName: string
  readonly weight: number
  readonly slant: Slant
  /** Percent of the usual width. */
  readonly stretch: number
  readonly metrics: StatedMetrics
  readonly glyphCount: number
  readonly outlineFormat: 'glyf' | 'CFF' | 'CFF2'
  readonly embeddable: boolean
  /** Whether it has glyphs that are painted in colors of their own (`COLR`). */
  readonly colored: boolean
  /** Whether it has tables for OpenType layout; a face without is shaped letter by letter. */
  readonly openTypeLayout: boolean
  readonly axes: readonly VariationAxis[]
  readonly instances: readonly NamedInstance[]
}

/** Metrics before what a font does not state is measured. */
type StatedMetrics = Omit<FaceMetrics, 'capHeight' | 'xHeight'> & {
  readonly capHeight?: number
  readonly xHeight?: number
}

/** Percent by `OS/2.usWidthClass`, 1 to 9. */
const stretches = [50, 62.5, 75, 87.5, 100, 112.5, 125, 150, 200]

/** Reads names and metrics; a table too short for its fields is an error naming it. */
export function readFaceNames(tables: SfntTables, name: string): FaceNames {
  const read = (tag: string, size: number) => {
    const view = tables.table(tag)
    if (!view || view.byteLength < size) fail('bad-font', `${name}: table '${tag}' is too short`)
    return view
  }
  const os2 = tables.has('OS/2') ? read('OS/2', 78) : undefined
  const selection = os2?.getUint16(62) ?? 0
  const names = tables.has('name') ? readNames(read('name', 6)) : new Map<number, string>()
  const axes = readAxes(tables.table('fvar'), id => names.get(id))
  const family = familyOf(names, axes.axes) ?? ''
  return {
    family,
    styleName: names.get(17) ?? names.get(2) ?? '',
    postScriptName: names.get(6) || family.replace(/[^A-Za-z0-9-]/g, '') || 'Unnamed',
    weight: Math.min(1000, Math.max(1, os2?.getUint16(4) || 400)),
    stretch: stretches[(os2?.getUint16(6) ?? 5) - 1] ?? 100,
    slant: selection & 1 ? 'italic' : selection & 0x200 ? 'oblique' : 'normal',
    glyphCount: read('maxp', 6).getUint16(4),
    outlineFormat: tables.has('glyf') ? 'glyf' : tables.has('CFF ') ? 'CFF' : 'CFF2',
    // Among the usage permissions, only the value 2 is "restricted license embedding".
    embeddable: ((os2?.getUint16(8) ?? 0) & 0xf) !== 2,
    colored: tables.has('COLR') && tables.has('CPAL'),
    openTypeLayout: tables.has('GSUB') || tables.has('GPOS'),
    ...axes,
    metrics: readMetrics(read, os2, tables.has('post') ? read('post', 32) : undefined, name),
  }
}

/**
 * Typographic names (16, 17) hold families together that the older four-face families divide: those
 * have the name of their style at their end. Web fonts are often without name 16.
 */
function familyOf(names: Names, axes: readonly VariationAxis[]): string | undefined {
  const ofFour = names.get(1)
  const stated = names.get(16)
  if (stated !== undefined || ofFour === undefined) return stated ?? ofFour
  const last = ofFour.lastIndexOf(' ')
  const variesInWeight = axes.some(axis => axis.tag === 'wght')
  const style =
    names.get(17) ??
    (variesInWeight && namedWeight(ofFour.slice(last + 1)) !== undefined
      ? ofFour.slice(last + 1)
      : undefined)
  const hasStyle = style !== undefined && style !== '' && ofFour.endsWith(` ${style}`)
  return hasStyle ? ofFour.slice(0, -style.length - 1) : ofFour
}

function readMetrics(
  read: (tag: string, size: number) => DataView,
  os2: DataView | undefined,
  post: DataView | undefined,
  name: string,
): StatedMetrics {
  const unitsPerEm = read('head', 54).getUint16(18)
  if (unitsPerEm < 16 || unitsPerEm > 16384) {
    fail('bad-font', `${name}: table 'head' gives ${unitsPerEm} units per em (16 to 16384)`)
  }
  const hhea = read('hhea', 36)
  // OS/2.fsSelection bit 7 says that the typographic metrics are the ones to use.
  const typographic = os2 && (os2.getUint16(62) & 0x80) !== 0
  const hasHeights = os2 && os2.getUint16(0) >= 2 && os2.byteLength >= 90
  const [xHeight, capHeight] = hasHeights ? [os2.getInt16(86), os2.getInt16(88)] : [0, 0]
  return {
    unitsPerEm,
    ascent: typographic ? os2.getInt16(68) : hhea.getInt16(4),
    descent: typographic ? os2.getInt16(70) : hhea.getInt16(6),
    lineGap: typographic ? os2.getInt16(72) : hhea.getInt16(8),
    ...(xHeight > 0 && { xHeight }),
    ...(capHeight > 0 && { capHeight }),
    italicAngle: (post?.getInt32(4) ?? 0) / 65536,
    underlinePosition: post?.getInt16(8) || Math.round(-unitsPerEm / 10),
    underlineThickness: post?.getInt16(10) || Math.round(unitsPerEm / 20),
    strikePosition: os2?.getInt16(28) || Math.round(unitsPerEm / 4),
    strikeThickness: os2?.getInt16(26) || Math.round(unitsPerEm / 20),
  }
}

interface Names {
  get(id: number): string | undefined
}

/** No name is longer; records may share the bytes of one string, and claim it a thousand times. */
const longestName = 1024

/** Platforms of names (OpenType 1.9, `name`), those that are read, the best first. */
const [windows, unicode, macintosh] = [3, 0, 1]
const platforms: readonly number[] = [windows, unicode, macintosh]

/** The location of a name in its table; of several with one id, the lowest rank wins. */
interface NamePlace {
  readonly rank: number
  readonly isRoman: boolean
  readonly start: number
  readonly end: number
}

/** English comes before other languages, by the numbers of the two platforms that have them. */
const isEnglish = (platform: number, language: number) =>
  language === (platform === windows ? 0x409 : 0)

/**
 * Names by their `name` ids: those for Windows before those in Unicode, and these before old ones in
 * Mac Roman. Each is read when it is asked for: a table may hold thousands that nobody needs.
 */
function readNames(table: DataView): Names {
  const places = new Map<number, NamePlace>()
  const count = table.getUint16(2)
  const strings = table.getUint16(4)
  for (let i = 0, at = 6; i < count && at + 12 <= table.byteLength; i++, at += 12) {
    const [platform, encoding, language, id] = [0, 2, 4, 6].map(o => table.getUint16(at + o))
    const length = Math.min(longestName, table.getUint16(at + 8))
    const start = strings + table.getUint16(at + 10)
    const isRoman = platform === macintosh
    if (!platforms.includes(platform) || (isRoman && encoding !== 0)) continue
    if (start + length > table.byteLength) continue
    const rank = platforms.indexOf(platform) * 2 + (isEnglish(platform, language) ? 0 : 1)
    if (rank >= (places.get(id)?.rank ?? Infinity)) continue
    places.set(id, { rank, isRoman, start, end: start + length })
  }
  return {
    get(id) {
      const place = places.get(id)
      if (!place) return undefined
      const { isRoman, start, end } = place
      if (isRoman) {
        const bytes = new Uint8Array(table.buffer, table.byteOffset + start, end - start)
        return new TextDecoder('macintosh').decode(bytes)
      }
      let text = ''
      for (let at = start; at + 1 < end; at += 2) text += String.fromCharCode(table.getUint16(at))
      return text
    },
  }
}
