export function sourceAliases(
  condition: 'node' | 'default',
): { find: RegExp; replacement: string }[]
