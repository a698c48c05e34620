/** The words that can follow the command's name. */
export interface CommandWords {
  readonly name: string
  readonly summary: string
  /** The choices of its first argument; without any, files are meant. */
  readonly choices: readonly string[]
  readonly options: readonly OptionWords[]
}

export interface OptionWords {
  /** `-o` and `--output`. */
  readonly names: readonly string[]
  readonly description: string
  readonly takesValue: boolean
  /** Its choices; without any, a file is meant. */
  readonly choices: readonly string[]
}

/** Text in single quotation marks, as shells of the POSIX family read it. */
export const quoted = (text: string) => `'${text.replaceAll("'", `'\\''`)}'`
