import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { readReference } from '../scripts/read-reference.mjs'
import { referencePages } from '../scripts/write-reference.mjs'
import { problemCodes } from './support/public-names.ts'

const folder = fileURLToPath(new URL('../docs/reference/', import.meta.url))

/** Its members are those of the HTML standard, by their names. */
const mirrored = new Set(['CanvasContext'])

describe('the reference', () => {
  const modules = readReference()
  const pages = referencePages()

  it('has a doc comment for every export and every member', () => {
    const bare = modules.flatMap(({ path, exports }) =>
      exports.flatMap(({ name, comment, members }) => [
        ...(comment === '' ? [`${path} ${name}`] : []),
        ...members
          .filter(member => member.comment === '' && !mirrored.has(name))
          .map(member => `${path} ${name}.${member.name}`),
      ]),
    )
    expect(bare).toEqual([])
    expect(modules.flatMap(({ exports }) => exports).length).toBeGreaterThan(350)
  })

  it('names arguments in comments as signatures do, and throws codes that exist', () => {
    const codes = problemCodes()
    const wrong = modules.flatMap(({ exports }) =>
      exports.flatMap(({ name, tags, signatures }) =>
        tags.flatMap(tag => {
          if (tag.name === 'param' && !signatures.some(one => one.includes(`${tag.parameter}`))) {
            return [`${name} has no argument ${tag.parameter}`]
          }
          const thrown = tag.name === 'throws' ? [...tag.text.matchAll(/`([a-z]+-[a-z-]+)`/g)] : []
          return thrown
            .filter(([, code]) => !codes.includes(code))
            .map(([, code]) => `${name} throws ${code}`)
        }),
      ),
    )
    expect(wrong).toEqual([])
  })

  it('is up to date with the doc comments (npm run reference)', () => {
    for (const [name, text] of pages) {
      expect(readFileSync(join(folder, name), 'utf8') === text, name).toBe(true)
    }
    const written = readdirSync(folder).filter(name => !['names.md', 'problems.md'].includes(name))
    expect(written.sort()).toEqual([...pages.keys()].sort())
  })

  it('gives cause and cure of exactly the existing problems', () => {
    const page = readFileSync(join(folder, 'problems.md'), 'utf8')
    const told = [...page.matchAll(/^\| `([^`]+)` \| (.{10,}) \| (.{10,}) \|$/gm)].map(
      ([, code]) => code,
    )
    expect([...new Set(told)].sort()).toEqual(problemCodes().sort())
  })
})
