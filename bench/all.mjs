// All benchmarks, one after the other; fails where a row of one is passed by more than a tenth.
import { spawnSync } from 'node:child_process'
import { fileURLToPath } from 'node:url'

const names = [
  'markup',
  'linear',
  'layout',
  'scripts',
  'placing',
  'painting',
  'documents',
  'flow',
  'browser',
  'start',
  'screen',
  'charts',
  'check',
]
let failed = 0
for (const name of names) {
  const file = fileURLToPath(new URL(`${name}.mjs`, import.meta.url))
  const { status } = spawnSync(process.execPath, [file], { stdio: 'inherit' })
  if (status !== 0) failed++
}
process.exitCode = failed > 0 ? 1 : 0
