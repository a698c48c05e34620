import type { Sheet, StyleSource } from '../core.ts'

/**
 * The styles of a document, over the style `defaults` of the sheet: those that it lacks are added.
 * One of the sheet's own, `document-heading-1`, is taken as it is.
 */
const usual: Readonly<Record<string, Omit<StyleSource, 'from'>>> = {
  paragraph: { loneWord: 'avoid' },
  subtitle: {},
  quotation: { startIndent: 18, endIndent: 18, slant: 'italic' },
  'heading-1': { size: '1.8x', weight: 'bold', leading: 1.15 },
  'heading-2': { size: '1.35x', weight: 'bold', leading: 1.2 },
  'heading-3': { size: '1.1x', weight: 'bold', leading: 1.25 },
  caption: { size: '0.85x' },
  head: { size: '0.9x', weight: 'bold' },
  cell: { size: '0.9x' },
  note: { size: '0.8x', leading: 1.3 },
  running: { size: '0.8x' },
  contents: {},
  index: { startIndent: 12, firstIndent: -12 },
}

export function withDocumentParts(
  sheet: Sheet,
  language: string | undefined,
  { isMirrored, isVertical }: { readonly isMirrored: boolean; readonly isVertical: boolean },
): Sheet {
  const spoken = {
    ...(language !== undefined && { language }),
    // Lines of a document from right to left begin at the right, also with a number or a foreign name.
    ...(isMirrored && { direction: 'rtl' as const }),
  }
  const added = Object.entries(usual).map(([part, style]) => {
    const name = `document-${part}`
    const mode = isVertical && part !== 'running' ? { writingMode: 'vertical-rl' as const } : {}
    const voice = { ...spoken, ...mode }
    return [name, sheet.styleNames.includes(name) ? voice : { ...style, ...voice }]
  })
  return sheet.with({ styles: Object.fromEntries(added) })
}

/** The names of a document's styles after `document-`. */
export const documentParts: readonly string[] = Object.keys(usual)

/** Styles whose texts are more than paragraphs (DPUB-ARIA 1.1). */
export const styleRoles: ReadonlyMap<string, string> = new Map([
  ['document-subtitle', 'doc-subtitle'],
])

/** Headings below the third level are as that. */
export const headingStyle = (level: number) => `document-heading-${Math.min(level, 3)}`
