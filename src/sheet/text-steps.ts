/**
 * Sizes and styles to start a sheet from. Each size is 1.25 times (a major third) the one below,
 * from 16 units for running text, rounded to whole units: 13, 16, 20, 25, 31, 39. Larger letters
 * have less leading.
 *
 * @example
 * defineSheet({ sizes: textSteps.sizes, styles: { ...textSteps.styles } })
 */
export const textSteps = {
  sizes: { note: 13, text: 16, lead: 20, subhead: 25, head: 31, masthead: 39 },
  styles: {
    note: { size: 'note', leading: 1.4 },
    text: { size: 'text', leading: 1.5 },
    lead: { size: 'lead', leading: 1.4 },
    subhead: { size: 'subhead', leading: 1.3, weight: 700 },
    head: { size: 'head', leading: 1.2, weight: 700 },
    masthead: { size: 'masthead', leading: 1.15, weight: 700 },
  },
} as const
