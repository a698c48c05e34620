import { sfntOf, sfntTables, tableChecksum } from '../sfnt-file.ts'

/** The family name of subsets whose license reserves the font's own name. */
const family = 'Text Subset'

/** Names by their numbers (OpenType 1.9, name): those that say what the font is called. */
const called = new Map([
  [1, family],
  [3, family],
  [4, family],
  [6, family.replace(' ', '')],
  [16, family],
  [18, family],
  [20, family.replace(' ', '')],
  [21, family],
  [25, family.replace(' ', '')],
])
const copyright = 0

/**
 * A subset under a name of its own, where the font's copyright reserves its name: what is made of such
 * a font may not be called as it is (SIL Open Font License 1.1, condition 3). Copyright and license stay.
 */
export function withOwnName(file: Uint8Array): Uint8Array {
  const tables = sfntTables(file)
  const table = tables.get('name')
  const head = tables.get('head')
  if (!table || !head || table.byteLength < 6) return file
  const records = recordsOf(table)
  if (!records.some(({ id, text }) => id === copyright && /reserved font name/i.test(text))) {
    return file
  }
  const changed = new Map<string, Uint8Array>([
    ['name', nameTable(records)],
    ['head', withoutAdjustment(head)],
  ])
  const written = [...tables].map(([tag, own]) => {
    const bytes = new Uint8Array(own.buffer, own.byteOffset, own.byteLength)
    return [tag, changed.get(tag) ?? bytes] as const
  })
  const flavor = new DataView(file.buffer, file.byteOffset).getUint32(0)
  const whole = sfntOf(flavor, new Map(written))
  // That of a whole font with its head's adjustment is a fixed number (OpenType 1.9, head).
  sfntTables(whole)
    .get('head')
    ?.setUint32(8, 0xb1b0afba - tableChecksum(whole))
  return whole
}

interface NameRecord {
  readonly platform: number
  readonly encoding: number
  readonly language: number
  readonly id: number
  readonly text: string
}

/** The records that can be read; those of a damaged table are left out. */
function recordsOf(table: DataView): NameRecord[] {
  const storage = table.getUint16(4)
  const records: NameRecord[] = []
  for (let i = 0; i < table.getUint16(2); i++) {
    const at = 6 + i * 12
    if (at + 12 > table.byteLength) break
    const [platform, encoding, language, id, length, offset] = [0, 2, 4, 6, 8, 10].map(part =>
      table.getUint16(at + part),
    )
    const start = storage + offset
    if (start + length > table.byteLength) continue
    const bytes = new Uint8Array(table.buffer, table.byteOffset + start, length)
    records.push({ platform, encoding, language, id, text: decoded(bytes, platform) })
  }
  return records
}

/** UTF-16, but of the Macintosh's platform. */
const isWide = (platform: number) => platform !== 1

function decoded(bytes: Uint8Array, platform: number): string {
  if (!isWide(platform)) return String.fromCharCode(...bytes)
  let text = ''
  for (let i = 0; i + 1 < bytes.length; i += 2) {
    text += String.fromCharCode(bytes[i] * 256 + bytes[i + 1])
  }
  return text
}

function nameTable(records: readonly NameRecord[]): Uint8Array {
  const texts = records.map(({ id, text, platform }) => {
    const nameText = called.get(id) ?? text
    return isWide(platform)
      ? nameText.split('').flatMap(letter => {
          const code = letter.charCodeAt(0)
          return [code >> 8, code & 0xff]
        })
      : nameText.split('').map(letter => letter.charCodeAt(0) & 0xff)
  })
  const storage = 6 + records.length * 12
  const table = new DataView(
    new ArrayBuffer(storage + texts.reduce((sum, { length }) => sum + length, 0)),
  )
  const bytes = new Uint8Array(table.buffer)
  table.setUint16(2, records.length)
  table.setUint16(4, storage)
  let offset = 0
  for (const [i, { platform, encoding, language, id }] of records.entries()) {
    const values = [platform, encoding, language, id, texts[i].length, offset]
    for (const [part, value] of values.entries()) table.setUint16(6 + i * 12 + part * 2, value)
    bytes.set(texts[i], storage + offset)
    offset += texts[i].length
  }
  return bytes
}

/** A copy of the head whose adjustment is made anew. */
function withoutAdjustment(head: DataView): Uint8Array {
  const bytes = new Uint8Array(head.buffer, head.byteOffset, head.byteLength).slice()
  new DataView(bytes.buffer).setUint32(8, 0)
  return bytes
}
