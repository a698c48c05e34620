import { appendFileSync } from 'node:fs'

/** The least of several timings, in milliseconds: what the code takes when nothing else disturbs it. */
export function least(run, times = 7) {
  let best = Infinity
  for (let i = 0; i < times; i++) {
    const start = performance.now()
    run()
    best = Math.min(best, performance.now() - start)
  }
  return best
}

/** Two things timed in turn, so that a machine that slows down slows both; the ratio of the least. */
export function ratio(a, b, times = 9) {
  let [leastA, leastB] = [Infinity, Infinity]
  for (let i = 0; i < times; i++) {
    leastA = Math.min(leastA, least(a, 1))
    leastB = Math.min(leastB, least(b, 1))
  }
  return { a: leastA, b: leastB, ratio: leastA / leastB }
}

/** One row of the table that a benchmark prints: two times. */
export function row(what, { a, b, ratio: r }, most) {
  figure(what, `${a.toFixed(2)} ms / ${b.toFixed(2)} ms`, r, most)
}

/** A row that is passed by more than this fails: the least of several timings varies by less. */
const allowance = 1.1

/** One row: two amounts and what one is of the other. */
export function figure(what, amounts, ratio, most) {
  const verdict = ratio <= most ? 'reached' : 'NOT REACHED'
  if (ratio > most * allowance) process.exitCode = 1
  const { BENCH_ROWS: file, BENCH_NAME: name } = process.env
  if (file) appendFileSync(file, `${JSON.stringify({ name, what, amounts, ratio, most })}\n`)
  console.log(
    `${what.padEnd(58)} ${amounts.padStart(24)} ${ratio.toFixed(2).padStart(8)} x  at most ${most} x  ${verdict}`,
  )
}

/** What the least program takes of what a row is measured against: how near its bound can be at all. */
export function floor(of, { a, b, ratio }, program) {
  const { BENCH_ROWS: file, BENCH_NAME: name } = process.env
  const amounts = `${a.toFixed(2)} ms / ${b.toFixed(2)} ms`
  if (file) {
    appendFileSync(
      file,
      `${JSON.stringify({ name, kind: 'floor', of, amounts, ratio, program })}\n`,
    )
  }
  console.log(`floor of ${of.padEnd(49)} ${amounts.padStart(24)} ${ratio.toFixed(2).padStart(8)} x`)
}
