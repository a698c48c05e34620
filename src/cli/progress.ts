let isShown = false

/**
 * Progress of long work, on one line of a terminal that is overwritten. Without a terminal, nothing
 * is written.
 */
export function showProgress(text: string) {
  if (!process.stderr.isTTY) return
  process.stderr.write(`\r\u001b[K${text}`)
  isShown = text !== ''
}

/** Takes the line away, where there is one. */
export function endProgress() {
  if (isShown) showProgress('')
}

/** Called with the work done, and all work. */
export type Progress = (done: number, all: number) => void

/** Passes on how much is done not more often than it changes what is seen: when another percent is done. */
export function eachPercent(pass: Progress): Progress {
  let last = -1
  return (done, all) => {
    const percent = Math.floor((done / all) * 100)
    if (percent === last) return
    last = percent
    pass(done, all)
  }
}

/** Columns of a progress bar: with its words it fits in the narrowest terminals. */
const barColumns = 24

/** A bar that is filled as far as so many percent say. */
function bar(percent: number): string {
  const filled = Math.round((percent / 100) * barColumns)
  return `${'█'.repeat(filled)}${'░'.repeat(barColumns - filled)}`
}

/** Shows how much of a whole is done, as a bar and in percent. */
export function percentShown(whole: (all: number) => string): Progress {
  return eachPercent((done, all) => {
    const percent = Math.floor((done / all) * 100)
    showProgress(done === all ? '' : `${bar(percent)} ${percent} % of ${whole(all)}`)
  })
}
