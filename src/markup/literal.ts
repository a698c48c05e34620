import { aString, checkArgument } from '../problem/index.ts'

/** Markup that shows `text` as it stands. */
export function escapeMarkup(text: string): string {
  checkArgument('escapeMarkup', 'text', text, aString)
  return text.replace(/[~{}[\]]/g, '~$&')
}
