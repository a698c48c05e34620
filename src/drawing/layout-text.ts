import type { Layout } from '../layout/index.ts'

/**
 * What a layout says as it is shown, in the order of the text: objects by their labels, lines as
 * one, and words whole that a hyphen divides.
 */
export function layoutText({ lines }: Layout): string {
  return lines
    .map(({ runs }) => {
      const inOrder = runs
        .filter(run => run.kind !== 'hyphen')
        .toSorted((a, b) => a.start - b.start)
      const said = inOrder.map(run => (run.object ? run.object.label : run.text)).join('')
      return inOrder.length < runs.length ? said : `${said} `
    })
    .join('')
    .replace(/[\u00ad\u2028]/g, '')
    .replace(/\s+/g, ' ')
    .trim()
}
