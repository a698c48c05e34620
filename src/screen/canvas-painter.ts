import { fail, type Problem } from '../problem/index.ts'
import type { paintCanvas } from '../targets/canvas/index.ts'
import { problemsOf } from './element-text.ts'

/** Few pages have texts on canvases: what paints them is loaded for the first. */
let painter: typeof paintCanvas | undefined
let loading: Promise<readonly Problem[]> | undefined

/** Paints texts on canvases; undefined before it is loaded. */
export const canvasPainter = () => painter

/** Loads it. Resolves with what went wrong, which is nothing as a rule. */
export function loadCanvasPainter(): Promise<readonly Problem[]> {
  loading ??= load()
  return loading
}

async function load(): Promise<readonly Problem[]> {
  try {
    painter = (await import('../targets/canvas/index.ts')).paintCanvas
    return []
  } catch (error) {
    loading = undefined
    try {
      fail('missing-asset', 'texts on canvases cannot be painted, and are shown as text', {
        hint: error instanceof Error ? error.message.split('\n')[0] : String(error),
      })
    } catch (failure) {
      return problemsOf(failure)
    }
  }
}
