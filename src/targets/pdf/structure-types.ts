/**
 * The structure types of ISO 32000 (14.8.4) for roles of WAI-ARIA, which say the same in HTML and
 * SVG: what a role has no type for is a division.
 */
const types: Readonly<Record<string, string>> = {
  article: 'Art',
  blockquote: 'BlockQuote',
  caption: 'Caption',
  cell: 'TD',
  code: 'Code',
  columnheader: 'TH',
  'doc-footnote': 'Note',
  'doc-index': 'Index',
  'doc-toc': 'TOC',
  'doc-tocitem': 'TOCI',
  figure: 'Figure',
  img: 'Figure',
  list: 'L',
  listitem: 'LI',
  main: 'Sect',
  math: 'Formula',
  note: 'Note',
  paragraph: 'P',
  region: 'Sect',
  row: 'TR',
  rowgroup: 'TBody',
  rowheader: 'TH',
  table: 'Table',
}

/** Six levels; what is deeper is as the sixth. */
export function structureType(
  role: string | undefined,
  level: number | undefined,
  label: string | undefined,
): string {
  if (role === 'heading') return `H${Math.max(1, Math.min(6, level ?? 1))}`
  if (role === undefined) return label === undefined ? 'Div' : 'Figure'
  return Object.hasOwn(types, role) ? types[role] : 'Div'
}

/** What is there to be seen only: lines, backgrounds, running heads (14.8.2.2). */
export const isArtifact = (role: string | undefined) => role === 'none' || role === 'presentation'
