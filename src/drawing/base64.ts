const alphabet = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/'

/** Two letters for each twelve bits, as they lie in memory. */
let pairs: Uint16Array | undefined

function letterPairs(): Uint16Array {
  const letters = new Uint8Array(2 << 12)
  for (let bits = 0; bits < 1 << 12; bits++) {
    letters[2 * bits] = alphabet.charCodeAt(bits >> 6)
    letters[2 * bits + 1] = alphabet.charCodeAt(bits & 63)
  }
  return new Uint16Array(letters.buffer)
}

/** Base 64 (RFC 4648, section 4). Fonts of 25 MB go through it: no string for each three bytes. */
export function base64(bytes: Uint8Array): string {
  pairs ??= letterPairs()
  const whole = bytes.length - (bytes.length % 3)
  const codes = new Uint16Array((whole / 3) * 2)
  let length = 0
  for (let i = 0; i < whole; i += 3) {
    const middle = bytes[i + 1]
    codes[length++] = pairs[(bytes[i] << 4) | (middle >> 4)]
    codes[length++] = pairs[((middle & 15) << 8) | bytes[i + 2]]
  }
  return new TextDecoder().decode(new Uint8Array(codes.buffer)) + lastLetters(bytes.subarray(whole))
}

/** The one or two bytes that are left, filled up. */
function lastLetters(bytes: Uint8Array): string {
  if (bytes.length === 0) return ''
  const [a, b = 0] = bytes
  const third = bytes.length === 2 ? alphabet[(b & 15) << 2] : '='
  return `${alphabet[a >> 2]}${alphabet[((a & 3) << 4) | (b >> 4)]}${third}=`
}
