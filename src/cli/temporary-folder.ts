import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { trying } from './write-out.ts'

/** A folder of this command's own, gone when the work with it is done, and where the command is told to end. */
export interface TemporaryFolder {
  readonly path: string
  /** Takes it away, and with it what `onEnd` was told of. */
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
  // Heard before there is a folder: told to end in between, the command would leave it behind.
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

/** Runs something when this process is told to end, before it does; gives what undoes that. */
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
