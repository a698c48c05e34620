import type { Dirent } from 'node:fs'
import { readdir, realpath, stat } from 'node:fs/promises'
import { join } from 'node:path'

/**
 * The font files of a folder and of all folders in it, sorted. Links are followed, each folder once: links
 * may lead in circles. A folder that cannot be read is listed as if it were a file, so that reading
 * it reports the reason.
 */
export async function fontsInFolder(folder: string): Promise<readonly string[]> {
  const fonts: string[] = []
  const seen = new Set<string>()
  const waiting = [folder]
  for (let next = waiting.pop(); next !== undefined; next = waiting.pop()) {
    const own = next
    const entries = await entriesOf(own, seen)
    if (!entries) fonts.push(own)
    for (const entry of entries ?? []) {
      const path = join(own, entry.name)
      if (await isFolder(entry, path)) waiting.push(path)
      else if (/\.(ttf|otf|ttc|otc|woff2?)$/i.test(entry.name)) fonts.push(path)
    }
  }
  return fonts.sort()
}

/** The entries of a folder; none if it was read already, undefined if it can't be read. */
async function entriesOf(
  folder: string,
  seen: Set<string>,
): Promise<readonly Dirent[] | undefined> {
  try {
    const real = await realpath(folder)
    if (seen.has(real)) return []
    seen.add(real)
    return await readdir(folder, { withFileTypes: true })
  } catch {
    return undefined
  }
}

const isFolder = (entry: Dirent, path: string): boolean | Promise<boolean> =>
  entry.isSymbolicLink()
    ? stat(path).then(
        found => found.isDirectory(),
        () => false,
      )
    : entry.isDirectory()
