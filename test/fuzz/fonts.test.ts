import { readFileSync } from 'node:fs'
import { describeBroken } from '../support/broken-fonts.ts'
import { cutAtTable, fontFiles, read } from '../support/font-files.ts'

// The other half is in font-containers: two files run side by side.
describeBroken({
  TrueType: read('assets/fonts/SourceCodePro-Regular.ttf'),
  CFF: readFileSync(fontFiles.cff),
  'colored glyphs': cutAtTable(readFileSync(fontFiles.gradients), 'SVG '),
})
