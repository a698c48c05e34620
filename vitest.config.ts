import { readdirSync, readFileSync } from 'node:fs'
import { defineConfig } from 'vitest/config'
import { BaseSequencer, type TestSpecification } from 'vitest/node'
import { builtAliases, sourceAliases } from './scripts/source-aliases.mjs'

/** Files that take longest, first: what is left to the end is run alone, while other cores wait. */
const longest = ['pictures.test.ts', 'dotline.test.ts', 'package.test.ts', 'html.test.ts']

class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const place = ({ moduleId }: TestSpecification) => {
      const at = longest.findIndex(name => moduleId.endsWith(`/${name}`))
      return at < 0 ? longest.length : at
    }
    return (await super.sort(files)).sort((a, b) => place(a) - place(b))
  }
}

const files = readdirSync('test', { recursive: true, encoding: 'utf8' })
  .filter(name => name.endsWith('.test.ts'))
  .map(name => `test/${name}`)
/** Tests that look inside run on the sources; all others on what is published, which loads faster. */
const inside = files.filter(file =>
  /from '[./]*\/(src|support\/painted)/.test(readFileSync(file, 'utf8')),
)
const outside = files.filter(file => !inside.includes(file))

export default defineConfig({
  test: {
    sequence: { sequencer: LongestFirst },
    // More than cores: much of the time tests wait for a browser or a command.
    maxWorkers: '150%',
    // A limit for what hangs, and none for a slow machine.
    testTimeout: 900_000,
    hookTimeout: 900_000,
    projects: [
      {
        extends: true,
        resolve: { alias: sourceAliases('node') },
        test: { name: 'source', include: inside },
      },
      {
        extends: true,
        resolve: { alias: builtAliases('node') },
        test: { name: 'built', include: outside, server: { deps: { external: [/\/dist\//] } } },
      },
    ],
  },
})
