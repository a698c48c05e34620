/** HTML with typographic quotation marks and apostrophes, but in code. */
export function withTypographicQuotes(html: string): string {
  let inCode = 0
  let before = ' '
  return html
    .split(/(<[^>]*>)/)
    .map(piece => {
      if (piece.startsWith('<')) {
        if (/^<(code|pre)\b/.test(piece)) inCode++
        else if (/^<\/(code|pre)>/.test(piece)) inCode--
        else if (/^<\/?(p|li|td|th|h[1-6]|div|br)\b/.test(piece)) before = ' '
        return piece
      }
      if (inCode > 0) {
        before = piece.at(-1) ?? before
        return piece
      }
      const text = piece.replace(/&#39;|&quot;|['"]/g, (mark, at: number) => {
        const last = at === 0 ? before : piece[at - 1]
        const isOpening = /[\s([–—/]/.test(last)
        const isDouble = mark === '"' || mark === '&quot;'
        return isDouble ? (isOpening ? '“' : '”') : isOpening ? '‘' : '’'
      })
      before = piece.at(-1) ?? before
      return text
    })
    .join('')
}
