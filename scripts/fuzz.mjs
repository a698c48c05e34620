// Runs the seeded mutations for as long as they are asked for: `npm run fuzz -- 20000`.
import { spawnSync } from 'node:child_process'

const rounds = process.argv[2] ?? '20000'
if (!/^\d+$/.test(rounds)) {
  process.stderr.write(`error: the number of rounds must be a whole number, not '${rounds}'\n`)
  process.exit(2)
}
const { status } = spawnSync('npx', ['vitest', 'run', 'test/fuzz', 'test/arguments.test.ts'], {
  stdio: 'inherit',
  env: { ...process.env, FUZZ_ROUNDS: rounds },
})
process.exit(status ?? 1)
