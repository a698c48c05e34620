import type { ValueOf } from './kinds.ts'
import type * as kind from './property-kinds.ts'

/** The growth of values in units with the size of their text, for each kind of value. */

export const length = (units: number, ratio: number): number => units * ratio

export function leading(value: ValueOf<typeof kind.leading>, ratio: number): typeof value {
  return value.kind === 'units' ? { ...value, units: value.units * ratio } : value
}

export function line(value: ValueOf<typeof kind.lineDecoration>, ratio: number): typeof value {
  if (typeof value === 'boolean') return value
  const { width, gap, dash } = value
  const lengths = times({ width, gap }, ratio)
  return { ...value, ...lengths, ...(dash && { dash: dash.map(part => part * ratio) }) }
}

export function padding(value: ValueOf<typeof kind.padding>, ratio: number): typeof value {
  return typeof value === 'number' ? value * ratio : times(value, ratio)
}

export function stroke(value: ValueOf<typeof kind.stroke>, ratio: number): typeof value {
  return value === 'none' ? value : { ...value, width: value.width * ratio }
}

export function backing(value: ValueOf<typeof kind.backing>, ratio: number): typeof value {
  if (value === 'none') return value
  const { radius, border } = value
  return {
    ...value,
    ...times({ radius }, ratio),
    ...(value.padding !== undefined && { padding: padding(value.padding, ratio) }),
    ...(border && { border: { ...border, width: border.width * ratio } }),
  }
}

export function border(value: ValueOf<typeof kind.outerBorder>, ratio: number): typeof value {
  if (value === 'none') return value
  return { ...value, ...times({ width: value.width, radius: value.radius }, ratio) }
}

export function shadow(value: ValueOf<typeof kind.shadow>, ratio: number): typeof value {
  if (value === 'none') return value
  return { ...value, ...times({ x: value.x, y: value.y, blur: value.blur }, ratio) }
}

export function marker(value: ValueOf<typeof kind.marker>, ratio: number): typeof value {
  return value === 'none' ? value : { ...value, ...times({ indent: value.indent }, ratio) }
}

export function tabs(value: ValueOf<typeof kind.tabs>, ratio: number): typeof value {
  return value.map(tab => ({ ...tab, at: tab.at * ratio }))
}

/** The lengths that are there, so many times as large. */
function times<T extends Readonly<Record<string, number | undefined>>>(
  lengths: T,
  ratio: number,
): T {
  const scaled = { ...lengths }
  for (const key in scaled) {
    const scaledValue = scaled[key]
    if (scaledValue === undefined) delete scaled[key]
    else Object.assign(scaled, { [key]: scaledValue * ratio })
  }
  return scaled
}
