// Writes the reference: a page for each subpath of the package, from the doc comments of its types.
import { mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { readReference } from './read-reference.mjs'

const folder = fileURLToPath(new URL('../docs/reference/', import.meta.url))
/** Pages that are written by hand. */
const kept = new Set(['names.md', 'problems.md'])

/** Every page by its name; the first is the list of all. */
export function referencePages() {
  const modules = readReference()
  const pages = new Map()
  const list = modules.map(({ path, exports }) => {
    const names = exports.map(({ name }) => `[${name}](${pageOf(path)}#${name.toLowerCase()})`)
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

const pageOf = path => `${path.replace('/', '-')}.md`

function section({ name, kind, comment, signatures, members }) {
  const parts = [`## ${name}`, comment]
  if (signatures.length > 0) parts.push(`\`\`\`text\n${signatures.join('\n')}\n\`\`\``)
  else parts.push(`*${kind}*`)
  if (members.length > 0 && signatures.length === 0) {
    const rows = members.map(
      one =>
        `| ${cell(`\`${one.type.replaceAll('`', "'").replace(/;$/, '')}\``)} | ${cell(one.comment)} |`,
    )
    parts.push(`| | |\n|---|---|\n${rows.join('\n')}`)
  }
  return `${parts.filter(Boolean).join('\n\n')}\n`
}

const cell = text => text.replaceAll('|', '\\|')

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  mkdirSync(folder, { recursive: true })
  for (const name of readdirSync(folder)) if (!kept.has(name)) rmSync(folder + name)
  for (const [name, text] of referencePages()) writeFileSync(folder + name, text)
}
