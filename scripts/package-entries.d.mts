/** Each subpath once, `.` and those below it, with the pattern it is of and its files by their conditions. */
export function packageEntries(): readonly {
  readonly path: string
  readonly pattern: string
  readonly targets: Readonly<Record<string, string>>
}[]
