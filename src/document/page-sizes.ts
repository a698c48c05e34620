/** Paper in points, upright: ISO 216 in millimeters, and sizes in inches. */
const millimeters = {
  A3: [297, 420],
  A4: [210, 297],
  A5: [148, 210],
  A6: [105, 148],
  B5: [176, 250],
} as const
const inches = { letter: [8.5, 11], legal: [8.5, 14], ledger: [11, 17] } as const

/** A size of paper by its name, such as `A4`. */
export type PageSize = keyof typeof millimeters | keyof typeof inches

const isPageSize = (name: string): name is PageSize => name in millimeters || name in inches

export const pageSizes: readonly PageSize[] = [
  ...Object.keys(millimeters),
  ...Object.keys(inches),
].filter(isPageSize)

/** Width and height of a size by name, in points; turned on its side where that is asked for. */
export function sizeOf(
  name: PageSize,
  isLandscape: boolean,
): readonly [width: number, height: number] {
  const [width, height] =
    name in millimeters
      ? millimeters[name as keyof typeof millimeters].map(mm => (mm * 72) / 25.4)
      : inches[name as keyof typeof inches].map(inch => inch * 72)
  return isLandscape ? [height, width] : [width, height]
}
