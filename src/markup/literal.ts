/** Markup that shows `text` as it stands. */
export function escapeMarkup(text: string): string {
  return text.replace(/[~{}[\]]/g, '~$&')
}
