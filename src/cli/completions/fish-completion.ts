import type { CommandWords } from './command-words.ts'

/** For fish, with what each command and option is. */
export function fishCompletion(commands: readonly CommandWords[]): string {
  const names = commands.map(({ name }) => name).join(' ')
  const lines = commands.flatMap(({ name, summary, options, choices }) => {
    const inside = `-n ${text(`__fish_seen_subcommand_from ${name}`)}`
    return [
      `complete -c dotline -n ${text(`not __fish_seen_subcommand_from ${names}`)} -f -a ${name} -d ${text(summary)}`,
      ...(choices.length > 0
        ? [`complete -c dotline ${inside} -f -a ${text(choices.join(' '))}`]
        : []),
      ...options.map(option => {
        const flags = option.names.map(one =>
          one.startsWith('--') ? `-l ${one.slice(2)}` : `-s ${one.slice(1)}`,
        )
        const value = option.choices.length > 0 ? ` -x -a ${text(option.choices.join(' '))}` : ' -r'
        return `complete -c dotline ${inside} ${flags.join(' ')}${option.takesValue ? value : ''} -d ${text(option.description)}`
      }),
    ]
  })
  return `# Completion of dotline for fish.\n${lines.join('\n')}\n`
}

/** Text in single quotation marks, as fish reads it. */
const text = (words: string) => `'${words.replace(/[\\']/g, mark => `\\${mark}`)}'`
