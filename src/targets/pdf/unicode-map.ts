import { utf16Hex } from './bytes.ts'

/** Most entries a section of a CMap may have (Adobe Technical Note 5014). */
const sectionLength = 100

const head =
  '/CIDInit /ProcSet findresource begin\n12 dict begin\nbegincmap\n' +
  '/CIDSystemInfo << /Registry (Adobe) /Ordering (UCS) /Supplement 0 >> def\n'
const tail = 'endcmap\nCMapName currentdict /CMap defineresource pop\nend\nend\n'

/** A code in hexadecimal, of as many bytes as its font's codes have. */
function codeText(code: number, bytes: 1 | 2): string {
  return code
    .toString(16)
    .toUpperCase()
    .padStart(bytes * 2, '0')
}

/** Codes to text (ISO 32000-2, 9.10.3), so that it can be searched, selected and copied. */
export function unicodeMap(texts: readonly string[], bytes: 1 | 2): string {
  const lines = texts
    .map((text, code) => ({ text, code }))
    .filter(({ text }) => text !== '')
    .map(({ text, code }) => `<${codeText(code, bytes)}> <${utf16Hex(text)}>`)
  return (
    `${head}/CMapName /Adobe-Identity-UCS def\n/CMapType 2 def\n${codeSpace(bytes)}` +
    `${sections('bfchar', lines)}${tail}`
  )
}

/** Codes of two bytes to the numbers of a font's characters (9.7.5.4), where they are not the same. */
export function characterMap(characters: readonly number[]): string {
  const lines = characters.map((cid, code) => `<${codeText(code, 2)}> ${cid}`)
  return (
    `${head.replace('(UCS)', '(Identity)')}/CMapName /Codes def\n/CMapType 1 def\n${codeSpace(2)}` +
    `${sections('cidchar', lines)}${tail}`
  )
}

function codeSpace(bytes: 1 | 2): string {
  const last = bytes === 1 ? 'FF' : 'FFFF'
  const first = bytes === 1 ? '00' : '0000'
  return `1 begincodespacerange\n<${first}> <${last}>\nendcodespacerange\n`
}

function sections(kind: string, lines: readonly string[]): string {
  let text = ''
  for (let at = 0; at < lines.length; at += sectionLength) {
    const section = lines.slice(at, at + sectionLength)
    text += `${section.length} begin${kind}\n${section.join('\n')}\nend${kind}\n`
  }
  return text
}
