import { defineConfig } from 'vitest/config'
import { sourceAliases } from './scripts/source-aliases.mjs'

export default defineConfig({
  resolve: { alias: sourceAliases('node') },
  test: {
    include: ['test/**/*.test.ts'],
    // All cores: much of the time tests wait for a browser or a command.
    maxWorkers: '100%',
    // A limit for what hangs, and none for a slow machine.
    testTimeout: 900_000,
    hookTimeout: 900_000,
  },
})
