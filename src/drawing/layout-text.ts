import type { Layout } from '../layout/index.ts'

/** What a layout says as it is shown, in the order of the text: objects by their labels, lines as one. */
export function layoutText({ lines }: Layout): string {
  return lines
    .map(({ runs }) => {
      const inOrder = runs.toSorted((a, b) => a.start - b.start)
      return inOrder.map(run => (run.object ? run.object.label : run.text)).join('')
    })
    .join(' ')
    .replace(/[\u00ad\u2028]/g, '')
    .replace(/\s+/g, ' ')
    .trim()
}
