/** What can be typed behind the command's name. */
export interface CommandWords {
  readonly name: string
  readonly summary: string
  /** Of its first argument; where there are none, files are meant. */
  readonly choices: readonly string[]
  readonly options: readonly OptionWords[]
}

export interface OptionWords {
  /** `-o` and `--output`. */
  readonly names: readonly string[]
  readonly description: string
  readonly takesValue: boolean
  /** What it may be; where there are none, a file is meant. */
  readonly choices: readonly string[]
}

/** Text in single quotation marks, as shells of the POSIX family read it. */
export const quoted = (text: string) => `'${text.replaceAll("'", `'\\''`)}'`
