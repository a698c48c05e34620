import { defineConfig } from 'vitest/config'
import { sourceAliases } from './scripts/source-aliases.mjs'

export default defineConfig({
  resolve: { alias: sourceAliases('node') },
  test: {
    include: ['test/**/*.test.ts'],
    testTimeout: 60_000,
    hookTimeout: 60_000,
  },
})
