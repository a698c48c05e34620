import { fail, type Problem } from '../problem/index.ts'
import { problemsOf } from './element-text.ts'

/** A part of the library that few texts need: it is loaded for the first of them. */
export interface LaterPart<P = unknown> {
  /** Undefined before it is loaded. */
  current(): P | undefined
  /** Loads it, once. Resolves with what went wrong, which is nothing as a rule. */
  load(): Promise<readonly Problem[]>
}

/** `without` says what a page lacks as long as the part can't be had. */
export function laterPart<P>(fetchPart: () => Promise<P>, without: string): LaterPart<P> {
  let part: P | undefined
  let loading: Promise<readonly Problem[]> | undefined

  async function load(): Promise<readonly Problem[]> {
    try {
      part = await fetchPart()
      return []
    } catch (error) {
      // It is tried again for the next text that asks.
      loading = undefined
      const hint = error instanceof Error ? error.message.split('\n')[0] : String(error)
      try {
        fail('missing-asset', without, { hint })
      } catch (failure) {
        return problemsOf(failure)
      }
    }
  }

  return {
    current: () => part,
    load() {
      loading ??= load()
      return loading
    },
  }
}
