import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { trying } from './write-out.ts'

/**
 * A folder of this command's own, removed when the work is done, and when the command receives a
 * signal to end.
 */
interface TemporaryFolder {
  readonly path: string
  /** Removes it, and the actions given to `onEnd`. */
  remove(): void
}

/** Makes one; `onEnd` is run before it is taken away. */
export function temporaryFolder(onEnd: () => void = () => {}): TemporaryFolder {
  let path: string | undefined
  const remove = () => {
    unheard()
    onEnd()
    if (path !== undefined) rmSync(path, { recursive: true, force: true })
  }
  // Listens before the folder exists: a signal in between would leave it behind.
  const unheard = beforeEnd(remove)
  try {
    path = trying(`cannot make a folder in ${tmpdir()}`, () =>
      mkdtempSync(join(tmpdir(), 'dotline-check-')),
    )
  } catch (error) {
    unheard()
    throw error
  }
  return { path, remove }
}

const endings = ['SIGINT', 'SIGTERM', 'SIGHUP'] as const

/**
 * Runs an action when this process receives a signal to end; returns a function that cancels it.
 */
function beforeEnd(run: () => void): () => void {
  const heard = endings.map(name => {
    const end = () => {
      run()
      process.kill(process.pid, name)
    }
    process.once(name, end)
    return () => process.off(name, end)
  })
  return () => {
    for (const off of heard) off()
  }
}
