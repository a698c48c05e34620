import { rmSync } from 'node:fs'

/** Files that are only half written, while they are. */
const parts = new Set<string>()
const endings = ['SIGINT', 'SIGTERM', 'SIGHUP'] as const
let isHeard = false

/**
 * Takes a file away where the command is told to end before it is whole; gives what undoes that. What is
 * told while a file is written is heard when that is done: the command then ends as it would have.
 */
export function removedAtEnd(path: string): () => void {
  parts.add(path)
  if (!isHeard) {
    isHeard = true
    for (const name of endings) {
      process.once(name, () => {
        for (const part of parts) rmSync(part, { force: true })
        process.kill(process.pid, name)
      })
    }
  }
  return () => parts.delete(path)
}
