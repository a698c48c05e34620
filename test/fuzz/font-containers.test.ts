import { readFileSync } from 'node:fs'
import { describeBroken } from '../support/broken-fonts.ts'
import { collection, fontFiles, read } from '../support/font-files.ts'

describeBroken({
  WOFF: readFileSync(fontFiles.woff),
  WOFF2: readFileSync(fontFiles.variable),
  'a collection': collection(
    read('assets/fonts/SourceCodePro-Regular.ttf'),
    readFileSync(fontFiles.cff),
  ),
})
