/** Text of characters up to U+00FF, a byte each; an encoder takes longer for few. */
export function latin1(text: string): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(text.length)
  for (let i = 0; i < text.length; i++) bytes[i] = text.charCodeAt(i)
  return bytes
}
