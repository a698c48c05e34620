import { plain } from '../../unicode/index.ts'

/** The scripts of plain texts, by their bits in `plain`. */
export const plainScriptNames = [
  [plain.latin, 'Latin'],
  [plain.greek, 'Greek'],
  [plain.cyrillic, 'Cyrillic'],
] as const
