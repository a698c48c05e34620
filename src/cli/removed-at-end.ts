import { rmSync } from 'node:fs'

/** Files that are only half written, while they are. */
const parts = new Set<string>()
const endings = ['SIGINT', 'SIGTERM', 'SIGHUP'] as const
let isHeard = false

/**
 * Removes a half-written file if the command is interrupted; returns a function that cancels this. A
 * signal that arrives during a write is handled after it.
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
