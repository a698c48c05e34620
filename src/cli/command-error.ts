/** A mistake of the user that a command can't work around: one line, exit code 2. */
export class CommandError extends Error {
  constructor(what: string, hint?: string) {
    super(hint === undefined ? what : `${what} (${hint})`)
  }
}

/** Why the system refused, in words. */
export function systemReason(error: unknown): string {
  const code = error instanceof Error && 'code' in error ? String(error.code) : ''
  return reasons[code] ?? (error instanceof Error ? error.message : String(error))
}

const reasons: Record<string, string> = {
  ENOENT: 'there is no such file or folder',
  EISDIR: 'it is a folder',
  ENOTDIR: 'a part of the path is not a folder',
  ELOOP: 'it is a link that leads to itself',
  ENAMETOOLONG: 'the name is too long',
  EACCES: 'permission denied',
  EPERM: 'permission denied',
  EROFS: 'the file system is read-only',
  ENOSPC: 'the disk is full',
}

/** The line for an error, or one for each problem if there are several. */
export async function errorLines(error: unknown): Promise<string[]> {
  // Loaded only here: a command that needs nothing of the library starts without it.
  const { DotLineError, problemLine, visibleControls } = await import('dot-line')
  if (error instanceof DotLineError) {
    const errors = error.problems.filter(problem => problem.severity === 'error')
    return errors.map(problem => `error: ${problemLine(problem)}`)
  }
  // Another process of this command may have reported several.
  if (error instanceof CommandError) {
    return error.message
      .split(/\n(?=error: )/)
      .map(one => `error: ${visibleControls(one.replace(/^error: /, '').replace(/\s+/g, ' '))}`)
  }
  const message = error instanceof Error ? error.message : String(error)
  return [`error: ${visibleControls(message.replace(/\s+/g, ' '))} (a bug in dotline)`]
}
