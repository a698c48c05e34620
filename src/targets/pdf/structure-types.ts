import type { GroupItem } from '../../drawing/index.ts'

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
  'doc-epigraph': 'Epigraph',
  'doc-footnote': 'Note',
  'doc-index': 'Index',
  'doc-subtitle': 'Subtitle',
  'doc-toc': 'TOC',
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

/** The standard types for types of our own (14.8.4.2). */
const standing: Readonly<Record<string, string>> = { Epigraph: 'BlockQuote', Subtitle: 'P' }

/** The entry that maps types of our own to standard ones. */
export function roleMapText(types: Iterable<string>): string {
  const mapped = [...types].filter(type => Object.hasOwn(standing, type)).sort()
  if (mapped.length === 0) return ''
  return `/RoleMap << ${mapped.map(type => `/${type} /${standing[type]}`).join(' ')} >> `
}

/**
 * Six levels of headings; what is deeper is as the sixth. A list in a table of contents is that itself,
 * and has no element: undefined.
 */
export function structureType(
  group: Pick<GroupItem, 'role' | 'level' | 'label' | 'isMarker' | 'inlineLabel'>,
  around: string,
): string | undefined {
  const { role, level, isMarker, label = group.inlineLabel } = group
  if (around === 'TOC' && role === 'list') return undefined
  if (around === 'TOC' && role === 'listitem') return 'TOCI'
  if (role === 'heading') return `H${Math.max(1, Math.min(6, level ?? 1))}`
  if (role === undefined && isMarker) return 'Lbl'
  if (role === undefined) return label === undefined ? 'Div' : 'Figure'
  return Object.hasOwn(types, role) ? types[role] : 'Div'
}
