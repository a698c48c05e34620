const alphabet = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/'

/** Base 64 (RFC 4648, section 4). */
export function base64(bytes: Uint8Array): string {
  const parts: string[] = []
  for (let i = 0; i < bytes.length; i += 3) {
    const [a, b, c] = [bytes[i], bytes[i + 1] ?? 0, bytes[i + 2] ?? 0]
    const left = bytes.length - i
    parts.push(
      alphabet[a >> 2] +
        alphabet[((a & 3) << 4) | (b >> 4)] +
        (left > 1 ? alphabet[((b & 15) << 2) | (c >> 6)] : '=') +
        (left > 2 ? alphabet[c & 63] : '='),
    )
  }
  return parts.join('')
}
