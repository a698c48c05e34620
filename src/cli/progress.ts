let isShown = false

/**
 * How far long work has come, on one line of a terminal that is written over. Where nobody looks on, nothing
 * is written.
 */
export function tellProgress(text: string) {
  if (!process.stderr.isTTY) return
  process.stderr.write(`\r\u001b[K${text}`)
  isShown = text !== ''
}

/** Takes the line away, where there is one. */
export function endProgress() {
  if (isShown) tellProgress('')
}

/** Tells how much of a whole is done in percent: not more often than it changes what is seen. */
export function percentTold(whole: (all: number) => string): (done: number, all: number) => void {
  let last = -1
  return (done, all) => {
    const percent = Math.floor((done / all) * 100)
    if (percent === last) return
    last = percent
    tellProgress(done === all ? '' : `${percent} % of ${whole(all)}`)
  }
}
