import type { Face } from '../fonts/index.ts'

/** Sample lines by script, from the demo's world. */
const lines: readonly string[] = [
  'Boats leave Quillhaven at dusk',
  'Τα πλοία φεύγουν το σούρουπο',
  'Лодки уходят на закате',
  'القوارب تغادر عند الغروب',
  'הסירות יוצאות עם השקיעה',
  'नावें शाम को चलती हैं',
  'เรือออกตอนพลบค่ำ',
  '船は夕暮れに出る',
]

export const figures = '0123456789 · 07:40 · 12.50 €'
export const accents = 'ÀÉÎÕÜ ßçñøå œŁżš “quoted” – ‘so’'

/** Whether a face has a glyph for every character of a text that shows. */
export function canWrite(face: Face, text: string): boolean {
  return [...text].every(character => {
    return /[\s\p{Cf}]/u.test(character) || face.glyphOf(character.codePointAt(0) ?? 0) !== 0
  })
}

/** The sample lines that a face can write, one for each of its scripts. */
export function samplesFor(face: Face): readonly string[] {
  return lines.filter(line => canWrite(face, line))
}
