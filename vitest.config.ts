import { readdirSync, readFileSync } from 'node:fs'
import { defineConfig } from 'vitest/config'
import { BaseSequencer, type TestSpecification } from 'vitest/node'
import { builtAliases, sourceAliases } from './scripts/source-aliases.mjs'

/** Files that take longest, first: what is left to the end is run alone, while other cores wait. */
const longest = [
  ...['pictures', 'dotline', 'package', 'corpus', 'site', 'html', 'docs', 'check', 'fonts'],
  ...['demo-charts', 'bidi', 'best-lines', 'plain-texts', 'outline', 'define-sheet', 'values'],
].map(name => `${name}.test.ts`)

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
const those = (pattern: RegExp) => files.filter(file => pattern.test(readFileSync(file, 'utf8')))
/** Tests that look inside run on the sources; all others on what is published, which loads faster. */
const inside = those(/from '[./]*\/(src|support\/painted)/)
/** These have a process each: they start others, measure memory, or leave much of it behind. */
const apart = [
  ...those(/support\/(command|packed-app)|child_process|memoryUsage|spyOn/),
  ...files.filter(file => file.startsWith('test/fuzz/')),
].filter(file => !inside.includes(file))
const published = (name: string, include: readonly string[], isolate: boolean) => ({
  extends: true as const,
  resolve: { alias: builtAliases('node') },
  test: { name, isolate, include: [...include], server: { deps: { external: [/\/dist\//] } } },
})

export default defineConfig({
  test: {
    sequence: { sequencer: LongestFirst },
    // Twice as many as cores: much of the time tests wait for a browser or a command.
    maxWorkers: '200%',
    // A limit for what hangs, and none for a slow machine.
    testTimeout: 900_000,
    hookTimeout: 900_000,
    expect: { poll: { timeout: 300_000 } },
    globalSetup: 'test/support/served-pages.ts',
    setupFiles: 'test/support/same-random-values.ts',
    projects: [
      {
        extends: true,
        resolve: { alias: sourceAliases('node') },
        test: { name: 'source', isolate: false, include: inside },
      },
      published('apart', apart, true),
      published(
        'together',
        files.filter(file => !inside.includes(file) && !apart.includes(file)),
        false,
      ),
    ],
  },
})
