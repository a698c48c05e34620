const alphabet = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/'
const letters = Uint8Array.from(alphabet, letter => letter.charCodeAt(0))

/** Base 64 (RFC 4648, section 4). Fonts of 25 MB go through it: no string for each three bytes. */
export function base64(bytes: Uint8Array): string {
  const whole = bytes.length - (bytes.length % 3)
  const codes = new Uint8Array((whole / 3) * 4)
  let length = 0
  for (let i = 0; i < whole; i += 3) {
    const three = (bytes[i] << 16) | (bytes[i + 1] << 8) | bytes[i + 2]
    codes[length++] = letters[three >> 18]
    codes[length++] = letters[(three >> 12) & 63]
    codes[length++] = letters[(three >> 6) & 63]
    codes[length++] = letters[three & 63]
  }
  return new TextDecoder().decode(codes) + lastLetters(bytes.subarray(whole))
}

/** The one or two bytes that are left, filled up. */
function lastLetters(bytes: Uint8Array): string {
  if (bytes.length === 0) return ''
  const [a, b = 0] = bytes
  const third = bytes.length === 2 ? alphabet[(b & 15) << 2] : '='
  return `${alphabet[a >> 2]}${alphabet[((a & 3) << 4) | (b >> 4)]}${third}=`
}
