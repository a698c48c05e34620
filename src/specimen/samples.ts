import { coversText } from '../fonts/index.ts'

/** Sample lines by script. */
const lines: readonly string[] = [
  'Boats leave at dusk',
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

/** The sample lines that can be written with what a face covers, one for each of its scripts. */
export function samplesFor(coverage: Uint32Array): readonly string[] {
  return lines.filter(line => coversText(coverage, line))
}
