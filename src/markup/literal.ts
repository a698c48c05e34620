/** Markup that shows `text` as it stands. */
export function literal(text: string): string {
  return text.replace(/[~{}[\]]/g, '~$&')
}
