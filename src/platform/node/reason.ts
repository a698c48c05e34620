/** Why the system refused to read a file, in words. */
export function reason(error: unknown): string {
  if (error instanceof Error && 'code' in error) {
    if (error.code === 'ENOENT') return 'there is no such file'
    if (error.code === 'EISDIR') return 'it is a folder'
    if (error.code === 'EACCES') return 'permission denied'
  }
  return error instanceof Error ? error.message : String(error)
}
