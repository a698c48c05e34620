import type { Sheet } from '../core.ts'

const queries = {
  dark: '(prefers-color-scheme:dark)',
  'more-contrast': '(prefers-contrast:more)',
} as const

/** The modes that a page is in by what its reader's system asks for, and the media query of each. */
export function servedModes(
  sheet: Sheet,
): readonly { readonly names: readonly string[]; readonly media: string }[] {
  const has = (name: string) => sheet.modeNames.includes(name)
  const single = (['dark', 'more-contrast'] as const).filter(has)
  const both = single.length === 2 ? [...single, 'dark-more-contrast'].filter(has) : []
  return [
    ...single.map(name => ({ names: [name], media: queries[name] })),
    ...(both.length > 0
      ? [{ names: both, media: `${queries.dark} and ${queries['more-contrast']}` }]
      : []),
  ]
}
