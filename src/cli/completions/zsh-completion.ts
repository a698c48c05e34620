import { type CommandWords, type OptionWords, quoted } from './command-words.ts'

/** For Z shell, with what each command and option is. */
export function zshCompletion(commands: readonly CommandWords[]): string {
  const named = commands.map(({ name, summary }) => `    ${quoted(`${colons(name)}:${summary}`)}`)
  const cases = commands.map(({ name, options, choices }) => {
    const files = choices.length > 0 ? `'1: :(${choices.join(' ')})'` : "'*:file:_files'"
    const specs = [...options.flatMap(optionSpecs), files, `'--help[print the help]'`]
    return `    ${name}) _arguments ${specs.join(' ')} ;;`
  })
  return `#compdef dotline
# Completion of dotline for Z shell.
_dotline() {
  local -a commands
  commands=(
${named.join('\n')}
    'help:print the help of a command'
  )
  if (( CURRENT == 2 )); then
    _describe 'command' commands
    return
  fi
  local command="$words[2]"
  shift words
  (( CURRENT-- ))
  case "$command" in
${cases.join('\n')}
    help) (( CURRENT == 2 )) && _describe 'command' commands ;;
  esac
}
if [ "$funcstack[1]" = _dotline ]; then _dotline "$@"; else compdef _dotline dotline; fi
`
}

const colons = (text: string) => text.replaceAll(':', '\\:')

function optionSpecs({ names, description, takesValue, choices }: OptionWords): readonly string[] {
  const what = description.replace(/[[\]\\]/g, mark => `\\${mark}`)
  const value = choices.length > 0 ? `:value:(${choices.join(' ')})` : ':file:_files'
  return names.map(name => quoted(`*${name}[${what}]${takesValue ? value : ''}`))
}
