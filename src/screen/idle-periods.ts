/** Work that waits for an idle period is done after this many milliseconds, idle or not. */
const longestStale = 300

/** Browsers without idle periods have the time between two tasks. */
export const idlePeriods =
  typeof requestIdleCallback === 'function'
    ? {
        ask: (call: IdleRequestCallback) => requestIdleCallback(call, { timeout: longestStale }),
        cancel: (id: number) => cancelIdleCallback(id),
      }
    : {
        ask: (call: IdleRequestCallback) => {
          return Number(setTimeout(() => call(shortPeriod()), 1))
        },
        cancel: (id: number) => clearTimeout(id),
      }

/** So long at most, in milliseconds, that no frame is missed. */
const longestPeriod = 8

function shortPeriod(): IdleDeadline {
  const end = performance.now() + longestPeriod
  return { didTimeout: false, timeRemaining: () => Math.max(0, end - performance.now()) }
}
