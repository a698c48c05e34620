import type { Style } from './style.ts'

/** What the person reading prefers. */
export interface ReaderSettings {
  /** How much larger text is to be; 1 is as designed. */
  readonly scale?: number
  /**
   * `eased` (the default): large styles grow less than body text. `linear`: all grow alike, as
   * WCAG 2.2, 1.4.4, asks where this is the only way to enlarge text.
   */
  readonly growth?: 'eased' | 'linear'
  /** `wide` sets lines, words, letters and paragraphs as far apart as WCAG 2.2, 1.4.12, asks. */
  readonly spacing?: 'normal' | 'wide'
  /** Every style in a heavier weight. */
  readonly bold?: boolean
  /** `more` applies the sheet's mode `more-contrast`. */
  readonly contrast?: 'normal' | 'more'
}

/** Sizes up to this one grow by the whole of the reader's scale: body text and all that is smaller. */
const bodySize = 20

/** How much of the scale the part of a size above that still gets: scale to this power. */
const growthAbove = 0.4

/**
 * The size a reader gets: f(size, scale) = scale · size up to 20 units; of what is above them,
 * scale^0.4. Continuous, strictly rising in both, f(size, 1) = size; so large styles grow less,
 * and none ever overtakes another.
 */
export function scaledSize(size: number, { scale = 1, growth = 'eased' }: ReaderSettings): number {
  if (growth === 'linear') return size * scale
  const body = Math.min(size, bodySize)
  return body * scale + (size - body) * scale ** growthAbove
}

/** WCAG 2.2, 1.4.12: lines 1.5 times the size, letters 0.12, words 0.16, after paragraphs twice. */
const wide = { leading: 1.5, tracking: 0.12, wordSpacing: 0.16, spaceAfter: 2 }

/** How much heavier bold text is, and the heaviest it makes. */
const bolder = 300
const heaviest = 900

/** Superscripts and subscripts: how large, and how far up or down, in ems of the text around. */
const scripts = { super: { size: 0.62, rise: 0.34 }, sub: { size: 0.62, rise: -0.14 } }

/**
 * A style as a reader gets it: the size scaled once, as it was resolved, within the style's own
 * bounds; lengths in units along with it; superscripts and subscripts as size and shift.
 */
export function readerStyle(style: Style, reader: ReaderSettings): Style {
  const grown = style.scaling ? bounded(scaledSize(style.size, reader), style) : style.size
  const ratio = grown / style.size
  const sized = ratio === 1 ? style : { ...scaledStyle(style, ratio), size: grown }
  const bold = reader.bold
    ? { weight: Math.max(style.weight, Math.min(heaviest, style.weight + bolder)) }
    : undefined
  const spaced = reader.spacing === 'wide' ? wideSpacing(sized) : undefined
  const result = bold || spaced ? { ...sized, ...bold, ...spaced } : sized
  if (result.position === 'normal') return result
  const { size, rise } = scripts[result.position]
  const shift = (result.shift + rise) / size
  return { ...result, position: 'normal', size: result.size * size, shift }
}

/** A style whose size, and every length in units with it, is so many times as large. */
export function scaledStyle(style: Style, ratio: number): Style {
  if (ratio === 1) return style
  return { ...style, ...scaledLengths(style, ratio), size: style.size * ratio }
}

function bounded(size: number, { smallest = 0, largest = Infinity }: Style): number {
  return Math.min(largest, Math.max(smallest, size))
}

function wideSpacing(style: Style) {
  const { leading, size } = style
  const lines = leading.kind === 'times' ? leading.factor : leading.units / size
  return {
    leading: lines < wide.leading ? ({ kind: 'times', factor: wide.leading } as const) : leading,
    tracking: Math.max(style.tracking, wide.tracking),
    wordSpacing: Math.max(style.wordSpacing, wide.wordSpacing),
    spaceAfter: Math.max(style.spaceAfter, wide.spaceAfter * size),
  }
}

/** Every length of a style that is in units, times a ratio. */
function scaledLengths(style: Style, ratio: number): Partial<Style> {
  const times = (units: number) => units * ratio
  const { leading, stroke, backing, shadow, frame, marker } = style
  return {
    leading: leading.kind === 'units' ? { ...leading, units: times(leading.units) } : leading,
    firstIndent: times(style.firstIndent),
    startIndent: times(style.startIndent),
    endIndent: times(style.endIndent),
    spaceBefore: times(style.spaceBefore),
    spaceAfter: times(style.spaceAfter),
    tabs: style.tabs.map(tab => ({ ...tab, at: times(tab.at) })),
    padding: scaledPadding(style.padding, ratio),
    stroke: stroke === 'none' ? stroke : { ...stroke, width: times(stroke.width) },
    backing: backing === 'none' ? backing : { ...backing, ...scaledBox(backing, ratio) },
    frame: frame === 'none' ? frame : { ...frame, ...scaledBox(frame, ratio) },
    shadow:
      shadow === 'none'
        ? shadow
        : { ...shadow, ...allTimes({ x: shadow.x, y: shadow.y, blur: shadow.blur }, ratio) },
    marker:
      marker === 'none' ? marker : { ...marker, ...allTimes({ indent: marker.indent }, ratio) },
    underline: scaledLine(style.underline, ratio),
    overline: scaledLine(style.overline, ratio),
    strike: scaledLine(style.strike, ratio),
  }
}

function scaledLine(line: Style['underline'], ratio: number): Style['underline'] {
  if (typeof line === 'boolean') return line
  const { width, gap, dash } = line
  const lengths = allTimes({ width, gap }, ratio)
  return { ...line, ...lengths, ...(dash && { dash: dash.map(length => length * ratio) }) }
}

function scaledPadding(padding: Style['padding'], ratio: number): Style['padding'] {
  return typeof padding === 'number' ? padding * ratio : allTimes(padding, ratio)
}

/** Radius and border, and padding where there is one. */
function scaledBox<B extends { readonly width: number }>(
  { padding, radius, border }: { padding?: Style['padding']; radius?: number; border?: B },
  ratio: number,
) {
  return {
    ...allTimes({ radius }, ratio),
    ...(padding !== undefined && { padding: scaledPadding(padding, ratio) }),
    ...(border && { border: { ...border, width: border.width * ratio } }),
  }
}

/** The lengths that are there, times a ratio. */
function allTimes<T extends Readonly<Record<string, number | undefined>>>(
  lengths: T,
  ratio: number,
): T {
  const scaled = { ...lengths }
  for (const key in scaled) {
    const length = scaled[key]
    if (length === undefined) delete scaled[key]
    else Object.assign(scaled, { [key]: length * ratio })
  }
  return scaled
}
