// Writes the reference: a page for each subpath of the package, from the doc comments of its types.
import { mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { headingAnchors } from './heading-anchors.mjs'
import { readReference } from './read-reference.mjs'

const folder = fileURLToPath(new URL('../docs/reference/', import.meta.url))
/** Pages that are written by hand. */
const kept = new Set(['names.md', 'problems.md'])

/** Every page by its name; the first is the list of all. */
export function referencePages() {
  const modules = readReference()
  const pages = new Map()
  const list = modules.map(({ path, exports }) => {
    // Of headings that differ in their case alone, every reader of Markdown numbers the second.
    const anchorOf = headingAnchors()
    const names = exports.map(({ name }) => `[${name}](${pageOf(path)}#${anchorOf(name)})`)
    return `## \`${path}\`\n\n${names.join(' · ')}\n`
  })
  pages.set(
    'README.md',
    `# Reference\n\nWritten from the doc comments by \`npm run reference\`. Every problem, its cause and its cure: [problems.md](problems.md).\nEvery name and where it comes from: [names.md](names.md).\n\n${list.join('\n')}`,
  )
  for (const { path, exports } of modules) {
    pages.set(pageOf(path), `# \`${path}\`\n\n${exports.map(section).join('\n')}`)
  }
  return pages
}

const pageOf = path => `${path.replace('/*', '').replaceAll('/', '-')}.md`

function section({ name, kind, comment, tags, signatures, members }) {
  const parts = [`## ${name}`, comment]
  if (signatures.length > 0) parts.push(`\`\`\`text\n${signatures.map(inLines).join('\n')}\n\`\`\``)
  else parts.push(`*${kind}*`)
  if (members.length > 0 && signatures.length === 0) {
    const rows = members.map(
      one =>
        `| ${cell(`\`${one.type.replaceAll('`', "'").replace(/;$/, '')}\``)} | ${cell(one.comment)} |`,
    )
    parts.push(`| | |\n|---|---|\n${rows.join('\n')}`)
  }
  return `${[...parts, ...tagParts(tags)].filter(Boolean).join('\n\n')}\n`
}

/** What the tags of a comment say: arguments, result, errors, an example, other entries. */
function tagParts(tags) {
  const of = wanted => tags.filter(({ name }) => name === wanted)
  const params = of('param').map(({ parameter, text }) => `| \`${parameter}\` | ${cell(text)} |`)
  const lines = [
    ...of('returns').map(({ text }) => `**Returns** ${text}`),
    ...of('throws').map(({ text }) => `**Throws** ${text}`),
    ...of('see').map(({ text }) => `**See** ${text}`),
  ]
  return [
    params.length > 0 ? `| argument | |\n|---|---|\n${params.join('\n')}` : '',
    ...lines,
    ...of('example').map(({ text }) => `\`\`\`text\n${text}\n\`\`\``),
  ]
}

/** So many characters of code go into a line. */
const longest = 100

/** A signature that is too long for a line, its arguments or alternatives below each other. */
function inLines(signature) {
  if (signature.split('\n').every(line => line.length <= longest)) return signature
  const isType = signature.startsWith('type ')
  const from = isType ? signature.indexOf('= ') + 2 : openingOf(signature) + 1
  const { parts, end } = partsOf(signature, from, isType ? ' | ' : ', ')
  const before = signature.slice(0, from)
  return isType
    ? `${before.trimEnd()}\n${parts.map(part => `  | ${part}`).join('\n')}${signature.slice(end)}`
    : `${before}\n${parts.map(part => `  ${part},`).join('\n')}\n${signature.slice(end)}`
}

/** Where the arguments of a function begin, behind its type parameters. */
const openingOf = signature => {
  let depth = 0
  for (let at = 0; at < signature.length; at++) {
    if (signature[at] === '<') depth++
    else if (signature[at] === '>' && signature[at - 1] !== '=') depth--
    else if (signature[at] === '(' && depth === 0) return at
  }
  return signature.length
}

/** What stands between separators that are in no brackets, and where that ends. */
function partsOf(text, from, separator) {
  const parts = []
  let [depth, start, at] = [0, from, from]
  for (; at < text.length; at++) {
    const c = text[at]
    if ('([{<'.includes(c)) depth++
    else if (')]}'.includes(c) || (c === '>' && text[at - 1] !== '=')) {
      if (depth === 0) break
      depth--
    } else if (depth === 0 && text.startsWith(separator, at)) {
      parts.push(text.slice(start, at))
      start = at + separator.length
    }
  }
  return { parts: [...parts, text.slice(start, at)], end: at }
}

const cell = text => text.replaceAll('|', '\\|')

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  mkdirSync(folder, { recursive: true })
  for (const name of readdirSync(folder)) if (!kept.has(name)) rmSync(folder + name)
  for (const [name, text] of referencePages()) writeFileSync(folder + name, text)
}
