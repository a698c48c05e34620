/** What is edited. */
export interface Work {
  readonly sheet: string
  readonly markup: string
}

/** Steps that can be taken back. */
export interface History {
  readonly current: Work
  readonly canUndo: boolean
  readonly canRedo: boolean
  /** A step; letters that are typed one after the other are one. */
  add(work: Work, typed: boolean): void
  undo(): void
  redo(): void
}

/** Letters that come sooner than this after the last are of one step, in milliseconds. */
const typingPause = 800

export function historyOf(first: Work): History {
  const steps = [first]
  let at = 0
  let typedLast = 0
  return {
    get current() {
      return steps[at]
    },
    get canUndo() {
      return at > 0
    },
    get canRedo() {
      return at < steps.length - 1
    },
    add(work, typed) {
      const now = Date.now()
      const goesOn = typed && at > 0 && now - typedLast < typingPause
      typedLast = typed ? now : 0
      steps.splice(goesOn ? at : at + 1, Number.POSITIVE_INFINITY, work)
      at = steps.length - 1
    },
    undo() {
      at = Math.max(0, at - 1)
      typedLast = 0
    },
    redo() {
      at = Math.min(steps.length - 1, at + 1)
      typedLast = 0
    },
  }
}
