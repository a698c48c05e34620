import { defineConfig } from 'vitest/config'
import { BaseSequencer, type TestSpecification } from 'vitest/node'
import { sourceAliases } from './scripts/source-aliases.mjs'

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

export default defineConfig({
  resolve: { alias: sourceAliases('node') },
  test: {
    include: ['test/**/*.test.ts'],
    sequence: { sequencer: LongestFirst },
    // All cores: much of the time tests wait for a browser or a command.
    maxWorkers: '100%',
    // A limit for what hangs, and none for a slow machine.
    testTimeout: 900_000,
    hookTimeout: 900_000,
  },
})
