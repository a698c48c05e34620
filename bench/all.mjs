// All benchmarks, one after the other: one table, on the terminal and in the docs, with a picture; fails
// where a row is passed by more than a tenth.
import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { benchPage, benchPicture } from './bench-table.mjs'

const names = [
  ...['markup', 'linear', 'layout', 'kinds', 'scripts', 'placing', 'painting', 'documents', 'flow'],
  ...['browser', 'start', 'screen', 'elements', 'charts', 'check', 'floors'],
]
const rows = join(mkdtempSync(join(tmpdir(), 'dotline-bench-')), 'rows')
writeFileSync(rows, '')
let failed = 0
for (const name of names) {
  const file = fileURLToPath(new URL(`${name}.mjs`, import.meta.url))
  const env = { ...process.env, BENCH_ROWS: rows, BENCH_NAME: name }
  const { status } = spawnSync(process.execPath, [file], { stdio: 'inherit', env })
  if (status !== 0) failed++
}
const measured = readFileSync(rows, 'utf8')
  .split('\n')
  .filter(line => line !== '')
  .map(line => JSON.parse(line))
const isFloor = ({ kind }) => kind === 'floor'
const rowsOnly = measured.filter(row => !isFloor(row))
const docs = new URL('../docs/', import.meta.url)
writeFileSync(new URL('benchmarks.md', docs), benchPage(rowsOnly, measured.filter(isFloor)))
writeFileSync(new URL('pictures/benchmarks.svg', docs), await benchPicture(rowsOnly))
process.exitCode = failed > 0 ? 1 : 0
