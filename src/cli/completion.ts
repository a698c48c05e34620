import { Argument, type Command } from 'commander'
import { bashCompletion } from './completions/bash-completion.ts'
import type { CommandWords } from './completions/command-words.ts'
import { fishCompletion } from './completions/fish-completion.ts'
import { zshCompletion } from './completions/zsh-completion.ts'

const shells = {
  bash: bashCompletion,
  zsh: zshCompletion,
  fish: fishCompletion,
}
type Shell = keyof typeof shells

/** Options and action of the command; `all` returns every command with its options. */
export function define(command: Command, all: () => Promise<readonly Command[]>) {
  command
    .description(
      'Prints a script with which a shell completes commands, options, choices and files.',
    )
    .addArgument(new Argument('<SHELL>', 'whose').choices(Object.keys(shells)))
    .addHelpText(
      'after',
      '\nExamples:\n  dotline completion bash > ~/.local/share/bash-completion/completions/dotline\n' +
        '  dotline completion zsh > ~/.zsh/completions/_dotline   # a folder of $fpath\n' +
        '  dotline completion fish > ~/.config/fish/completions/dotline.fish',
    )
    .action(async (shell: Shell) => {
      process.stdout.write(shells[shell]((await all()).map(wordsOf)))
    })
}

function wordsOf(command: Command): CommandWords {
  return {
    name: command.name(),
    summary: command.summary(),
    choices: command.registeredArguments.flatMap(({ argChoices = [] }) => argChoices),
    options: command.options.map(
      ({ short, long, description, argChoices, required, optional }) => ({
        names: [short, long].filter(name => name !== undefined),
        description,
        takesValue: required || optional,
        choices: argChoices ?? [],
      }),
    ),
  }
}
