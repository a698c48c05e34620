import { fingerprint, joined, latin1 } from './bytes.ts'

/** Compresses into the zlib format (RFC 1950). */
export type Deflate = (bytes: Uint8Array) => Uint8Array

/** The number of an indirect object. */
export type ObjectNumber = number

/** Collects the objects of a PDF file (ISO 32000-2, 7.3.10) in the order they are numbered. */
export interface PdfObjects {
  /** A number to be given its object later. */
  reserve(): ObjectNumber
  set(number: ObjectNumber, content: string): void
  add(content: string): ObjectNumber
  /** A compressed stream, with more entries for its dictionary. */
  addStream(data: Uint8Array, entries?: string): ObjectNumber
  /** A stream that is compressed already; `entries` names its filter. */
  addRaw(data: Uint8Array, entries: string): ObjectNumber
  file(root: ObjectNumber, info: ObjectNumber): Uint8Array
}

export const reference = (number: ObjectNumber) => `${number} 0 R`

/** The comment with bytes above 127 tells programs that the file is not text. */
const header = joined([latin1('%PDF-1.7\n%'), Uint8Array.of(0xe2, 0xe3, 0xcf, 0xd3, 0x0a)])

export function pdfObjects(deflate: Deflate): PdfObjects {
  const contents: Uint8Array[] = []

  function reserve(): ObjectNumber {
    contents.push(latin1('null'))
    return contents.length
  }

  function add(content: string): ObjectNumber {
    const number = reserve()
    contents[number - 1] = latin1(content)
    return number
  }

  return {
    reserve,
    add,
    set(number, content) {
      contents[number - 1] = latin1(content)
    },
    addRaw(data, entries) {
      const number = reserve()
      const dictionary = `<< /Length ${data.length} ${entries}>>`
      contents[number - 1] = joined([
        latin1(`${dictionary}\nstream\n`),
        data,
        latin1('\nendstream'),
      ])
      return number
    },
    addStream(data, entries = '') {
      const number = reserve()
      const packed = deflate(data)
      const dictionary = `<< /Length ${packed.length} /Filter /FlateDecode ${entries}>>`
      contents[number - 1] = joined([
        latin1(`${dictionary}\nstream\n`),
        packed,
        latin1('\nendstream'),
      ])
      return number
    },
    file(root, info) {
      const parts: Uint8Array[] = [header]
      let at = header.length
      const offsets = contents.map((content, i) => {
        const start = at
        const object = joined([latin1(`${i + 1} 0 obj\n`), content, latin1('\nendobj\n')])
        parts.push(object)
        at += object.length
        return start
      })
      const id = fingerprint(contents)
      const entries = offsets.map(offset => `${String(offset).padStart(10, '0')} 00000 n \n`)
      const size = contents.length + 1
      parts.push(
        latin1(
          `xref\n0 ${size}\n0000000000 65535 f \n${entries.join('')}` +
            `trailer\n<< /Size ${size} /Root ${reference(root)} /Info ${reference(info)} ` +
            `/ID [<${id}> <${id}>] >>\nstartxref\n${at}\n%%EOF\n`,
        ),
      )
      return joined(parts)
    },
  }
}
