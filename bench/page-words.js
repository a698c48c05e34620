// Words and strings that the pages of the benchmarks set, and how they are timed.
import { prose } from './corpus.mjs'

export const words = prose(200_000).split(/\s+/)

/** Newly joined strings of words seen before; others in each round. */
export const strings = (count, length, round) =>
  Array.from({ length: count }, (_, i) =>
    Array.from({ length }, (_, j) => words[(i * 31 + j * 977 + round * 7919) % words.length]).join(
      ' ',
    ),
  )

let made = 0
const letters = 'ethnsorialdcu'
const newWord = () => {
  let word = ''
  for (let n = made++ + 40_000; n > 0; n = Math.floor(n / letters.length)) {
    word += letters[n % letters.length]
  }
  return word
}
/** Strings of three newly made words, which nobody has seen. */
export const unseen = count =>
  Array.from({ length: count }, () => `${newWord()} ${newWord()} ${newWord()}`)

export const time = run => {
  const start = performance.now()
  run()
  return performance.now() - start
}
