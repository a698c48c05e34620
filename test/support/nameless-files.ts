import { readdirSync, readlinkSync } from 'node:fs'

/** The files of checks that a process has open, and that have no name any more (Linux, `/proc`). */
export function namelessFiles(process: number | 'self'): string[] {
  const folder = `/proc/${process}/fd`
  return readdirSync(folder)
    .map(name => {
      try {
        return readlinkSync(`${folder}/${name}`)
      } catch {
        // Closed meanwhile.
        return ''
      }
    })
    .filter(path => /dotline-check-.* \(deleted\)$/.test(path))
}
