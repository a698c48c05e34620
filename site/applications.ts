// The example applications, each shown as it is served by itself.
import type { Page } from './page.ts'

declare const __EXAMPLES__: string

const about: Readonly<Record<string, readonly [title: string, text: string]>> = {
  departures: [
    'Departures',
    'A board of text elements: six languages, text size, light, dark and more contrast, boats that change while you look, tickets by keyboard. Its source is `examples/departures`.',
  ],
  passengers: [
    'Settings and news',
    'Native fields in styles of a sheet, news that open in place, words of users in any letters, in plain HTML and in Vue. Its source is `examples/passengers`.',
  ],
  workbench: [
    'Workbench',
    'The place to make a sheet by eye: edit sheet and markup, and see the text at five scales and three widths in any language. `dotline preview` serves the same page with files of your own.',
  ],
  charts: [
    'Charts',
    'Four charts painted on canvases, their texts in the styles of one sheet, with notes by pointer and keys, and tables for those who read. Its source is `examples/charts`.',
  ],
  document: [
    'Document',
    'A notice set on pages in the browser, in eight languages, and taken along as a PDF. Its source is `examples/document`.',
  ],
  board: [
    'Board on a canvas',
    'The board drawn on one canvas, read out and reached by keyboard all the same. Its source is `examples/board`.',
  ],
  notice: [
    'Notice on a canvas',
    'Text on a canvas that is selected, copied and followed by pointer and keys. Its source is `examples/notice`.',
  ],
}

export const applicationGroup = 'Applications'

export const applications: readonly Page[] = Object.entries(about).map(([name, [title, text]]) => ({
  name: `examples/${name}`,
  title,
  group: applicationGroup,
  text: `# ${title}\n\n${text}\n`,
}))

/** The frame of an application; nothing for other pages. */
export function applicationHtml({ name, title, group }: Page): string {
  if (group !== applicationGroup) return ''
  const address = `${__EXAMPLES__}${name}/index.html`
  return (
    `<p><a href="${address}">Open it by itself</a></p>` +
    `<iframe class="application" src="${address}" title="${title}"></iframe>`
  )
}
