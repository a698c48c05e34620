// The pages of the docs, as they are read on their own: the same files.
import { Marked } from 'marked'
import { headingAnchors } from '../scripts/heading-anchors.mjs'
import { applicationGroup, applications } from './applications.ts'
import { highlighted } from './highlight.ts'
import type { Page } from './page.ts'
import { withTypographicQuotes } from './quotes.ts'

declare const __PICTURE_SIZES__: Readonly<Record<string, readonly [width: number, height: number]>>

const reader = new Marked({
  renderer: {
    code({ text, lang = '' }) {
      const language = lang.split(' ')[0]
      const html = highlighted(text, language)
      return (
        html !== undefined && `<pre><code class="language-${language}">${html}\n</code></pre>\n`
      )
    },
  },
})

const files = import.meta.glob<string>(
  ['../README.md', '../CONTRIBUTING.md', '../CHANGELOG.md', '../docs/**/*.md'],
  {
    query: '?raw',
    import: 'default',
    eager: true,
  },
)
const pictures = import.meta.glob<string>(['../docs/screenshots/*.png', '../docs/pictures/*.svg'], {
  query: '?url',
  import: 'default',
  eager: true,
})

const groups: readonly (readonly [string, readonly string[]])[] = [
  ['Begin', ['README', 'first-steps', 'how-it-fits-together', 'recipes', 'moving-to-a-sheet']],
  [
    'Text',
    ['styles', 'markup', 'catalogs', 'fonts', 'reader-settings', 'lines', 'placing', 'painting'],
  ],
  [
    'Where it goes',
    ['screens', 'charts', 'documents', 'pdf-and-web-pages', 'checks', 'command', 'packaging'],
  ],
  [
    'Reference',
    [
      'reference/README',
      'reference/problems',
      'reference/names',
      'known-limits',
      'benchmarks',
      'architecture',
      'CONTRIBUTING',
      'CHANGELOG',
    ],
  ],
]

const nameOf = (path: string) => path.replace(/^\.\.\/(docs\/)?/, '').replace(/\.md$/, '')

const docs = Object.entries(files)
  .map(([path, text]) => {
    const name = nameOf(path)
    const title = /^# (.*)$/m.exec(text)?.[1].replaceAll('`', '') ?? name
    const group = groups.find(([, names]) => names.includes(name))?.[0] ?? 'Exports'
    return { name, title: title.split(':')[0], group, text }
  })
  .sort((a, b) => placeOf(a.name) - placeOf(b.name) || (a.name < b.name ? -1 : 1))

export const pages: readonly Page[] = [...docs, ...applications]

export const groupNames = [...groups.map(([name]) => name), applicationGroup, 'Exports']

function placeOf(name: string): number {
  const at = groups.flatMap(([, names]) => names).indexOf(name)
  return at < 0 ? 1000 : at
}

/** A page as HTML: links lead to pages of the site, pictures to where they were built. */
export function htmlOf({ name, text }: Page): string {
  const folder = name.includes('/')
    ? `docs/${name.replace(/[^/]*$/, '')}`
    : isRoot(name)
      ? ''
      : 'docs/'
  const html = withTypographicQuotes(reader.parse(text, { async: false }))
  const anchorOf = headingAnchors()
  return (
    html
      // A picture by itself stands beside its text where there is room, and opens at its full size.
      .replace(
        /<p>(<img src="([^"]+)"[^>]*>)<\/p>/g,
        '<figure><a href="$2" target="_blank">$1</a></figure>',
      )
      .replace(/<h([1-6])>(.*?)<\/h\1>/g, (_, level, inner) => {
        const anchor = anchorOf(inner)
        const link = `<a class="anchor" href="#/${name}#${anchor}" aria-label="Link to this section"></a>`
        return `<h${level} id="${anchor}">${inner}${level === '1' ? '' : link}</h${level}>`
      })
      .replace(/(href|src)="([^"#:]+)(#[^"]*)?"/g, (whole, attribute, path, hash = '') => {
        const target = resolved(folder + path)
        if (attribute === 'src') {
          return `src="${pictures[`../${target}`] ?? path}" loading="lazy"${sizeOf(target)}`
        }
        const picture = pictures[`../${target}`]
        if (picture) return `href="${picture}"`
        const page = pages.find(one => one.name === nameOf(`../${target}`))
        return page ? `href="#/${page.name}${hash}"` : whole
      })
      .replaceAll(
        '<table>',
        '<div class="table" tabindex="0" role="group" aria-label="Table"><table>',
      )
      .replaceAll('</table>', '</table></div>')
      .replaceAll('<pre>', '<pre tabindex="0">')
      // Tables of pictures and of links have no words above their columns.
      .replace(/<thead>\s*<tr>(\s*<th[^>]*><\/th>)+\s*<\/tr>\s*<\/thead>/g, '')
      .replace(/<th[^>]*><\/th>/g, '<td></td>')
  )
}

/** How high a picture of a page is at most, in CSS pixels: less than a screen. */
const greatestHeight = 640

/** Attributes of a picture, so that what follows does not move when it comes. */
function sizeOf(picture: string): string {
  const size = __PICTURE_SIZES__[picture]
  if (!size) return ''
  const [width, height] = size
  const ratio = Math.min(1, greatestHeight / height)
  return ` width="${Math.round(width * ratio)}" height="${Math.round(height * ratio)}"`
}

const isRoot = (name: string) => ['README', 'CONTRIBUTING', 'CHANGELOG'].includes(name)

function resolved(path: string): string {
  const parts: string[] = []
  for (const part of path.split('/')) {
    if (part === '..') parts.pop()
    else if (part !== '.') parts.push(part)
  }
  return parts.join('/')
}

/** A line as it is read: links by their words, without marks. */
const plain = (line: string) =>
  line
    .replace(/!?\[([^\]]*)\]\([^)]*\)/g, '$1')
    .replace(/^#+ |[|*`]/g, ' ')
    .trim()

/** Headings and paragraphs in which all the words stand, the titles first. */
export function search(
  words: string,
): readonly { readonly page: Page; readonly anchor: string; readonly line: string }[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean)
  if (wanted.length === 0) return []
  const found = pages.flatMap(page => {
    let anchor = ''
    const anchorOf = headingAnchors()
    return page.text.split('\n').flatMap((line, i) => {
      const heading = /^#+ (.*)$/.exec(line)
      if (heading) anchor = anchorOf(heading[1].replaceAll('`', ''))
      const low = line.toLowerCase()
      if (!wanted.every(word => low.includes(word))) return []
      const isTitle = heading ? (i === 0 ? 0 : 1) : 2
      return [
        {
          page,
          anchor,
          line: plain(line),
          rank: isTitle + (page.group === 'Exports' ? 2 : 0),
        },
      ]
    })
  })
  // One line of each section: the first that has them.
  const seen = new Set<string>()
  return found
    .sort((a, b) => a.rank - b.rank)
    .filter(({ page, anchor }) => {
      const place = `${page.name}#${anchor}`
      return !seen.has(place) && seen.add(place)
    })
    .slice(0, 20)
}
