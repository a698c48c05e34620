import { type CommandWords, quoted } from './command-words.ts'

/** For Bash: what fits the word that is being typed, else files. */
export function bashCompletion(commands: readonly CommandWords[]): string {
  const names = commands.map(({ name }) => name)
  const cases = commands.flatMap(({ name, options, choices }) => [
    `    ${name})`,
    `      words=${quoted(options.flatMap(option => option.names).join(' '))}`,
    ...(choices.length > 0 ? [`      choices=${quoted(choices.join(' '))}`] : []),
    '      ;;',
  ])
  const values = commands.flatMap(({ name, options }) =>
    options.flatMap(option =>
      option.takesValue
        ? option.names.map(
            one =>
              `    ${quoted(`${name} ${one}`)}) values=${quoted(option.choices.join(' '))}; takes=1 ;;`,
          )
        : [],
    ),
  )
  return `# Completion of dotline for Bash.
_dotline() {
  local current="\${COMP_WORDS[COMP_CWORD]}" before="\${COMP_WORDS[COMP_CWORD-1]}"
  local command="\${COMP_WORDS[1]}" words='' choices='' values='' takes=''
  COMPREPLY=()
  if [ "$COMP_CWORD" -eq 1 ]; then
    COMPREPLY=($(compgen -W ${quoted(`${names.join(' ')} help --help --version`)} -- "$current"))
    return
  fi
  case "$command" in
${cases.join('\n')}
    help) COMPREPLY=($(compgen -W ${quoted(names.join(' '))} -- "$current")); return ;;
  esac
  case "$command $before" in
${values.join('\n')}
  esac
  if [ -n "$takes" ]; then
    if [ -n "$values" ]; then COMPREPLY=($(compgen -W "$values" -- "$current"))
    else COMPREPLY=($(compgen -f -- "$current")); fi
    return
  fi
  case "$current" in
    -*) COMPREPLY=($(compgen -W "$words --help" -- "$current")) ;;
    *)
      if [ -n "$choices" ]; then COMPREPLY=($(compgen -W "$choices" -- "$current"))
      else COMPREPLY=($(compgen -f -- "$current")); fi
      ;;
  esac
}
complete -o filenames -F _dotline dotline
`
}
