export function joined(parts: readonly Uint8Array[]): Uint8Array<ArrayBuffer> {
  const all = new Uint8Array(parts.reduce((length, part) => length + part.length, 0))
  let at = 0
  for (const part of parts) {
    all.set(part, at)
    at += part.length
  }
  return all
}

/** Text as a PDF string of UTF-16 (ISO 32000-2, 7.9.2.2), in hexadecimal: nothing in it can end it. */
export function utf16String(text: string): string {
  return `<FEFF${utf16Hex(text)}>`
}

/** UTF-16, big endian, in hexadecimal. Lone surrogates become U+FFFD. */
export function utf16Hex(text: string): string {
  let hex = ''
  const sound = text.replace(/\p{Surrogate}/gu, '\ufffd')
  for (let i = 0; i < sound.length; i++) hex += hex16(sound.charCodeAt(i))
  return hex
}

/** A code as it stands in a literal string (7.3.4.2), one character a byte; what would end it is escaped. */
export function stringBytes(code: number, length: 1 | 2): string {
  const bytes = length === 1 ? [code] : [code >> 8, code & 0xff]
  return bytes.map(byte => escapes[byte] ?? String.fromCharCode(byte)).join('')
}

/** A carriage return would be read as a line feed. */
const escapes: Record<number, string> = {
  13: '\\r',
  40: '\\(',
  41: '\\)',
  92: '\\\\',
}

function hex16(value: number): string {
  return value.toString(16).toUpperCase().padStart(4, '0')
}

/** 128 bits that tell contents apart (FNV-1a, four times from different starts); not for secrets. */
export function fingerprint() {
  const hashes = [0, 1, 2, 3].map(lane => 0x811c9dc5 ^ Math.imul(lane, 0x9e3779b1))
  return {
    add(bytes: Uint8Array) {
      let [a, b, c, d] = hashes
      for (let i = 0; i < bytes.length; i++) {
        const byte = bytes[i]
        a = Math.imul(a ^ byte, prime)
        b = Math.imul(b ^ byte, prime)
        c = Math.imul(c ^ byte, prime)
        d = Math.imul(d ^ byte, prime)
      }
      hashes.splice(0, 4, a, b, c, d)
    },
    /** In hexadecimal. */
    text: () =>
      hashes.map(hash => (hash >>> 0).toString(16).toUpperCase().padStart(8, '0')).join(''),
  }
}

const prime = 0x01000193
