import { readFileSync } from 'node:fs'
import { describeBroken, describeBrokenTables } from '../support/broken-fonts.ts'
import { cutAtTable, fontFiles, read } from '../support/font-files.ts'

// The other half is in font-containers: two files run side by side.
describeBroken({
  TrueType: read('assets/fonts/SourceCodePro-Regular.ttf'),
  CFF: readFileSync(fontFiles.cff),
  'colored glyphs': cutAtTable(readFileSync(fontFiles.gradients), 'SVG '),
})

describeBrokenTables('TrueType', read('assets/fonts/SourceCodePro-Regular.ttf'), [
  ...['head', 'hhea', 'hmtx', 'maxp', 'loca', 'OS/2', 'post', 'cmap', 'name'],
])
describeBrokenTables('CFF', readFileSync(fontFiles.cff), [
  'head',
  'hhea',
  'hmtx',
  'maxp',
  'OS/2',
  'CFF ',
])
