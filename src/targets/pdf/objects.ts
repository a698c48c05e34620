import { latin1 } from '../../blocks/index.ts'
import { fingerprint, joined } from './bytes.ts'
import { entryKind, entryTable, entryWidths } from './entry-table.ts'

/** Compresses into the zlib format (RFC 1950). */
export type Deflate = (bytes: Uint8Array) => Uint8Array

/** The number of an indirect object. */
export type ObjectNumber = number

/**
 * Writes the objects of a PDF file (ISO 32000-2, 7.3.10), each as soon as it is complete: nothing
 * of it is kept but where it is.
 */
export interface PdfObjects {
  /** A number to be given its object later. */
  reserve(): ObjectNumber
  set(number: ObjectNumber, content: string): void
  add(content: string): ObjectNumber
  /** A compressed stream, with more entries for its dictionary. */
  addStream(data: Uint8Array, entries?: string): ObjectNumber
  /** A stream that is compressed already; `entries` names its filter. */
  addRaw(data: Uint8Array, entries: string): ObjectNumber
  end(root: ObjectNumber, info: ObjectNumber): void
}

export const reference = (number: ObjectNumber) => `${number} 0 R`

/** The comment with bytes above 127 tells programs that the file is not text. */
const header = joined([latin1('%PDF-1.7\n%'), Uint8Array.of(0xe2, 0xe3, 0xcf, 0xd3, 0x0a)])

/**
 * Number of objects that are compressed together (7.5.7): viewers unpack all of them to read one.
 */
const mostTogether = 100

export function pdfObjects(write: (bytes: Uint8Array) => void, deflate: Deflate): PdfObjects {
  const id = fingerprint()
  let at = 0
  const entries = entryTable()
  entries.set(entries.add(), entryKind.free, 0, 0xffff)
  let together: { readonly number: ObjectNumber; readonly content: string }[] = []

  function put(bytes: Uint8Array) {
    id.add(bytes)
    at += bytes.length
    write(bytes)
  }

  function reserve(): ObjectNumber {
    return entries.add()
  }

  function set(number: ObjectNumber, content: string) {
    together.push({ number, content })
    if (together.length === mostTogether) putTogether()
  }

  function putStream(number: ObjectNumber, data: Uint8Array, dictionary: string) {
    entries.set(number, entryKind.inFile, at, 0)
    put(latin1(`${number} 0 obj\n<< /Length ${data.length} ${dictionary}>>\nstream\n`))
    put(data)
    put(latin1('\nendstream\nendobj\n'))
  }

  function putTogether() {
    if (together.length === 0) return
    const stream = reserve()
    let offsets = ''
    let contents = ''
    for (const [index, { number, content }] of together.entries()) {
      entries.set(number, entryKind.inObjectStream, stream, index)
      offsets += `${number} ${contents.length} `
      contents += `${content}\n`
    }
    const count = together.length
    together = []
    putStream(
      stream,
      deflate(latin1(offsets + contents)),
      `/Type /ObjStm /N ${count} /First ${offsets.length} /Filter /FlateDecode `,
    )
  }

  put(header)
  return {
    reserve,
    set,
    add(content) {
      const number = reserve()
      set(number, content)
      return number
    },
    addRaw(data, dictionary) {
      const number = reserve()
      putStream(number, data, dictionary)
      return number
    },
    addStream(data, dictionary = '') {
      const number = reserve()
      putStream(number, deflate(data), `/Filter /FlateDecode ${dictionary}`)
      return number
    },
    end(root, info) {
      putTogether()
      const number = reserve()
      const start = at
      entries.set(number, entryKind.inFile, start, 0)
      const content = id.text()
      putStream(
        number,
        deflate(entries.bytes()),
        `/Type /XRef /Size ${entries.length} /W [${entryWidths.join(' ')}] /Filter /FlateDecode ` +
          `/Root ${reference(root)} /Info ${reference(info)} /ID [<${content}> <${content}>] `,
      )
      put(latin1(`startxref\n${start}\n%%EOF\n`))
    },
  }
}
