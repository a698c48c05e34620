// Writes sheet.schema.json, which editors check sheets with: `npm run schema`, after a build.
import { writeFileSync } from 'node:fs'
import { sheetJsonSchema } from '../dist/index.node.js'

writeFileSync(
  new URL('../sheet.schema.json', import.meta.url),
  `${JSON.stringify(sheetJsonSchema(), null, 2)}\n`,
)
