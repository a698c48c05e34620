/** Units of a layout for one font unit of a face, at a size. */
export const unitScale = (
  { metrics }: { readonly metrics: { readonly unitsPerEm: number } },
  size: number,
): number => size / metrics.unitsPerEm
