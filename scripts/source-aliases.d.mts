interface Alias {
  find: RegExp
  replacement: string
}

export function sourceAliases(condition: 'node' | 'default'): Alias[]
export function builtAliases(condition: 'node' | 'default'): Alias[]
